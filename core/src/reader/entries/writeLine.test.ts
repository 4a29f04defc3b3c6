import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { JointType, Verb } from '../../sequence/schema.ts';
import { emptyContext } from '../context.ts';
import { partWords } from '../lexicon/parts.ts';
import { readLine } from '../readLine.ts';
import type { Entry } from './entry.ts';
import { writeLine } from './writeLine.ts';

/** Joints without screws, each with the verb that undoes it. */
const bareJoints: Partial<Record<JointType, Verb>> = {
  clips: 'unclip',
  tape: 'peel',
  'stretch-tape': 'peel',
  rivets: 'unclip',
  latch: 'slide',
  pegs: 'slide',
};

describe('writing an entry back', () => {
  const common = { text: '', at: null, confidence: 1 };
  const part = fc.constantFrom(
    ...partWords
      .map(([slug]) => slug)
      .filter((slug) => !/^label$|antenna|charger|-(cable|lead|wire|ribbon|flex|cord|plug)$/.test(slug)),
  );
  const screw = fc.record(
    {
      drive: fc.constant('PH' as const),
      size: fc.constantFrom('PH0', 'PH00', 'PH1'),
      thread: fc.constantFrom('M2', 'M1.6', 'M2.5'),
      lengthMm: fc.constantFrom(3, 4.5, 12),
      head: fc.constantFrom('flat' as const, 'wafer' as const),
      sprung: fc.constant(true as const),
    },
    { requiredKeys: ['drive', 'size'] },
  );
  const entry: fc.Arbitrary<Entry> = fc.oneof(
    fc
      .record({ part, count: fc.integer({ min: 1, max: 40 }), screw })
      .map(({ part: of, count, screw: kind }): Entry => ({
        kind: 'undo',
        part: of,
        verb: 'unscrew',
        tool: kind.size,
        joint: { type: 'screws', count, screw: kind },
        ...common,
      })),
    part.map((of): Entry => ({ kind: 'lift', part: of, ...common })),
    fc
      .tuple(
        part,
        part,
        fc.constantFrom('numbered' as const, 'cross' as const),
        fc.integer({ min: 2, max: 40 }),
      )
      .filter(([a, b]) => a !== b)
      .map(([of, hiddenBy, tighten, count]): Entry => ({
        kind: 'undo',
        part: of,
        verb: 'unscrew',
        tool: 'PH1',
        joint: { type: 'screws', count, screw: { drive: 'PH', size: 'PH1' }, hiddenBy, tighten },
        ...common,
      })),
    fc
      .tuple(part, fc.constantFrom('PH0', 'PH1', null), fc.constantFrom(undefined, 'foot-strip'))
      .map(([of, size, hiddenBy]) => ({
        kind: 'undo' as const,
        part: of,
        verb: 'unscrew' as const,
        tool: size,
        joint: {
          type: 'screws' as const,
          ...(size ? { screw: { drive: 'PH' as const, size } } : {}),
          ...(hiddenBy ? { hiddenBy } : {}),
        },
        ...common,
      })),
    fc
      .tuple(part, fc.constantFrom(...Object.entries(bareJoints)), fc.integer({ min: 2, max: 40 }))
      .map(([of, [type, verb], count]) => ({
        kind: 'undo' as const,
        part: of,
        verb,
        tool: null,
        joint: { type: type as JointType, count },
        ...common,
      })),
    fc.constantFrom<Entry>(
      { kind: 'turn', face: 'top', ...common },
      { kind: 'turn', face: 'bottom', ...common },
      { kind: 'hold', seconds: 30, what: 'wait', ...common },
    ),
    fc
      .tuple(part, part)
      .filter(([a, b]) => a !== b)
      .map(([a, b]): Entry => ({ kind: 'covers', part: a, parts: [b], ...common })),
    fc
      .tuple(part, fc.integer({ min: 1, max: 9 }))
      .map(([of, count]): Entry => ({ kind: 'stripped', part: of, count, ...common })),
    fc
      .record(
        {
          nominalV: fc.constantFrom(7.6, 11.55, 15.44),
          capacityMAh: fc.constantFrom(3800, 4100),
          energyWh: fc.constantFrom(28.9, 47.4),
          g: fc.constantFrom(210),
        },
        { requiredKeys: ['nominalV'] },
      )
      .chain((values) => part.map((of): Entry => ({ kind: 'measure', part: of, values, ...common }))),
    fc.constantFrom('plug', 'press-on', 'coax').chain((mechanism) =>
      part.map(
        (of) =>
          ({
            kind: 'undo',
            part: of,
            verb: 'unplug',
            tool: null,
            joint: { type: 'connector', mechanism },
            ...common,
          }) as Entry,
      ),
    ),
    fc
      .tuple(part, part)
      .filter(([a, b]) => a !== b)
      .map(([a, b]): Entry => ({ kind: 'blocked', part: a, by: b, ...common })),
    fc
      .tuple(part, part)
      .filter(([a, b]) => a !== b)
      .map(([a, b]): Entry => ({ kind: 'requires', part: a, parts: [b], ...common })),
    fc
      .tuple(part, part, fc.boolean())
      .filter(([a, b]) => a !== b)
      .map(([a, b, moves]): Entry =>
        moves ? { kind: 'move', part: a, to: b, ...common } : { kind: 'whole', part: a, with: b, ...common },
      ),
    fc
      .tuple(part, fc.constantFrom('TB-4471', 'TF-220-C', 'QX1234B'))
      .map(([of, number]): Entry => ({ kind: 'number', part: of, number, role: 'fitted', ...common })),
    fc
      .tuple(part, fc.integer({ min: 1, max: 9 }))
      .map(([of, count]): Entry => ({ kind: 'missing', part: of, count, screw: null, ...common })),
    fc
      .integer({ min: 1, max: 600 })
      .map((seconds): Entry => ({ kind: 'hold', seconds, what: 'power button', ...common })),
  );

  test('and reading it again gives the same entry', () => {
    const context = emptyContext();
    fc.assert(
      fc.property(entry, (given) => {
        const { text: _text, confidence: _confidence, ...expected } = given;
        const again = readLine(writeLine(given), context).entries.map(
          ({ text: _t, confidence: _c, ...rest }) => rest,
        );
        expect(again).toEqual([expected]);
      }),
      { numRuns: 600 },
    );
  });
});
