import type { Guide, GuideStep } from './guide.ts';

/* The words that every format of a guide says alike. */

/** `4 min`, `45 s`, `1 h 05 min`. */
export function timeWords(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / 60);
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}

/** What stands under the title: for which device, from which revision, how long. */
export function guideFacts(guide: Guide): [name: string, value: string][] {
  const { model, configuration, revision, unit, seconds, sections } = guide;
  const steps = sections.reduce((sum, section) => sum + section.steps.length, 0);
  return [
    ['Model', `${model.maker} ${model.name}, ${model.code}, ${model.form}`],
    ...(configuration.length > 0
      ? [['For', configuration.map(({ label, value }) => `${label} ${value}`).join(', ')] as [string, string]]
      : []),
    ...(unit
      ? [
          ['Unit', [unit.label, unit.serial && `serial ${unit.serial}`].filter(Boolean).join(', ')] as [
            string,
            string,
          ],
        ]
      : []),
    [
      'From',
      revision
        ? `revision ${revision.number}, published ${revision.day}`
        : 'a sequence that is not published',
    ],
    ['Length', `${steps} steps, about ${timeWords(seconds)} by the sequence’s own times`],
  ];
}

/** `7 × PH0 M2 × 5, cell A`; null where the step counts nothing. */
export const screwsOfStep = ({ screws }: GuideStep): string | null =>
  screws && `${screws.count ?? '?'} × ${screws.words}, cell ${screws.cell}`;
