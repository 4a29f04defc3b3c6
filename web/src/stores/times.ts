import { estimateSteps, learnTimes, type Estimate, type RunStep, type TimeSums } from '@bemtor/core';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { Away, read } from '../api/client.ts';

/** The shop's own times, learned from its runs. */
export const useTimes = defineStore('times', () => {
  const sums = shallowRef<TimeSums>({});
  const model = computed(() => learnTimes(sums.value));
  const learned = computed(() =>
    Object.values(sums.value).reduce((total, times) => total + (times?.n ?? 0), 0),
  );

  async function load(): Promise<void> {
    try {
      sums.value = (await read<{ sums: TimeSums }>('/jobs/times')).value.sums;
    } catch (error) {
      // Without the server, and nothing seen before: the defaults stand.
      if (!(error instanceof Away)) throw error;
    }
  }
  const estimate = (steps: readonly RunStep[], handlingSeconds: number): Estimate =>
    estimateSteps(steps, model.value, handlingSeconds);

  return { load, learned, estimate };
});
