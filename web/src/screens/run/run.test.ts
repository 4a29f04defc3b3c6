import { describe, expect, test } from '@jest/globals';
import { foldJob, matGroupsOfSequence, type RunStep } from '@bemtor/core';
import { computed, ref } from 'vue';
import { demoRoute } from '../../testing/demoSequence.ts';
import { meantBy, type Command } from '../../kit/commands.ts';
import { footOf, runCommands, type RunActs, type RunNow } from './runCommands.ts';
import { usePutPoints } from './usePutPoints.ts';
import { spokenStep } from './useReadAloud.ts';

const { here: sequence, steps, stepWith: stepWhere } = demoRoute('battery');
const screws = stepWhere((step) => step.phase === 'down' && step.joint?.count === 6);
const back = stepWhere((step) => step.phase === 'back' && step.joint !== null);
const hold = stepWhere((step) => step.holdSeconds !== null);

const given: string[] = [];
const acts = new Proxy({} as RunActs, {
  get:
    (_acts, name) =>
    (...args: unknown[]) =>
      void given.push([String(name), ...args].join(' ')),
});
const at = (step: RunStep | null, more: Partial<RunNow> = {}): Command[] =>
  runCommands(
    {
      step,
      counting: false,
      uncounted: false,
      countable: false,
      paused: false,
      held: null,
      short: false,
      closing: false,
      arriving: false,
      placeable: false,
      putIn: null,
      photo: false,
      readsAloud: false,
      voice: true,
      ...more,
    },
    acts,
  );
const counting = { counting: true, countable: true };
function press(commands: readonly Command[], ...keys: string[]): string[] {
  given.length = 0;
  for (const key of keys) {
    const meant = meantBy(commands, { key });
    if (meant?.runKey) meant.runKey(key);
    else meant?.run();
  }
  return [...given];
}

describe('the keys of a run', () => {
  test('counting: one, all, so many, one more and fewer', () => {
    expect(press(at(screws, counting), ' ', 'Enter', '4', '+', '-', 'PageUp')).toEqual([
      'forward false',
      'forward true',
      'digit 4',
      'byOne 1',
      'byOne -1',
      'back',
    ]);
  });

  test('each key means one thing at a step', () => {
    for (const commands of [
      at(screws, counting),
      at(back, counting),
      at(hold),
      at(null, { closing: true }),
    ]) {
      const keys = commands.filter(({ when }) => when !== false).flatMap(({ keys: own }) => [...own]);
      expect(keys.length).toBe(new Set(keys).size);
    }
  });

  test('what differs is told on the way down only; what is skipped or lost on the way up', () => {
    const down = at(screws, counting);
    const up = at(back, counting);
    expect(press(down, 'x', 'b', 'k', 'd', 't', 'j')).toEqual([
      'absent',
      'ask blocked',
      'ask screw',
      'fewer',
      'turn',
    ]);
    expect(press(up, 'x', 'b', 'k', 'd', 't', 'l', 'j')).toEqual(['count lost', 'ask skip']);
  });

  test('a job that is set aside says so at every key that would go on', () => {
    const held = at(screws, { ...counting, paused: true }).filter(({ unless }) => unless);
    expect(held.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['forward', 'all', 'back', 'fewer', 'absent', 'blocked', 'turn']),
    );
    expect(press(at(screws, { ...counting, paused: true }), 'w')).toEqual(['resume']);
    expect(press(at(screws), 'w')).toEqual(['ask pause']);
  });

  test('Space goes forward whatever has the focus, and says why while it cannot', () => {
    const forward = at(hold, { held: 'Keep holding' }).find(({ id }) => id === 'forward');
    expect(forward).toMatchObject({ always: true, unless: 'Keep holding' });
    expect(press(at(null, { closing: true }), ' ', 'Enter')).toEqual([]);
  });

  test('points: put in, kept, or left; nothing to keep is said', () => {
    expect(press(at(screws, { ...counting, placeable: true }), 'z', 'Escape')).toEqual(['place begin']);
    expect(press(at(screws, { ...counting, placeable: true, putIn: 2 }), 'z', 'Escape')).toEqual([
      'place keep',
      'place leave',
    ]);
    expect(at(screws, { placeable: true, putIn: 0 }).find(({ id }) => id === 'place')?.unless).toMatch(
      /tap/i,
    );
  });

  test('the foot shows what means something, the way on apart from it', () => {
    const { atHand, more } = footOf(at(screws, counting));
    expect(atHand.map(({ id }) => id)).toEqual(['all', 'back', 'missing', 'picture', 'note']);
    expect(more.map(({ id }) => id)).toContain('stripped');
    for (const gone of ['forward', 'lost', 'skip'])
      expect([...atHand, ...more].map(({ id }) => id)).not.toContain(gone);
    const mute = footOf(at(screws, { ...counting, voice: false })).more;
    expect(mute.map(({ id }) => id)).not.toContain('aloud');
  });
});

test('a step is said with its place, its tool, and what to mind first', () => {
  const words = spokenStep(screws);
  expect(words).toContain(screws.title.replaceAll('×', 'by'));
  expect(words).toContain('with PH0');
  expect(words).not.toMatch(/\.\.|×/);
});

test('points are put in by taps; the last of them keeps them, with the side that was up', async () => {
  const kept: unknown[] = [];
  const putting = usePutPoints({
    outline: ref({ width: 300, depth: 200 }),
    face: computed(() => 'bottom' as const),
    most: ref(2),
    keep: async (points) => void kept.push(points),
  });
  await putting.tap({ x: 1, y: 1 });
  expect(putting.points.value).toBeNull();
  putting.begin();
  await putting.keep();
  expect(kept).toEqual([]);
  putting.begin();
  await putting.tap({ x: 10, y: 10 });
  await putting.tap({ x: 200, y: 10 });
  expect(kept).toEqual([
    [
      { n: 1, x: 10, y: 10, face: 'bottom' },
      { n: 2, x: 200, y: 10, face: 'bottom' },
    ],
  ]);
  expect(putting.points.value).toBeNull();
});

test('a kind has one letter in the job, on the mat and in its folded log', () => {
  const mat = new Map(matGroupsOfSequence(sequence).map(({ line, letter }) => [line, letter]));
  for (const step of steps)
    if (step.phase === 'down' && step.joint) expect(step.letter).toBe(mat.get(step.joint.id));
  expect(foldJob([]).differences).toEqual([]);
});
