import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { actsOfSequence } from '../derive/actsOfSequence.ts';
import { deriveSequence } from '../derive/deriveSequence.ts';
import { disconnections } from '../derive/layers.ts';
import { notBorneOut } from '../derive/notBorneOut.ts';
import type { Entry } from '../reader/entries/entry.ts';
import { precedence } from '../sequence/precedence.ts';
import type { Form, Sequence } from '../sequence/schema.ts';
import { demoSequence } from '../testing/demo.ts';
import { checkSequence } from './checkSequence.ts';

/** Invented devices with the truth about their build, as they are derived; by other hands and our own. */
function derivedDevices(): Sequence[] {
  return ['others', 'own'].flatMap((hand) => {
    const folder = new URL(`../../../corpus/order/${hand}/`, import.meta.url);
    return readdirSync(folder).map((file): Sequence => {
      const { form, lines } = JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as {
        form: Form;
        lines: { entries: Entry[] }[];
      };
      const recording = { id: 'r', lines: lines.map(({ entries }, i) => ({ id: `l${i}`, entries })) };
      const derived = deriveSequence([recording], { maker: 'T', name: file, code: 'T', form });
      if (!derived.ok) throw new Error(JSON.stringify(derived.fault));
      return derived.value.sequence;
    });
  });
}

const devices = [...derivedDevices(), ...['lark-14', 'pilot-7', 'mast-24', 'keel-mini'].map(demoSequence)];

describe('a need that must be there', () => {
  test('what the recording itself bears out leaves nothing open', () => {
    for (const device of derivedDevices())
      expect(notBorneOut(device).filter(({ basis }) => basis === 'holds' || basis === 'power')).toEqual([]);
  });

  test('taken out, it makes a wrong route, and the check names it or asks about it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...devices), fc.nat(), (device, pick) => {
        const joint = new Map(device.joints.map((one) => [one.id as string, one]));
        const action = new Map(device.actions.map((one) => [one.id as string, one]));
        const offs = new Set(disconnections(actsOfSequence(device)).map(({ id }) => id));
        // What a joint holds or something hides, and what power demands; a lead that holds another part is a likelihood.
        const must = device.needs.filter(({ action: id, anyOf, basis }) => {
          const [then, first] = [action.get(id), action.get(anyOf[0] ?? '')];
          if (anyOf.length > 1 || !then || !first) return false;
          if (basis === 'power') return then.verb !== 'hold' && offs.has(first.id);
          if (basis === 'holds')
            return then.verb === 'lift' && joint.get(first.joint ?? '')?.holds.includes(then.part) === true;
          return basis === 'covers' && joint.get(then.joint ?? '')?.hiddenBy === first.part;
        });
        const gone = must[pick % must.length];
        if (!gone) return;
        const without = { ...device, needs: device.needs.filter((need) => need !== gone) };
        const before = gone.anyOf[0] ?? '';
        if (precedence(without)(gone.action).has(before)) return; // another need says the same
        const known = new Set(checkSequence(device).map(({ rule, place }) => `${rule} ${place}`));
        const found = checkSequence(without).filter(({ rule, place }) => !known.has(`${rule} ${place}`));
        const asked = notBorneOut(without).some((one) => one.action === gone.action && one.before === before);
        expect({ gone, named: found.length > 0 || asked }).toEqual({ gone, named: true });
      }),
      { numRuns: 400 },
    );
  });
});
