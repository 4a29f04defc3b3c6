import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import type { Entry } from '../reader/entries/entry.ts';
import { planRoute } from '../route/planRoute.ts';
import { readSequence } from '../sequence/readSequence.ts';
import type { Form, Sequence } from '../sequence/schema.ts';
import { deriveSequence } from './deriveSequence.ts';
import { conducts, isMains, kindOf } from './hardware.ts';

/*
 * Invented devices with the truth about how they are built, ten by other hands and four of our own: for each target
 * what must be in a route to it, and what a good technician would leave alone. The truth was written from the
 * device, never from what is derived.
 */

type Named = { readonly lift: string } | { readonly undo: string; readonly type: string };
interface Device {
  readonly name: string;
  readonly form: Form;
  readonly lines: readonly { readonly say: string; readonly entries: readonly Entry[] }[];
  readonly truth: readonly { target: string; must: readonly Named[]; not: readonly Named[] }[];
}

const corpus = new URL('../../../corpus/order/', import.meta.url);
const textsOf = (hand: string): string[] =>
  readdirSync(new URL(`${hand}/`, corpus))
    .sort()
    .map((file) => readFileSync(new URL(`${hand}/${file}`, corpus), 'utf8'));
const others = textsOf('others');
const own = textsOf('own');

function derived(device: Device): Sequence {
  const lines = device.lines.map(({ entries }, i) => ({ id: `l${i + 1}`, entries: [...entries] }));
  const model = { maker: 'Tervane', name: device.name, code: 'TV-1', form: device.form };
  const result = deriveSequence([{ id: 'r', lines }], model);
  if (!result.ok) throw new Error(`${device.name}: ${JSON.stringify(result.fault)}`);
  expect(result.value.cycle).toBeNull();
  // Whoever reads it from outside finds the same document, its needs too.
  const { sequence } = result.value;
  expect(readSequence(JSON.parse(JSON.stringify(sequence)))).toEqual({ ok: true, value: sequence });
  return sequence;
}

function stepsTo(sequence: Sequence, target: string): string[] {
  const route = planRoute(sequence, { targets: [target], configuration: {} });
  if (!route.ok) throw new Error(`${target}: ${JSON.stringify(route.fault)}`);
  return [...route.value.steps];
}

function idsOf(sequence: Sequence, act: Named): string[] {
  const typeOf = new Map(sequence.joints.map((joint) => [joint.id as string, joint.type]));
  return sequence.actions
    .filter((action) =>
      'lift' in act
        ? action.verb === 'lift' && action.part === act.lift
        : action.part === act.undo && action.joint && typeOf.get(action.joint) === act.type,
    )
    .map(({ id }) => id);
}

/** Of all that must be in a route the share that is, and of all that must not the share that is all the same. */
function score(texts: readonly string[]): { must: number; wasted: number } {
  const sums = { must: 0, found: 0, not: 0, wasted: 0 };
  for (const text of texts) {
    const device = JSON.parse(text) as Device;
    const sequence = derived(device);
    for (const { target, must, not } of device.truth) {
      const steps = new Set(stepsTo(sequence, target));
      sums.must += must.length;
      sums.not += not.length;
      sums.found += must.filter((act) => {
        const ids = idsOf(sequence, act);
        return ids.length > 0 && ids.every((id) => steps.has(id));
      }).length;
      sums.wasted += not.filter((act) => idsOf(sequence, act).some((id) => steps.has(id))).length;
    }
  }
  return { must: sums.found / sums.must, wasted: sums.wasted / sums.not };
}

const renamed = (texts: readonly string[], from: string, to: string): string[] =>
  texts.map((text) => text.replaceAll(`"${from}"`, `"${to}"`));

describe('what must come before what, against devices whose build is known', () => {
  test('by other hands', () => {
    const { must, wasted } = score(others);
    expect(must).toBeGreaterThanOrEqual(0.98);
    expect(wasted).toBeLessThanOrEqual(0.05);
  });

  test('our own', () => {
    const { must, wasted } = score(own);
    expect(must).toBeGreaterThanOrEqual(0.97);
    expect(wasted).toBeLessThanOrEqual(0.05);
  });

  test('a cover under a name that nobody knows opens the device all the same', () => {
    const covers = ['base-cover', 'bottom-cover', 'back-cover', 'top-lid', 'front-half'];
    const strange = covers.reduce((texts, cover) => renamed(texts, cover, 'underside'), others);
    expect(score(strange).must).toBeGreaterThanOrEqual(0.97);
  });

  test.each([
    ['system-board', 'mainboard'],
    ['board-shield', 'emi-shield'],
    ['heatsink', 'cooler'],
    ['fan', 'blower'],
    ['battery', 'battery-pack'],
    ['display', 'lid-assembly'],
    ['storage', 'ssd'],
    ['antenna', 'antenna-leads'],
    ['touchpad', 'trackpad'],
  ])('%s called %s is the same hardware', (from, to) => {
    const { must, wasted } = score(renamed(others, from, to));
    expect(must).toBeGreaterThanOrEqual(0.97);
    expect(wasted).toBeLessThanOrEqual(0.05);
  });
});

describe('power', () => {
  const live = new Set(['memory', 'storage', 'card', 'board', 'fan', 'heatsink', 'display', 'keyboard']);
  const devices = [...others, ...own].map((text) => JSON.parse(text) as Device);
  /** Takes the power away: a mains lead, or the battery by its plug, else by lifting the pack. */
  const offsOf = (sequence: Sequence): string[] => {
    const joint = new Map(sequence.joints.map((one) => [one.id as string, one.type]));
    const plugged = sequence.actions.filter(({ joint: id }) => id && joint.get(id) === 'connector');
    const pack = (part: string): boolean => /^battery/.test(part) && kindOf(part) === 'battery';
    const plug = plugged.find(({ part }) => part && pack(part));
    const lifted = sequence.actions.find(({ part, verb }) => verb === 'lift' && part && pack(part));
    const cord = plugged.find(({ part }) => part && isMains(part));
    return [cord, plug ?? lifted].flatMap((act) => (act ? [act.id] : []));
  };

  test('no route reaches what carries current with the battery or the mains on, whatever was left out', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...devices),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 60, maxLength: 60 }),
        fc.nat(),
        (device, chances, pick) => {
          // A recording with lines missing: some joints never told, some parts never lifted.
          const lines = device.lines.filter((_, i) => (chances[i % 60] ?? 0) > 0.25);
          const sequence = derived({ ...device, lines });
          const lifted = sequence.actions.filter(({ verb }) => verb === 'lift');
          const target = lifted[pick % Math.max(1, lifted.length)];
          if (!target) return;
          const recorded = sequence.actions.map(({ id }) => id as string);
          const steps = stepsTo(sequence, target.id);
          const typeOf = new Map(sequence.joints.map((joint) => [joint.id as string, joint.type]));
          for (const off of offsOf(sequence)) {
            const reached = sequence.actions.filter(
              ({ id, part, joint }) =>
                steps.includes(id) &&
                // What was itself undone before the power was off stands as it was seen.
                recorded.indexOf(id) > recorded.indexOf(off) &&
                ((joint && typeOf.get(joint) === 'connector') ||
                  (part && live.has(kindOf(part)) && conducts(part))),
            );
            for (const { id } of reached) {
              expect(steps).toContain(off);
              expect(steps.indexOf(off)).toBeLessThan(steps.indexOf(id));
            }
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});
