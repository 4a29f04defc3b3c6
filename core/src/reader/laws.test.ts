import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { advanceByReading, emptyContext, type LineContext } from './context.ts';
import { entrySchema, type Entry } from './entries/entry.ts';
import { readLine } from './readLine.ts';
import type { Reading } from './reading.ts';

/*
 * What holds for any line, whatever its words: nothing is dropped, what was not done is no act, what goes back
 * in is not taken out. The lines are made of the trade's words (common practice, no source), not of examples.
 */

const acts: ReadonlySet<Entry['kind']> = new Set(
  'undo,lift,turn,hold,missing,stripped,number,measure,requires,covers,blocked'.split(',') as Entry['kind'][],
);
const actsOf = ({ entries }: Reading): Entry[] => entries.filter(({ kind }) => acts.has(kind));
/** An entry without where and how surely it was read. */
const bare = (entries: readonly Entry[]): unknown[] =>
  entries.map(({ text: _text, confidence: _confidence, at: _at, ...rest }) => rest);

const contextAfter = (...lines: readonly string[]): LineContext =>
  lines.reduce((context, line) => advanceByReading(context, readLine(line, context)), emptyContext());
const opened = contextAfter(
  'base cover: 6 PH0 M2x5',
  'base cover off',
  'battery 4 PH00 M1.6x4',
  'battery off',
);

const part = fc.constantFrom(
  'fan',
  'battery',
  'keyboard',
  'heatsink',
  'system board',
  'left hinge',
  'trim ring',
);
const kind = fc.constantFrom('PH0 M2x5', 'T5', 'PH1', 'T6 M2.5x8', 'PH00 M1.6x4', 'JIS0');
const count = fc.integer({ min: 1, max: 12 });
const group = fc.record({ part, kind, count });
/** Letters that no word of the trade is near. */
const nonsense = fc.constantFrom('zorpix', 'qwubble', 'vrixled', 'glompf', 'xyxyx');

describe('nothing is dropped', () => {
  test('a word that nobody knows is marked, kept in a note, or names a part', () => {
    fc.assert(
      fc.property(group, nonsense, fc.nat(), (said, word, seed) => {
        const words = `${said.part} ${said.count} ${said.kind} screws`.split(' ');
        words.splice(seed % (words.length + 1), 0, word);
        const reading = readLine(words.join(' '), emptyContext());
        const kept = [
          ...reading.unread,
          ...reading.entries.flatMap((entry) => [
            acts.has(entry.kind) ? '' : entry.text,
            JSON.stringify({ ...entry, text: '' }),
          ]),
        ];
        expect(kept.some((text) => text.includes(word))).toBe(true);
      }),
      { numRuns: 400 },
    );
  });

  test('taking away the count, the kind or the part changes the reading; a filler does not', () => {
    fc.assert(
      fc.property(group, fc.constantFrom('ok', 'right then', 'so', 'well'), (said, filler) => {
        const read = (line: string) => bare(readLine(line, emptyContext()).entries);
        const whole = read(`${said.part} ${said.count} ${said.kind}`);
        expect(read(`${said.part} ${said.kind}`)).not.toEqual(whole);
        expect(read(`${said.part} ${said.count}`)).not.toEqual(whole);
        expect(read(`${said.count} ${said.kind}`)).not.toEqual(whole);
        expect(read(`${filler}, ${said.part} ${said.count} ${said.kind}`)).toEqual(whole);
      }),
      { numRuns: 300 },
    );
  });

  test('several groups on one line are all there, in order', () => {
    fc.assert(
      fc.property(fc.array(group, { minLength: 1, maxLength: 5 }), (groups) => {
        const said = groups.filter(({ part: of }, i) => groups.findIndex((other) => other.part === of) === i);
        const line = said.map((one) => `${one.part} ${one.count} ${one.kind}`).join('; ');
        const { entries, unread } = readLine(line, emptyContext());
        expect(unread).toEqual([]);
        expect(entries.map((entry) => entry.kind === 'undo' && entry.joint.count)).toEqual(
          said.map((one) => one.count),
        );
      }),
      { numRuns: 300 },
    );
  });
});

describe('names are open', () => {
  const invented = fc
    .tuple(fc.constantFrom('br', 'gl', 'sk', 'zw', 'kr', 'dr'), fc.constantFrom('om', 'un', 'ax', 'ib'))
    .chain(([head, middle]) =>
      fc.constantFrom('zek', 'vux', 'quol', 'bast').map((tail) => head + middle + tail),
    )
    // What is near a word of the trade is taken for a slip of the thumb, and rightly.
    .filter((word) => {
      const [entry] = readLine(`${word} out`, emptyContext()).entries;
      return entry?.kind === 'lift' && entry.part === word;
    });

  test('a word that nobody knows, where a part would stand, is that part and never the one in work', () => {
    const lines: readonly (readonly [text: string, kinds: string])[] = [
      ['# 2 T5 screws, out', 'undo lift'],
      ['#: 3 screws, removed', 'undo lift'],
      ['the #: one ribbon, 2 screws, out', 'undo undo lift'],
      ['unplug the #', 'undo'],
      ['removed the #', 'lift'],
      ['the # came away', 'lift'],
      ['3 T5 hold the #', 'undo'],
      ['two screws on the #', 'undo'],
      ['undid 3 screws of the #', 'undo'],
    ];
    fc.assert(
      fc.property(invented, fc.constantFrom(...lines), (word, [text, kinds]) => {
        const found = actsOf(readLine(text.replace('#', word), opened));
        expect(found.map((entry) => [entry.kind, 'part' in entry ? entry.part : null])).toEqual(
          kinds.split(' ').map((kind) => [kind, word]),
        );
      }),
    );
  });

  test('a word behind a verb that is no name leaves the act to the part in work', () => {
    for (const line of ['lifted out gently', 'unplugged carefully', 'pulled straight up'])
      for (const entry of actsOf(readLine(line, opened))) expect(entry).toMatchObject({ part: 'battery' });
  });
});

describe('what was not done is no act', () => {
  const order = fc.constantFrom(
    'unplug',
    'remove',
    'lift',
    'take out',
    'unscrew',
    'pull',
    'pry off',
    'disconnect',
  );
  const denied = fc.constantFrom(
    (act: string, of: string) => `don't ${act} the ${of}`,
    (act: string, of: string) => `do not ${act} the ${of} yet`,
    (act: string, of: string) => `never ${act} the ${of}`,
    (act: string, of: string) => `no need to ${act} the ${of}`,
    (act: string, of: string) => `didn't ${act} the ${of}`,
    (act: string, of: string) => `you don't have to ${act} the ${of}`,
    (act: string, of: string) => `if it had one you would ${act} the ${of}`,
    (_act: string, of: string) => `left the ${of} in`,
    (_act: string, of: string) => `${of} stays on`,
    (_act: string, of: string) => `leave the ${of} where it is`,
    (_act: string, of: string) => `${of} won't come out`,
    (_act: string, of: string) => `is the ${of} off?`,
  );

  test('an order affirmed is one; the same order denied, imagined, asked or left is none', () => {
    fc.assert(
      fc.property(order, part, denied, (act, of, deny) => {
        expect(actsOf(readLine(`${act} the ${of}`, opened))).not.toEqual([]);
        expect(actsOf(readLine(deny(act, of), opened))).toEqual([]);
      }),
      { numRuns: 400 },
    );
  });

  test('what goes back in is never taken out', () => {
    const back = fc.constantFrom(
      (of: string, n: number, of_: string) => `${of} back in, ${n} ${of_}`,
      (of: string, n: number, of_: string) => `${n} ${of_} back in the ${of}`,
      (of: string) => `${of} back on`,
      (of: string) => `refit the ${of}`,
      (of: string, n: number) => `refit ${n} ${of} screws`,
      (of: string) => `plug the ${of} back in`,
      (of: string, n: number) => `new ${of} in, ${n} screws`,
      (of: string) => `put the ${of} back`,
    );
    fc.assert(
      fc.property(back, part, kind, count, (say, of, screw, n) => {
        const { entries } = readLine(say(of, n, screw), opened);
        expect(entries.filter((entry) => entry.kind === 'undo' || entry.kind === 'lift')).toEqual([]);
        expect(entries.some((entry) => entry.kind === 'refit')).toBe(true);
      }),
      { numRuns: 400 },
    );
  });

  test.each([
    ['battery in', 'refit'],
    ['battery out', 'lift'],
    ['fan back on', 'refit'],
    ['fan off the back', 'lift'],
    ['plug fan in', 'refit'],
    ['unplug fan', 'undo'],
  ])('one word turns it: %s is %s', (line, wanted) => {
    expect(readLine(line, opened).entries.map(({ kind: read }) => read)).toContain(wanted);
  });
});

describe('a count is a claim', () => {
  test('parts of a whole are the whole told apart where the sum is right, and doubted where it is not', () => {
    fc.assert(
      fc.property(count, count, fc.integer({ min: -1, max: 1 }), (long, short, off) => {
        const whole = long + short + off;
        fc.pre(whole > Math.max(long, short));
        const { entries, doubts } = readLine(
          `battery ${whole} PH0: ${long} long, ${short} short`,
          emptyContext(),
        );
        const counts = entries.flatMap((entry) => (entry.kind === 'undo' ? [entry.joint.count] : []));
        expect(counts).toEqual([long, short]);
        expect(doubts.some(({ why }) => why === `${long} + ${short} is ${long + short}, not ${whole}`)).toBe(
          off !== 0,
        );
      }),
      { numRuns: 200 },
    );
  });

  test('of a group without a kind no kind is made up: what was known of the last one stands', () => {
    const before = contextAfter('fan 2 T5 M2x4');
    const reading = readLine('base cover 8 screws, one of them under the label', before);
    for (const entry of reading.entries)
      if (entry.kind === 'undo') expect(entry.joint.screw ?? null).toBeNull();
    expect(advanceByReading(before, reading).screw).toEqual(before.screw);
  });

  test('those in brackets, and those with "the" before them, are some of the whole', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 14 }),
        fc.integer({ min: 1, max: 3 }),
        fc.boolean(),
        (whole, some, the) => {
          const line = the
            ? `base cover ${whole} PH0, the ${some} at the front are short`
            : `base cover: ${whole} PH0 (${some} long in the corners)`;
          const counts = readLine(line, emptyContext()).entries.map((entry) =>
            entry.kind === 'undo' ? entry.joint.count : null,
          );
          expect(counts).toEqual([whole - some, some]);
        },
      ),
    );
  });

  test('some of them are taken from the whole, never added', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 20 }), (whole) => {
        const { entries } = readLine(`base cover ${whole} PH0, 2 of them captive`, emptyContext());
        const sum = entries.reduce(
          (all, entry) => all + (entry.kind === 'undo' ? (entry.joint.count ?? 0) : 0),
          0,
        );
        expect(sum).toBe(whole);
      }),
    );
  });
});

describe('whatever is typed', () => {
  const token = fc.constantFrom(
    ...'fan battery cover screws 4 PH0 M2x5 T5 off out in back on under not no if unplug lift 11.55V 47Wh QX-11 same left right , : ? and then of them both ribbon flip zorp captive missing'.split(
      ' ',
    ),
  );

  test('readings fit the log, spans cover the line, and the same line reads the same', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.array(token, { maxLength: 24 }).map((words) => words.join(' ')),
          fc.string({ maxLength: 200, unit: 'binary' }),
        ),
        (line) => {
          const reading = readLine(line, opened);
          for (const entry of reading.entries) entrySchema.parse(entry);
          expect(readLine(line, opened)).toEqual(reading);
          let end = 0;
          for (const span of reading.spans) {
            expect(span.start).toBeGreaterThanOrEqual(end);
            expect(span.end).toBeLessThanOrEqual(line.length);
            end = span.end;
          }
          for (const { confidence } of reading.entries) expect(confidence).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 3_000 },
    );
  });
});
