import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { effectScope, nextTick, ref } from 'vue';
import { useDrawn } from './useDrawn.ts';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

async function turns(times: number): Promise<void> {
  for (let i = 0; i < times; i++) {
    await jest.advanceTimersByTimeAsync(250);
    await nextTick();
  }
}

test('a long list is drawn from its head, piece by piece, to its end and no further; a longer one goes on', async () => {
  const [count, at] = [ref(0), ref(0)];
  const scope = effectScope();
  const drawn = scope.run(() =>
    useDrawn(
      () => count.value,
      () => at.value,
    ),
  )!;
  expect(drawn.value).toBe(0);
  count.value = 100;
  await nextTick();
  expect(drawn.value).toBe(20);
  await turns(2);
  expect(drawn.value).toBe(60);
  await turns(10);
  expect([drawn.value, jest.getTimerCount()]).toEqual([100, 0]);
  count.value = 130;
  await turns(10);
  expect(drawn.value).toBe(130);
  scope.stop();
});

test('it is drawn as far as the cursor has come, and nothing is drawn for a screen that was left', async () => {
  const at = ref(0);
  const scope = effectScope();
  const drawn = scope.run(() =>
    useDrawn(
      () => 500,
      () => at.value,
    ),
  )!;
  at.value = 300;
  expect(drawn.value).toBe(320);
  scope.stop();
  expect(jest.getTimerCount()).toBe(0);
});
