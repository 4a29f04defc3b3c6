import type { Guide, GuideRevision, GuideScrews, GuideStep } from './guide.ts';

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
  const facts: [name: string, value: string | null][] = [
    ['Model', `${model.maker} ${model.name}, ${model.code}, ${model.form}`],
    ['For', configuration.map(({ label, value }) => `${label} ${value}`).join(', ')],
    ['Unit', unit && [unit.label, unit.serial && `serial ${unit.serial}`].filter(Boolean).join(', ')],
    ['From', revision ? revisionWords(revision) : 'a sequence that is not published'],
    ['Length', `${steps} steps, about ${timeWords(seconds)} by the sequence’s own times`],
  ];
  return facts.flatMap(([name, value]): [string, string][] => (value ? [[name, value]] : []));
}

const revisionWords = ({ number, day, isAhead }: GuideRevision): string =>
  `revision ${number}, published ${day}${isAhead ? ', and what was settled since' : ''}`;

export const toolWords = ({ tool, uses }: Guide['tools'][number]): string => `${tool}, ${uses} ×`;

export const partWords = ({ name, number, why }: Guide['parts'][number]): string =>
  [name, number, `(${why})`].filter(Boolean).join(' ');

/** `7 × PH0 M2 × 5, cell A`; null where the step counts nothing. */
export const screwsOfStep = ({ screws }: GuideStep): string | null =>
  screws && `${screws.count ?? '?'} × ${screws.words}, cell ${screws.cell}`;

/** Screws of one cell, which are of one kind: how many in all groups; null where nobody knows of one. */
export function kindsByCell(
  screws: readonly GuideScrews[],
): Omit<GuideScrews, 'part' | 'where' | 'outAt' | 'backAt'>[] {
  const byCell = new Map<string, GuideScrews[]>();
  for (const group of screws) byCell.set(group.cell, [...(byCell.get(group.cell) ?? []), group]);
  return [...byCell.values()].flatMap((groups) => {
    const [first] = groups;
    const count = groups.reduce<number | null>(
      (sum, group) => (sum === null || group.count === null ? null : sum + group.count),
      0,
    );
    return first ? [{ cell: first.cell, screw: first.screw, words: first.words, count }] : [];
  });
}

/** What a step needs and takes, in one line; empty where there is nothing to say. */
export const stepFacts = (step: GuideStep): string =>
  [step.tool, screwsOfStep(step), step.seconds >= 60 && `about ${timeWords(step.seconds)}`]
    .filter(Boolean)
    .join('; ');
