import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { partNameOf } from '../reader/entries/partName.ts';
import { readSequence } from '../sequence/readSequence.ts';
import type { Screw } from '../sequence/screw.ts';
import { countKinds, type JobEvent, type JobEventBody } from './events.ts';
import { foldJob } from './foldJob.ts';
import { jobLedger } from './ledger.ts';
import { cellLetter, confusablePairs, fillTray } from './tray.ts';
import { runSteps } from './runSteps.ts';

/** A cover with two groups of screws, one of them captive. */
function cover() {
  const read = readSequence({
    format: 'bemtor.sequence/1',
    model: { maker: 'Test', name: 'Test', code: 'T', form: 'notebook' },
    parts: [{ id: 'base-cover', name: 'Base cover', kind: 'cover' }],
    joints: [
      {
        id: 'rim',
        type: 'screws',
        holds: ['base-cover'],
        count: 6,
        screw: { drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 5 },
      },
      {
        id: 'corners',
        type: 'screws',
        holds: ['base-cover'],
        count: 2,
        screw: { drive: 'PH', size: 'PH0', captive: true },
        where: 'rear corners',
      },
    ],
    actions: [
      {
        id: 'a1',
        verb: 'unscrew',
        joint: 'rim',
        part: 'base-cover',
        tool: 'PH0',
        face: 'bottom',
        seconds: 48,
      },
      {
        id: 'a2',
        verb: 'loosen',
        joint: 'corners',
        part: 'base-cover',
        tool: 'PH0',
        face: 'bottom',
        seconds: 14,
      },
      { id: 'a3', verb: 'lift', part: 'base-cover', face: 'bottom', seconds: 6 },
    ],
    needs: [],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return { sequence: read.value, steps: runSteps(read.value, { steps: ['a1', 'a2', 'a3'], targets: [] }) };
}

function ledgerAfter(...bodies: JobEventBody[]) {
  const { steps } = cover();
  const events: JobEvent[] = bodies.map((body, i) => ({ id: `e${i}`, at: '2026-01-01T08:00:00Z', body }));
  return jobLedger(steps, foldJob(events), partNameOf);
}

const counted = (joint: string, what: (typeof countKinds)[number], total: number): JobEventBody => ({
  kind: 'counted',
  joint,
  what,
  total,
});

describe('the ledger', () => {
  test('what was never touched owes nothing', () => {
    expect(ledgerAfter()).toMatchObject({ balanced: true, open: [] });
  });

  test.each([
    [
      'one never came out',
      [counted('rim', 'out', 5), counted('rim', 'back', 5), { kind: 'done', step: 'down:a1' }],
      [
        'base cover, cell A: 1 of 6 never came out and is not marked missing',
        'base cover, cell A: 1 of 6 is not back; none in the tray: fit new or leave out with a reason',
      ],
    ],
    [
      'two still in the tray',
      [counted('rim', 'out', 6), counted('rim', 'back', 4)],
      ['base cover, cell A: 2 of 6 are not back; 2 still in the tray'],
    ],
    [
      'one too many came out',
      [counted('rim', 'out', 7), counted('rim', 'back', 6)],
      ['base cover, cell A: 1 more came out than expected'],
    ],
    [
      'one too many went back',
      [counted('rim', 'out', 6), counted('rim', 'back', 6), counted('rim', 'new', 1)],
      ['base cover, cell A: 1 more went back than belong there'],
    ],
    [
      'a captive one hangs loose',
      [counted('corners', 'out', 2), counted('corners', 'back', 1)],
      [
        'base cover, rear corners, cell B: 1 of 2 is not back; none in the tray: fit new or leave out with a reason',
      ],
    ],
    [
      'missing, and a new one fitted',
      [
        counted('rim', 'missing', 1),
        counted('rim', 'out', 5),
        counted('rim', 'back', 5),
        counted('rim', 'new', 1),
      ],
      [],
    ],
    [
      'missing, and left out on purpose',
      [
        counted('rim', 'missing', 1),
        counted('rim', 'out', 5),
        counted('rim', 'back', 5),
        counted('rim', 'omitted', 1),
      ],
      [],
    ],
  ] as [string, JobEventBody[], string[]][])('%s', (_name, bodies, open) => {
    expect(ledgerAfter(...bodies).open).toEqual(open);
  });

  test('it balances exactly when both laws hold for every group that was touched', () => {
    const body = fc
      .record({
        joint: fc.constantFrom('rim', 'corners'),
        what: fc.constantFrom(...countKinds),
        total: fc.nat({ max: 7 }),
      })
      .map(({ joint, what, total }) => counted(joint, what, total));
    fc.assert(
      fc.property(fc.array(body, { maxLength: 30 }), (bodies) => {
        // The twin: the last word per group and kind, then the two laws as they are written.
        const last = new Map<string, number>();
        for (const one of bodies) if (one.kind === 'counted') last.set(`${one.joint} ${one.what}`, one.total);
        const of = (joint: string, what: string): number => last.get(`${joint} ${what}`) ?? 0;
        const laws = [
          ['rim', 6],
          ['corners', 2],
        ].every(([joint, expected]) => {
          const name = String(joint);
          if (of(name, 'out') === 0) return true;
          return (
            of(name, 'out') + of(name, 'missing') === expected &&
            of(name, 'back') + of(name, 'new') + of(name, 'omitted') === expected &&
            // What is not in hand cannot go back.
            of(name, 'back') <= of(name, 'out') - of(name, 'lost')
          );
        });
        expect(ledgerAfter(...bodies).balanced).toBe(laws);
      }),
      { numRuns: 300 },
    );
  });
});

describe('the tray', () => {
  test('letters never run out and never repeat', () => {
    const letters = Array.from({ length: 800 }, (_, i) => cellLetter(i));
    expect(letters.slice(0, 3)).toEqual(['A', 'B', 'C']);
    expect(letters.slice(25, 29)).toEqual(['Z', 'AA', 'AB', 'AC']);
    expect(new Set(letters).size).toBe(800);
  });

  test('one cell for each kind, whatever the order; nothing is lost', () => {
    const screw: fc.Arbitrary<Screw> = fc.record({
      size: fc.constantFrom('PH0', 'PH00'),
      lengthMm: fc.constantFrom(3, 4, 5),
    });
    const groups = fc.array(
      fc.record({
        screw,
        count: fc.integer({ min: 1, max: 9 }),
        part: fc.constantFrom('fan', 'battery', null),
      }),
    );
    fc.assert(
      fc.property(groups, (all) => {
        const cells = fillTray(all);
        const sum = (counts: number[]) => counts.reduce((total, count) => total + count, 0);
        expect(sum(cells.map((cell) => cell.count))).toBe(sum(all.map((group) => group.count)));
        expect(new Set(cells.map((cell) => cell.kind)).size).toBe(cells.length);
        expect(cells.map((cell) => cell.letter)).toEqual(cells.map((_, i) => cellLetter(i)));
      }),
    );
  });

  test.each([
    [4, 5, true],
    [4, 6, true],
    [4, 7, false],
    [4, 4, false],
  ])('lengths %i and %i mm of one thread are easily mixed up: %s', (a, b, expected) => {
    const screw = (lengthMm: number): Screw => ({ drive: 'PH', size: 'PH0', thread: 'M2', lengthMm });
    const cells = fillTray([
      { screw: screw(a), count: 1, part: null },
      { screw: screw(b), count: 1, part: null },
    ]);
    expect(confusablePairs(cells).length > 0).toBe(expected);
  });
});
