import { describe, expect, test } from '@jest/globals';
import type { LoggedJob } from '@bemtor/core';
import fc from 'fast-check';
import Papa from 'papaparse';
import {
  csvRows,
  filterJobs,
  noFilter,
  partsUsed,
  perGroup,
  screwTrouble,
  slowestSteps,
} from './insights.ts';

const now = new Date('2026-03-01T12:00:00Z');
const job = (change: Partial<LoggedJob>): LoggedJob => ({
  id: '1',
  unitId: '1',
  unitLabel: 'SK-1',
  modelName: 'Lark 14',
  modelCode: 'TL14-2',
  revision: 1,
  targets: ['Battery'],
  phase: 'closed',
  at: 4,
  of: 4,
  nextTitle: null,
  startedAt: '2026-02-20T08:00:00Z',
  closedAt: '2026-02-20T08:20:00Z',
  workedSeconds: 1200,
  clipped: false,
  plannedSeconds: 1000,
  screwsOut: 20,
  missing: 0,
  balanced: true,
  open: [],
  remark: null,
  pausedSince: null,
  pauseReason: null,
  differences: 0,
  technicians: ['Runa'],
  report: { acts: [], steps: [], screws: [], parts: [] },
  ...change,
});

describe('the logbook', () => {
  const jobs = [
    job({}),
    job({
      id: '2',
      unitLabel: 'SK-2',
      technicians: ['Ilse', 'Runa'],
      balanced: false,
      remark: 'found, under the bench',
    }),
    job({
      id: '3',
      unitLabel: 'SK-3',
      modelCode: 'OP7-1',
      modelName: 'Pilot 7',
      closedAt: null,
      startedAt: '2026-01-02T08:00:00Z',
    }),
  ];

  test.each([
    [{}, ['1', '2', '3']],
    [{ model: 'OP7-1' }, ['3']],
    [{ technician: 'Ilse' }, ['2']],
    [{ state: 'open' as const }, ['3']],
    [{ state: 'unbalanced' as const }, ['2']],
    [{ days: 30 }, ['1', '2']],
    [{ words: 'under the bench' }, ['2']],
    [{ words: 'PILOT' }, ['3']],
  ])('narrowed to %o', (filter, ids) => {
    expect(filterJobs(jobs, { ...noFilter, ...filter }, now).map(({ id }) => id)).toEqual(ids);
  });

  test('a job that two worked on counts for both; open jobs for nobody', () => {
    expect(perGroup(jobs, (one) => one.technicians)).toEqual([
      { name: 'Runa', jobs: 2, worked: 2400, planned: 2000, missing: 0 },
      { name: 'Ilse', jobs: 1, worked: 1200, planned: 1000, missing: 0 },
    ]);
  });

  test('slow steps by their mean, trouble and parts by their sums', () => {
    const report = (seconds: number, missing: number) => ({
      acts: [],
      steps: [{ title: 'Base cover off', seconds, planned: 6 }],
      screws: [{ part: 'Base cover', kind: 'PH0 M2 × 5', missing, stripped: 0, lost: 1 }],
      parts: [{ part: 'Battery', number: missing > 1 ? null : 'TB-4471' }],
    });
    const two = [job({ report: report(10, 1) }), job({ id: '2', report: report(30, 2) })];
    expect(slowestSteps(two)).toEqual([{ name: 'Base cover off', value: 20, count: 2 }]);
    expect(screwTrouble(two)).toEqual([
      { name: 'Lark 14: Base cover (PH0 M2 × 5)', missing: 3, stripped: 0, lost: 2 },
    ]);
    expect(partsUsed(two).map(({ name, value }) => [name, value])).toEqual([
      ['Battery (number not read)', 1],
      ['Battery TB-4471', 1],
    ]);
  });

  // RFC 4180, read back by a general parser.
  test('whatever is written in a remark, the CSV reads back as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: 'grapheme' }), { maxLength: 4 }), (remarks) => {
        const rows = csvRows(remarks.map((remark) => job({ remark })));
        const text = Papa.unparse(rows, { newline: '\r\n' });
        const read = Papa.parse<Record<string, string>>(text, { header: true, newline: '\r\n' });
        expect(read.data.map((row) => row['remark'])).toEqual(rows.map((row) => row['remark']));
      }),
    );
  });
});
