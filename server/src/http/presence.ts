import type { BenchThere } from '@bemtor/core';

interface Seen extends BenchThere {
  readonly device: string;
  readonly until: number;
}

/** Whoever has said nothing for so long has gone. */
export const goneMs = 20_000;
/** More benches at one job than any shop has. */
const mostPerJob = 20;

/**
 * Which benches have a job open, and at which step. Said anew every few seconds and kept only here: who stands where
 * now is no part of what was done.
 */
export class Presence {
  private readonly jobs = new Map<string, Seen[]>();

  /** A bench says where it is; the answer is where the others are. */
  say(job: string, device: string, here: BenchThere, now: number): BenchThere[] {
    for (const [id, seen] of this.jobs) if (seen.every(({ until }) => until < now)) this.jobs.delete(id);
    const others = (this.jobs.get(job) ?? []).filter((seen) => seen.device !== device && seen.until >= now);
    this.jobs.set(job, [...others, { device, ...here, until: now + goneMs }].slice(-mostPerJob));
    return others.map(({ by, step }) => ({ by, step }));
  }
}
