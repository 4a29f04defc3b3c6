import { applyEdits, readSequence, type Sequence } from '@bemtor/core';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { answerTo, asks, asksFor, editWords, moved, standing, type Ask } from './editing.ts';
import { reviewRows } from './reviewRows.ts';

const lark = demo('lark-14');
function demo(name: string): Sequence {
  const url = new URL(`../../../../demo/sequences/${name}.json`, import.meta.url);
  const read = readSequence(JSON.parse(readFileSync(url, 'utf8')));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
}
const act = (id: string) => lark.actions.find((action) => action.id === id)!;

describe('editing an act in Review', () => {
  test('what is asked for fits the act', () => {
    expect(asksFor(lark, act('unscrew-base-cover'))).toEqual(
      expect.arrayContaining(['count', 'screw', 'where']),
    );
    expect(asksFor(lark, act('lift-base-cover'))).not.toContain('count');
    expect(asksFor(lark, act('unplug-battery'))).not.toContain('screw');
    const keys = Object.values(asks).map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
  });

  test.each<[Ask, string, object]>([
    ['count', '4', { what: 'count', count: 4 }],
    ['count', '', { what: 'count', count: null }],
    ['count', '?', { what: 'count', count: null }],
    ['screw', 'T5 M2x4', { what: 'screw', screw: { drive: 'T', size: 'T5', thread: 'M2', lengthMm: 4 } }],
    ['where', ' rear edge ', { what: 'where', where: 'rear edge' }],
    ['words', 'gently', { what: 'words', note: 'gently' }],
    ['tool', '', { what: 'tool', tool: null }],
    ['pin', 'unplug-fan', { what: 'pin', before: 'unplug-fan' }],
    ['split', 'Rear lid', { what: 'split', into: 'rear-lid', name: 'Rear lid' }],
    ['name', 'Bottom shell', { what: 'name', part: 'base-cover', name: 'Bottom shell' }],
    ['join', 'fan', { what: 'join', part: 'base-cover', into: 'fan' }],
    ['insert', '2 T5 M2x3', { what: 'insert', after: 'unscrew-base-cover' }],
  ])('%s: “%s”', (ask, typed, expected) => {
    const answer = answerTo(lark, act('unscrew-base-cover'), ask, typed);
    expect(answer.ok && answer.edits[0]).toMatchObject(expected);
  });

  test.each<[Ask, string]>([
    ['count', '0'],
    ['count', '2.5'],
    ['count', 'many'],
    ['screw', 'nothing'],
    ['pin', 'unscrew-base-cover'],
    ['pin', 'nowhere'],
    ['split', '  '],
    ['name', ' '],
    ['name', 'x'.repeat(81)],
    ['join', 'nowhere'],
    ['insert', 'zorp blah'],
    ['insert', 'base cover off'],
  ])('%s: “%s” is refused with words that say what would be right', (ask, typed) => {
    const answer = answerTo(lark, act('unscrew-base-cover'), ask, typed);
    expect(answer).toMatchObject({ ok: false });
    if (!answer.ok) expect(answer.fault.length).toBeGreaterThan(10);
  });

  test('a move that a need forbids names the need; any other is kept, and words say every edit', () => {
    const order = lark.actions.map(({ id }) => id as string);
    fc.assert(
      fc.property(fc.constantFrom(...order), fc.nat({ max: order.length }), (action, to) => {
        const answer = moved(lark, action, to);
        if (!answer.ok) {
          expect(answer.fault).toMatch(/waits for .*: take that need out first\.$/);
          return;
        }
        const { sequence, stale } = applyEdits(lark, answer.edits);
        expect(stale).toEqual([]);
        expect(sequence.actions.findIndex(({ id }) => id === action)).toBe(Math.min(order.length - 1, to));
        for (const edit of answer.edits) expect(editWords(sequence, edit)).toMatch(/ moved$/);
      }),
      { numRuns: 60 },
    );
  });

  test('whatever is answered, the document takes it, shows it as standing, and says it in words', () => {
    const answers = fc.oneof(
      fc.tuple(fc.constant<Ask>('count'), fc.integer({ min: 1, max: 200 }).map(String)),
      fc.tuple(fc.constant<Ask>('where'), fc.constantFrom('rim', 'rear edge')),
      fc.tuple(fc.constant<Ask>('words'), fc.constantFrom('gently', 'two people')),
      fc.tuple(fc.constant<Ask>('tool'), fc.constantFrom('PH1', 'spudger')),
    );
    fc.assert(
      fc.property(fc.constantFrom(...lark.actions), answers, (action, [ask, typed]) => {
        fc.pre(asksFor(lark, action).includes(ask));
        const answer = answerTo(lark, action, ask, typed);
        expect(answer.ok).toBe(true);
        if (!answer.ok) return;
        const { sequence } = applyEdits(lark, answer.edits);
        const now = sequence.actions.find(({ id }) => id === action.id)!;
        expect(standing(sequence, now, ask)).toBe(typed);
        for (const edit of answer.edits) expect(editWords(sequence, edit).length).toBeGreaterThan(8);
      }),
      { numRuns: 80 },
    );
  });

  test('each need of a row names the act that it waits for, or none where any of several will do', () => {
    for (const { needs } of reviewRows(lark, [], () => ''))
      for (const need of needs) {
        if (need.before === null) expect(need.first).toContain(' or ');
        else expect(lark.actions.some(({ id }) => id === need.before)).toBe(true);
      }
  });
});
