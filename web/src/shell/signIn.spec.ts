/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import 'fake-indexeddb/auto';
import type { SessionState } from '@bemtor/core';
import { createPinia, setActivePinia } from 'pinia';
import { inPage, mounting, press, settled, typeInto } from '../testing/mountKit.ts';
import { FakeShop } from '../testing/fakeShop.ts';
import { until } from '../testing/mountScreen.ts';

const { default: SignInGate } = await import('./SignInGate.vue');
const { default: PersonChoice } = await import('./PersonChoice.vue');
const { default: WhoWorksHere } = await import('./WhoWorksHere.vue');
const { isLetIn, loadSession, session } = await import('../api/session.ts');
const { technicianHere } = await import('../api/technician.ts');
const { read } = await import('../api/client.ts');

const alva = { id: 'p1', name: 'Alva', role: 'owner' } as const;
const ilse = { id: 'p2', name: 'Ilse', role: 'technician' } as const;
const desk = { id: 'd1', name: 'Desk' };
const state = (more: Partial<SessionState>): SessionState => ({
  ...{ accounts: true, isNew: false, device: desk, person: null, people: [alva, ilse], isPlain: true },
  ...more,
});

/** A server with accounts, as a page knows it. */
class Door extends FakeShop {
  readonly asked: { readonly path: string; readonly sent: unknown }[] = [];
  wrong = false;
  protected override reply(path: string, method: string, sent: unknown): unknown {
    if (method === 'GET') return super.reply(path, method, sent);
    this.asked.push({ path, sent });
    if (this.wrong) return undefined;
    const { person } = sent as { person?: string };
    const entered = state({ person: person === ilse.id ? ilse : alva });
    if (path === '/session/device') return state({});
    return path === '/session/end' ? state({}) : entered;
  }
}
const door = new Door();
const show = mounting();
beforeEach(async () => {
  setActivePinia(createPinia());
  door.open();
  door.asked.length = 0;
  door.wrong = false;
  localStorage.clear();
});
afterEach(() => door.close());
const page = (): string => (document.body.textContent ?? '').replace(/\s+/g, ' ');
async function standing(now: SessionState): Promise<void> {
  door.answers.set('/session', now);
  await loadSession();
}
const submit = async (): Promise<void> => {
  inPage('button[type=submit]').click();
  await settled();
};

describe('the way in', () => {
  test('without accounts there is none; with them somebody has to be there', async () => {
    await standing(state({ accounts: false, device: null, people: [] }));
    expect(isLetIn.value).toBe(true);
    await standing(state({}));
    expect(isLetIn.value).toBe(false);
    await standing(state({ person: ilse }));
    expect(isLetIn.value).toBe(true);
    expect(technicianHere()).toBe('Ilse');
    // A cable that is out throws nobody out.
    door.isAway = true;
    await loadSession();
    expect(session.value?.person).toEqual(ilse);
  });

  test('the first owner is told what is still needed, and comes in with the code of the server', async () => {
    await standing(state({ isNew: true, device: null, people: [] }));
    const shown = show(SignInGate);
    expect(page()).toContain('Make the first owner');
    expect(page()).toContain('not encrypted');
    await submit();
    expect(door.asked).toEqual([]);
    expect(inPage('[data-testid=gate-go]').title).toBe(
      'Still needed: the code, your name, a passphrase of four signs or more, a name for this device',
    );
    for (const [field, text] of [
      ['code', '1234 5678'],
      ['name', 'Alva'],
      ['secret', 'a phrase'],
      ['device', 'Desk'],
    ])
      await typeInto(`[data-testid=gate-${field}] input`, text!);
    expect(inPage<HTMLInputElement>('[data-testid=gate-secret] input').type).toBe('password');
    await submit();
    await until(() => shown.emitted('entered') !== undefined, 'they are in');
    expect(door.asked[0]).toEqual({
      path: '/session/owner',
      sent: { code: '1234 5678', name: 'Alva', secret: 'a phrase', device: 'Desk' },
    });
    expect(technicianHere()).toBe('Alva');
  });

  test('a device is paired, and then asks who works at it; a code that is none is said beside it', async () => {
    await standing(state({ device: null, people: [] }));
    show(SignInGate);
    expect(page()).toContain('This device is new here');
    await typeInto('[data-testid=gate-code] input', '1234-5678');
    await typeInto('[data-testid=gate-device] input', 'Tablet');
    door.wrong = true;
    await submit();
    await until(
      () => document.querySelector('[data-testid=gate-code] .v-messages__message') !== null,
      'it is said',
    );
    door.wrong = false;
    await submit();
    await until(() => page().includes('Who works at Desk?'), 'it asks who');
    expect(document.querySelectorAll('[data-testid^=person-]')).toHaveLength(2);
  });
});

describe('who works here', () => {
  test('a key chooses, a PIN enters; a wrong one is said, gone, and typed again', async () => {
    await standing(state({}));
    const shown = show(PersonChoice);
    press('3');
    await settled();
    expect(document.querySelector('[data-testid=secret]')).toBeNull();
    press('2');
    await settled();
    expect(page()).toContain('PIN or passphrase of Ilse');
    door.wrong = true;
    await typeInto('[data-testid=secret] input', '0000');
    await submit();
    await until(() => document.querySelector('.v-messages__message') !== null, 'it is said');
    expect(inPage<HTMLInputElement>('[data-testid=secret] input').value).toBe('');
    expect(shown.emitted('entered')).toBeUndefined();
    door.wrong = false;
    await typeInto('[data-testid=secret] input', '2222');
    await submit();
    await until(() => shown.emitted('entered') !== undefined, 'she is in');
    expect(door.asked.at(-1)).toEqual({ path: '/session', sent: { person: 'p2', secret: '2222' } });
    // What is typed into the field is no key of the list.
    expect(session.value?.person).toEqual(ilse);
  });

  test('the mark in the header says who, and lets somebody else take the place by F4', async () => {
    await standing(state({ person: alva }));
    show(WhoWorksHere);
    expect(inPage('[data-testid=who]').textContent).toBe('A');
    expect(inPage('[data-testid=who]').title).toBe('Alva, owner: somebody else? (F4)');
    press('F4');
    await until(() => document.querySelector('[data-testid=person-Ilse]') !== null, 'it asks');
    inPage('[data-testid=person-Ilse]').click();
    await settled();
    await typeInto('[data-testid=secret] input', '2222');
    await submit();
    await until(() => inPage('[data-testid=who]').textContent === 'I', 'she is there');
    expect(technicianHere()).toBe('Ilse');
    press('F4');
    await until(() => document.querySelector('[data-testid=own-secret]') !== null, 'it asks again');
    inPage('[data-testid=own-secret]').click();
    await settled();
    await typeInto('[data-testid=old-secret] input', '2222');
    await typeInto('[data-testid=new-secret] input', '5555');
    await submit();
    await until(() => document.querySelector('[data-testid=old-secret]') === null, 'it is kept');
    expect(door.asked.at(-1)).toEqual({ path: '/session/secret', sent: { old: '2222', secret: '5555' } });
  });

  test('whoever is asked who they are is shown the way in', async () => {
    await standing(state({ person: alva }));
    door.answers.set('/session', state({}));
    const before = globalThis.fetch;
    globalThis.fetch = ((address: string, init?: RequestInit) =>
      address === '/api/units'
        ? Promise.resolve({
            ok: false,
            status: 401,
            statusText: '',
            text: async () => '{"detail":"Nobody is signed in","code":"signed-out"}',
          } as Response)
        : before(address, init)) as typeof fetch;
    await expect(read('/units', { keep: false })).rejects.toThrow('Nobody is signed in');
    await until(() => !isLetIn.value, 'nobody is there any more');
    globalThis.fetch = before;
  });
});
