import type { Devices, Pairing, People, Role } from '@bemtor/core';
import { onMounted, shallowRef } from 'vue';
import { faultWords, read, send } from '../../api/client.ts';
import type { Tell } from '../../kit/useTold.ts';

/** The people and devices of a workshop, for its owner. */
export function usePeople(tell: Tell) {
  const people = shallowRef<People['people'] | null>(null);
  const devices = shallowRef<Devices['devices']>([]);
  const pairing = shallowRef<Pairing | null>(null);
  const fault = shallowRef<string | null>(null);

  async function load(): Promise<void> {
    try {
      people.value = (await read<People>('/people', { keep: false })).value.people;
      devices.value = (await read<Devices>('/devices', { keep: false })).value.devices;
    } catch (error) {
      fault.value = faultWords(error);
    }
  }
  onMounted(load);

  /** Says something of a person; answers in words why that was refused. */
  async function say(path: string, body: object): Promise<string | null> {
    try {
      people.value = (await send<People>(path, body)).people;
      return null;
    } catch (error) {
      return faultWords(error);
    }
  }
  const bringIn = (person: { name: string; role: Role; secret: string }) => say('/people', person);

  async function change(
    id: string,
    told: { role?: Role; active?: boolean; secret?: string },
    words: string,
    back?: { role?: Role; active?: boolean },
  ): Promise<void> {
    const refused = await say(`/people/${id}`, told);
    tell(refused ?? words, refused === null && back ? () => change(id, back, 'As before.') : undefined);
  }
  async function pair(): Promise<void> {
    try {
      pairing.value = await send<Pairing>('/devices/codes', {});
    } catch (error) {
      tell(faultWords(error));
    }
  }
  async function turnAway(id: string, name: string): Promise<void> {
    try {
      devices.value = (await send<Devices>(`/devices/${id}/revoke`, {})).devices;
      tell(`${name} is turned away: what it sends is not taken any more.`);
    } catch (error) {
      tell(faultWords(error));
    }
  }
  return { people, devices, pairing, fault, load, bringIn, change, pair, turnAway };
}
