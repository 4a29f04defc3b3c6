import type { Problem } from '@bemtor/core';

/*
 * How everything that waits is sent again: soon, then at longer intervals; and how often the server may fail on one
 * thing before it is shown with what can be done, so that it holds up nothing behind it.
 */
const delaysMs = [300, 600, 1_200, 2_500, 5_000];
const mostFailures = 3;

const failedOn = (times: number): Problem => ({
  ...{ type: 'about:blank', title: 'The server failed on it', status: 500, code: 'internal' },
  detail: `the server failed on it ${times} times`,
});

/** Counts attempts that found no server, and says how long to wait for the next. */
export class Retry {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private attempts = 0;

  /** Tries again later. */
  later(act: () => void): void {
    const delay = delaysMs[Math.min(this.attempts++, delaysMs.length - 1)];
    this.timer = setTimeout(act, delay);
  }
  /** It is tried now, or not any more. */
  cancel(): void {
    clearTimeout(this.timer);
  }
  succeeded(): void {
    this.attempts = 0;
  }
}

/** How often the server failed on each thing. */
export class Failures {
  private readonly times = new Map<string, number>();

  /** Counts one more; what to say of it once it is too often, else null. */
  count(id: string): Problem | null {
    const times = (this.times.get(id) ?? 0) + 1;
    this.times.set(id, times);
    return times >= mostFailures ? failedOn(times) : null;
  }
  forget(id: string): void {
    this.times.delete(id);
  }
}
