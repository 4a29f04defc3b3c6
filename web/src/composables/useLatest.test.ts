import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { effectScope, nextTick, ref } from 'vue';
import { useLatest } from './useLatest.ts';

const breathe = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/** What is given changes, an answer comes, or one fails, in any order. */
const schedule = fc.array(fc.constantFrom('change', 'answer', 'fail'), { maxLength: 40 });

test('whenever what is given changes and whenever answers come: the last answer is that to what was given last', async () => {
  await fc.assert(
    fc.asyncProperty(schedule, async (events) => {
      const given = ref(0);
      const open: { resolve: (answer: string) => void; reject: (why: Error) => void; of: number }[] = [];
      let mostAtOnce = 0;
      const scope = effectScope();
      const latest = scope.run(() =>
        useLatest<number, string>(
          () => given.value,
          (of) =>
            new Promise((resolve, reject) => {
              open.push({ resolve, reject, of });
              mostAtOnce = Math.max(mostAtOnce, open.length);
            }),
          'nothing',
        ),
      )!;
      // What fails is told to whoever waits for it.
      const settled = (): Promise<void> => latest.settled().catch(() => undefined);
      for (const event of events) {
        if (event === 'change') given.value++;
        await nextTick();
        await breathe();
        const asked = event === 'change' ? undefined : open.shift();
        if (!asked) continue;
        const waits = settled();
        const failed = event === 'fail' && asked.of === given.value;
        if (event === 'answer') asked.resolve(`answer to ${asked.of}`);
        else asked.reject(new Error('the worker failed'));
        await breathe();
        // What was overtaken is asked anew, also where it failed.
        if (asked.of !== given.value) expect(open).toHaveLength(1);
        if (failed && open.length === 0) expect(latest.pending.value).toBe(false);
        if (open.length === 0) await waits;
      }
      given.value++;
      await nextTick();
      const whole = settled();
      for (let turn = 0; turn < 100 && latest.pending.value; turn++) {
        await breathe();
        const asked = open.shift();
        asked?.resolve(`answer to ${asked.of}`);
      }
      await whole;
      expect(latest.answer.value).toBe(`answer to ${given.value}`);
      expect(mostAtOnce).toBe(1);
      scope.stop();
    }),
  );
});
