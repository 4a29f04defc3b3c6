import fc from 'fast-check';
import { readSequence } from '../sequence/readSequence.ts';
import type { Sequence } from '../sequence/schema.ts';

const kinds = ['cover', 'battery', 'bracket', 'shield', 'heatsink', 'card', 'display', 'part'] as const;
const screw = fc.record({
  drive: fc.constant('PH' as const),
  size: fc.constantFrom('PH0', 'PH00'),
  thread: fc.constantFrom('M1.6', 'M2'),
  lengthMm: fc.constantFrom(3, 4, 5, 8),
  captive: fc.boolean(),
});
const joint = fc.oneof(
  fc.record({
    type: fc.constant('screws' as const),
    count: fc.option(fc.integer({ min: 1, max: 4 }), { freq: 5 }),
    screw,
    throughCase: fc.boolean(),
  }),
  fc.record({ type: fc.constant('clips' as const) }),
  fc.record({
    type: fc.constant('connector' as const),
    mechanism: fc.constantFrom('plug', 'flip-lock', 'coax'),
  }),
  fc.record({ type: fc.constantFrom('tape' as const, 'adhesive' as const, 'stretch-tape' as const) }),
  fc.record({ type: fc.constant('rivets' as const), count: fc.integer({ min: 2, max: 40 }) }),
);
const verbs = {
  screws: 'unscrew',
  clips: 'pry',
  rivets: 'pry',
  connector: 'unplug',
  tape: 'peel',
  adhesive: 'peel',
  'stretch-tape': 'peel',
} as const;

/**
 * Generated devices: parts one under the other, each with a few joints and a lift that waits for them; each
 * joint waits for the lifts of some parts above it. Every part can be reached.
 */
export const anyDevice: fc.Arbitrary<Sequence> = fc
  .array(
    fc.record({
      kind: fc.constantFrom(...kinds),
      joints: fc.array(joint, { minLength: 1, maxLength: 3 }),
      above: fc.array(fc.nat(), { maxLength: 2 }),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((parts) => {
    const name = (i: number): string => `p${i}`;
    const joints = parts.flatMap((part, i) =>
      part.joints.map((one, k) => ({ id: `j${i}-${k}`, holds: [name(i)], ...one })),
    );
    const actions = parts.flatMap((part, i) => [
      ...part.joints.map((one, k) => ({
        id: `a${i}-${k}`,
        verb: one.type === 'screws' && one.screw.captive ? 'loosen' : verbs[one.type],
        joint: `j${i}-${k}`,
        part: name(i),
        tool: one.type === 'screws' ? one.screw.size : null,
        face: 'bottom',
        seconds: 10,
      })),
      { id: `lift${i}`, verb: 'lift', part: name(i), tool: null, face: 'bottom', seconds: 6 },
    ]);
    const needs = parts.flatMap((part, i) => [
      ...part.joints.map((_, k) => ({ action: `lift${i}`, anyOf: [`a${i}-${k}`], basis: 'holds' })),
      ...(i === 0
        ? []
        : part.above.map((above) => ({ action: `a${i}-0`, anyOf: [`lift${above % i}`], basis: 'covers' }))),
    ]);
    const read = readSequence({
      format: 'bemtor.sequence/1',
      model: { maker: 'Test', name: 'Test', code: 'T', form: 'notebook' },
      parts: parts.map(({ kind }, i) => ({ id: name(i), name: `Part ${i}`, kind })),
      joints,
      actions,
      needs,
      checks: [],
    });
    if (!read.ok) throw new Error(JSON.stringify(read.fault));
    return read.value;
  });
