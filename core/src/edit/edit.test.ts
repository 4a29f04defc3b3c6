import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { shortestCycle } from '../derive/shortestCycle.ts';
import { emptyContext } from '../reader/context.ts';
import type { Entry } from '../reader/entries/entry.ts';
import { readLine } from '../reader/readLine.ts';
import { foldEdits, recordBodySchema, type RecordBody } from '../record/log.ts';
import { planRoute } from '../route/planRoute.ts';
import { actionWords, indexSequence } from '../sequence/describe.ts';
import { readSequence } from '../sequence/readSequence.ts';
import type { Sequence } from '../sequence/schema.ts';
import { demoSequence } from '../testing/demo.ts';
import { anyDevice } from '../testing/devices.ts';
import { applyEdits } from './applyEdits.ts';
import { diffSequences } from './diffSequences.ts';
import type { Edit } from './edit.ts';

const lark = demoSequence('lark-14');
const entryOf = (line: string): Entry => readLine(line, emptyContext([])).entries[0]!;
const edited = (edits: readonly Edit[], document: Sequence = lark): Sequence => {
  const { sequence, stale } = applyEdits(document, edits);
  expect(stale).toEqual([]);
  const read = readSequence(JSON.parse(JSON.stringify(sequence)));
  expect(read.ok ? null : read.fault).toBeNull();
  return sequence;
};
const stepsTo = (sequence: Sequence, target: string): string[] => {
  const route = planRoute(sequence, { targets: [target], configuration: { keyboard: 'plain' } });
  return route.ok ? [...route.value.steps] : [];
};

describe('a document edited by hand', () => {
  test('a need taken out shortens the route, one that is pinned lengthens it, one with an option only there', () => {
    const pin: Edit = { what: 'pin', action: 'slide-memory', before: 'unplug-fan' };
    expect(stepsTo(lark, 'memory')).not.toContain('unplug-fan');
    expect(stepsTo(edited([pin]), 'memory')).toContain('unplug-fan');
    const free: Edit = { what: 'free', action: 'slide-memory', before: 'unplug-fan' };
    expect(stepsTo(edited([pin, free]), 'memory')).toEqual(stepsTo(lark, 'memory'));
    const onlyLit: Edit = { ...pin, when: { keyboard: ['backlit'] } };
    expect(stepsTo(edited([onlyLit]), 'memory')).not.toContain('unplug-fan');
  });

  test('an act inserted from a bench line waits for what lies over it, and its part waits for it', () => {
    const sequence = edited([
      {
        what: 'insert',
        id: 'unscrew-fan-2',
        after: 'unplug-fan',
        entry: entryOf('fan 1 PH00 M1.6x3'),
      },
    ]);
    const joint = sequence.joints.find(({ id }) => id === 'j-unscrew-fan-2');
    expect(joint).toMatchObject({ holds: ['fan'], count: 1, screw: { size: 'PH00', thread: 'M1.6' } });
    const steps = stepsTo(sequence, 'fan');
    expect(steps.indexOf('unscrew-fan-2')).toBeGreaterThan(steps.indexOf('unplug-battery'));
    expect(steps.indexOf('unscrew-fan-2')).toBeLessThan(steps.indexOf('lift-fan'));
  });

  test('what waited for a removed act waits for what that one waited for', () => {
    const sequence = edited([{ what: 'remove', action: 'lift-base-cover' }]);
    expect(stepsTo(sequence, 'fan')).toContain('unscrew-base-cover');
    expect(sequence.needs.some(({ anyOf }) => anyOf.some((id) => id === 'lift-base-cover'))).toBe(false);
  });

  test('a part is split in two and two names are joined again', () => {
    const split: Edit = { what: 'split', actions: ['unplug-fan'], into: 'fan-lead', name: 'Fan lead' };
    const apart = edited([split]);
    expect(apart.actions.find(({ id }) => id === 'unplug-fan')?.part).toBe('fan-lead');
    expect(stepsTo(apart, 'fan')).not.toContain('unplug-fan');
    const together = edited([split, { what: 'join', part: 'fan-lead', into: 'fan' }]);
    expect(together.actions.find(({ id }) => id === 'unplug-fan')?.part).toBe('fan');
    expect(together.parts.some(({ id }) => id === 'fan-lead')).toBe(false);
  });

  test('an edit of what is not there changes nothing and is told', () => {
    const edit: Edit = { what: 'count', joint: 'j-nowhere', count: 3 };
    expect(applyEdits(lark, [edit])).toEqual({ sequence: lark, stale: [edit] });
  });

  const anyEdit = (document: Sequence): fc.Arbitrary<Edit> => {
    const act = fc.constantFrom(...document.actions.map(({ id }) => id as string));
    const joint = fc.constantFrom(...document.joints.map(({ id }) => id as string));
    const part = fc.constantFrom(...document.parts.map(({ id }) => id as string));
    const lines = fc.constantFrom('fan 2 PH0 M2x4', 'unplug speaker', 'new shield off', 'gizmo 3 T5');
    return fc.oneof(
      fc.record({ what: fc.constant('pin' as const), action: act, before: act }),
      fc.record({ what: fc.constant('free' as const), action: act, before: act }),
      fc.record({
        what: fc.constant('count' as const),
        joint,
        count: fc.option(fc.integer({ min: 1, max: 9 })),
      }),
      fc.record({ what: fc.constant('where' as const), joint, where: fc.constantFrom('rear edge', null) }),
      fc.record({ what: fc.constant('words' as const), action: act, note: fc.constantFrom('', 'gently') }),
      fc.record({ what: fc.constant('tool' as const), action: act, tool: fc.constantFrom('PH1', null) }),
      fc.record({ what: fc.constant('move' as const), action: act, after: fc.option(act) }),
      fc.record({ what: fc.constant('remove' as const), action: act }),
      fc.record({ what: fc.constant('join' as const), part, into: part }),
      fc
        .uniqueArray(act, { minLength: 1, maxLength: 3 })
        .map((actions): Edit => ({ what: 'split', actions, into: 'half', name: 'Half' })),
      fc.record({
        what: fc.constant('insert' as const),
        id: fc.constantFrom('added-1', 'added-2'),
        after: fc.option(act),
        entry: lines.map(entryOf),
      }),
    );
  };
  const anyEdits = fc
    .oneof({ weight: 3, arbitrary: anyDevice }, fc.constantFrom(lark, demoSequence('pilot-7')))
    .chain((document) => fc.tuple(fc.constant(document), fc.array(anyEdit(document), { maxLength: 8 })));

  test('whatever is edited, the document stays whole, the old one as it was, and every record reads back', () => {
    fc.assert(
      fc.property(anyEdits, ([document, edits]) => {
        const before = JSON.stringify(document);
        const { sequence } = applyEdits(document, edits);
        expect(JSON.stringify(document)).toBe(before);
        const read = readSequence(JSON.parse(JSON.stringify(sequence)));
        expect(read.ok ? null : read.fault).toBeNull();
        for (const edit of edits) {
          const body: RecordBody = { kind: 'edit', edit };
          expect(recordBodySchema.parse(JSON.parse(JSON.stringify(body)))).toEqual(body);
        }
      }),
      { numRuns: 200 },
    );
  });

  test('a document has no difference from itself; an edit that changes it is told, and none otherwise', () => {
    fc.assert(
      fc.property(anyEdits, ([document, edits]) => {
        expect(diffSequences(document, document)).toEqual([]);
        const { sequence } = applyEdits(document, edits);
        const norm = (one: Sequence): string =>
          JSON.stringify([one.actions, one.joints.map(({ count, where, screw }) => [count, where, screw])]);
        if (norm(document) !== norm(sequence)) expect(diffSequences(document, sequence)).not.toEqual([]);
      }),
      { numRuns: 120 },
    );
  });

  test('taking an edit back leaves the document as if it had never been made', () => {
    fc.assert(
      fc.property(anyEdits, fc.nat(), ([document, edits], pick) => {
        fc.pre(edits.length > 0);
        const at = pick % edits.length;
        const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
        const records = edits.map((edit, i) => ({
          id: uuid(i),
          at: '',
          body: { kind: 'edit' as const, edit },
        }));
        const undo = { id: uuid(99), at: '', body: { kind: 'unedit' as const, of: uuid(at) } };
        const standing = foldEdits([...records, undo]).map(({ edit }) => edit);
        expect(standing).toEqual(edits.filter((_, i) => i !== at));
        expect(applyEdits(document, standing)).toEqual(
          applyEdits(
            document,
            edits.filter((_, i) => i !== at),
          ),
        );
      }),
      { numRuns: 60 },
    );
  });

  test('the words of a difference', () => {
    const after = edited([
      { what: 'count', joint: 'j-base-cover-screws', count: 8 },
      { what: 'move', action: 'unplug-fan', after: 'unplug-speakers' },
      { what: 'pin', action: 'slide-memory', before: 'unplug-fan' },
      { what: 'remove', action: 'lift-sim-tray' },
    ]);
    const called = edited([{ what: 'name', part: 'fan', name: 'Blower' }]);
    expect(diffSequences(lark, called)).toEqual([
      { kind: 'part', action: null, words: 'called Blower, was Fan' },
    ]);
    const index = indexSequence(called);
    expect(called.actions.map((action) => actionWords(index, action))).toContain('Blower off');
    const words = diffSequences(lark, after).map((change) => `${change.kind}: ${change.words}`);
    expect(words).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^step: gone: SIM tray off/i),
        expect.stringMatching(/^count: Base cover: remove \d+ screws.*: count 8, was \d+$/),
        expect.stringMatching(/^order: moved: Unplug fan/),
        expect.stringMatching(/^need: “Slide memory.*” after “Unplug fan.*” \(pinned\)$/),
      ]),
    );
    expect(shortestCycle(after)).toBeNull();
  });
});
