import { reaches, type Role, type SessionState } from '@bemtor/core';
import { computed, shallowRef } from 'vue';
import { Away, onSignedOut, read, send } from './client.ts';
import { rememberTechnician } from './technician.ts';

/*
 * Who is signed in at this device, where a workshop has accounts. While the server is away the last that was known stands:
 * nobody who works is thrown out because of a cable.
 */

const state = shallowRef<SessionState | null>(null);

export const session = computed(() => state.value);
/** Is there anybody who may work here? Without accounts always. */
export const isLetIn = computed(() => !state.value?.accounts || state.value.person !== null);

/** May whoever is here do what takes a role? Alone everything. */
export const may = (needed: Role): boolean =>
  !state.value?.accounts || (state.value.person !== null && reaches(state.value.person.role, needed));

function show(now: SessionState): void {
  state.value = now;
  if (now.person) rememberTechnician(now.person.name);
}

/** Asks how it stands; resolves when that is shown. */
export async function loadSession(): Promise<void> {
  try {
    show((await read<SessionState>('/session')).value);
  } catch (error) {
    // Never heard of, and nobody there to ask: as alone.
    if (!(error instanceof Away)) throw error;
  }
}
// What was let in a moment ago is not any more: the device was turned away, or the day is over.
onSignedOut(() => void loadSession());

const tell = async (path: string, body: object): Promise<void> => show(await send<SessionState>(path, body));

export const signIn = (person: string, secret: string): Promise<void> => tell('/session', { person, secret });
export const signOut = (): Promise<void> => tell('/session/end', {});
export const changeSecret = (old: string, secret: string): Promise<void> =>
  tell('/session/secret', { old, secret });
export const pairDevice = (code: string, device: string): Promise<void> =>
  tell('/session/device', { code, device });
export const makeOwner = (owner: {
  code: string;
  name: string;
  secret: string;
  device: string;
}): Promise<void> => tell('/session/owner', owner);
