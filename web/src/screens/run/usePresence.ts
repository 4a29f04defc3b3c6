import type { BenchThere } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { onBeforeUnmount, onMounted, shallowRef, watch, type Ref } from 'vue';
import { Away, Refused, send } from '../../api/client.ts';
import { technicianHere } from '../../api/technician.ts';

/** This page: two tabs are two benches. */
const device = uuidv7();
const everyMs = 5_000;

/** Says at which step this bench is, and hears where the others are. Without the server nobody is known. */
export function usePresence(job: Ref<string | null>, step: Ref<string | null>) {
  const others = shallowRef<readonly BenchThere[]>([]);
  async function say(): Promise<void> {
    if (!job.value || document.visibilityState === 'hidden') return;
    try {
      const here = { device, by: technicianHere(), step: step.value };
      others.value = (await send<{ others: BenchThere[] }>(`/jobs/${job.value}/presence`, here)).others;
    } catch (error) {
      if (!(error instanceof Away || error instanceof Refused)) throw error;
      others.value = [];
    }
  }
  let timer: ReturnType<typeof setInterval>;
  onMounted(() => (timer = setInterval(() => void say(), everyMs)));
  onBeforeUnmount(() => clearInterval(timer));
  watch([job, step], () => void say(), { immediate: true });
  return others;
}
