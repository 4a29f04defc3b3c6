import type { LoggedJob } from '@bemtor/core';

/** What the logbook is narrowed to; an empty word narrows nothing. */
export interface LogFilter {
  readonly model: string;
  readonly technician: string;
  readonly state: 'all' | 'closed' | 'open' | 'unbalanced';
  /** Started within so many days; 0 for all time. */
  readonly days: number;
  readonly words: string;
}
export const noFilter: LogFilter = { model: '', technician: '', state: 'all', days: 0, words: '' };

const dayMs = 24 * 60 * 60_000;

export function filterJobs(jobs: readonly LoggedJob[], filter: LogFilter, now: Date): LoggedJob[] {
  const words = filter.words.trim().toLowerCase();
  return jobs.filter((job) => {
    const { closedAt, balanced, startedAt } = job;
    if (filter.model && job.modelCode !== filter.model) return false;
    if (filter.technician && !job.technicians.includes(filter.technician)) return false;
    if (filter.state === 'closed' && !closedAt) return false;
    if (filter.state === 'open' && closedAt) return false;
    if (filter.state === 'unbalanced' && (!closedAt || balanced)) return false;
    if (filter.days > 0 && (!startedAt || Date.parse(startedAt) < now.getTime() - filter.days * dayMs))
      return false;
    const text = [job.unitLabel, job.modelName, job.modelCode, job.remark, ...job.targets].join(' ');
    return words === '' || text.toLowerCase().includes(words);
  });
}

/** A name with its sum, the largest first. */
export interface Ranked {
  readonly name: string;
  readonly value: number;
  readonly count: number;
}

function ranked(pairs: readonly (readonly [name: string, value: number])[]): Ranked[] {
  const sums = new Map<string, Ranked>();
  for (const [name, value] of pairs) {
    const known = sums.get(name) ?? { name, value: 0, count: 0 };
    sums.set(name, { name, value: known.value + value, count: known.count + 1 });
  }
  return [...sums.values()].sort((a, b) => b.value - a.value || a.name.localeCompare(b.name));
}

/** Steps that took longest over their plan: mean seconds per time that they were done. */
export const slowestSteps = (jobs: readonly LoggedJob[]): Ranked[] =>
  ranked(jobs.flatMap((job) => job.report.steps.map(({ title, seconds }) => [title, seconds] as const)))
    .map((step) => ({ ...step, value: step.value / step.count }))
    .sort((a, b) => b.value - a.value);

/** Where screws are missing on arrival, strip or get lost. */
export const screwTrouble = (
  jobs: readonly LoggedJob[],
): { name: string; missing: number; stripped: number; lost: number }[] => {
  const sums = new Map<string, { name: string; missing: number; stripped: number; lost: number }>();
  for (const job of jobs)
    for (const { part, kind, missing, stripped, lost } of job.report.screws) {
      const name = `${job.modelName}: ${part} (${kind})`;
      const known = sums.get(name) ?? { name, missing: 0, stripped: 0, lost: 0 };
      sums.set(name, {
        name,
        missing: known.missing + missing,
        stripped: known.stripped + stripped,
        lost: known.lost + lost,
      });
    }
  return [...sums.values()].sort(
    (a, b) =>
      b.missing + b.stripped + b.lost - (a.missing + a.stripped + a.lost) || a.name.localeCompare(b.name),
  );
};

/** Parts that were fitted, by number. */
export const partsUsed = (jobs: readonly LoggedJob[]): Ranked[] =>
  ranked(
    jobs.flatMap((job) =>
      job.report.parts.map(({ part, number }) => [`${part} ${number ?? '(number not read)'}`, 1] as const),
    ),
  );

/** Closed jobs per model or technician with worked and planned seconds. */
export function perGroup(
  jobs: readonly LoggedJob[],
  namesOf: (job: LoggedJob) => readonly string[],
): { name: string; jobs: number; worked: number; planned: number; missing: number }[] {
  const groups = new Map<string, LoggedJob[]>();
  for (const job of jobs.filter(({ closedAt }) => closedAt))
    for (const name of namesOf(job)) groups.set(name, [...(groups.get(name) ?? []), job]);
  const sum = (of: readonly LoggedJob[], pick: (job: LoggedJob) => number): number =>
    of.reduce((total, job) => total + pick(job), 0);
  return [...groups]
    .map(([name, of]) => ({
      name,
      jobs: of.length,
      worked: sum(of, (job) => job.workedSeconds),
      planned: sum(of, (job) => job.plannedSeconds),
      missing: sum(of, (job) => job.missing),
    }))
    .sort((a, b) => b.jobs - a.jobs || a.name.localeCompare(b.name));
}

/** The logbook as rows of a table, for CSV. */
export const csvRows = (jobs: readonly LoggedJob[]): Record<string, string | number>[] =>
  jobs.map((job) => ({
    unit: job.unitLabel,
    model: job.modelName,
    code: job.modelCode,
    revision: job.revision,
    targets: job.targets.join('; '),
    started: job.startedAt ?? '',
    closed: job.closedAt ?? '',
    workedSeconds: job.workedSeconds,
    plannedSeconds: job.plannedSeconds,
    screwsOut: job.screwsOut,
    missing: job.missing,
    stripped: job.report.screws.reduce((total, row) => total + row.stripped, 0),
    lost: job.report.screws.reduce((total, row) => total + row.lost, 0),
    balanced: job.balanced ? 'yes' : 'no',
    open: job.open.join('; '),
    remark: job.remark ?? '',
    technicians: job.technicians.join('; '),
    parts: job.report.parts.map(({ part, number }) => `${part} ${number ?? ''}`.trim()).join('; '),
  }));

/** How long each step takes: the middle of all times that it was done, the longest first; and what was planned for it. */
export function stepTimes(
  jobs: readonly LoggedJob[],
): { title: string; middle: number; planned: number; times: number }[] {
  const byTitle = new Map<string, { seconds: number[]; planned: number }>();
  for (const { title, seconds, planned } of jobs.flatMap((job) => job.report.steps)) {
    const known = byTitle.get(title) ?? { seconds: [], planned };
    byTitle.set(title, { ...known, seconds: [...known.seconds, seconds] });
  }
  return [...byTitle]
    .map(([title, { seconds, planned }]) => {
      const sorted = [...seconds].sort((a, b) => a - b);
      const [low, high] = [sorted[(sorted.length - 1) >> 1] ?? 0, sorted[sorted.length >> 1] ?? 0];
      return { title, planned, middle: (low + high) / 2, times: sorted.length };
    })
    .sort((a, b) => b.middle - a.middle || a.title.localeCompare(b.title));
}
