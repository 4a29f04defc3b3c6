import { z } from 'zod';
import type { UnitSummary, Want } from '../api/messages.ts';
import { timeWords } from '../guide/guideWords.ts';
import type { Entry } from '../reader/entries/entry.ts';
import { partNameOf } from '../reader/entries/partName.ts';
import { targetName } from '../route/targets.ts';
import { indexSequence, sentence } from '../sequence/describe.ts';
import { afterWords, markWords } from '../triage/intake.ts';
import { arrivalOf } from './arrival.ts';
import { closingFacts } from './closing.ts';
import { differenceWords } from './differenceWords.ts';
import { purposeWords } from './events.ts';
import { workedSeconds } from './foldJob.ts';
import type { JobView } from './summary.ts';

/*
 * What goes back with a unit: what was done to it, with what, and what its owner has to know. Composed from the logs, so
 * that it says what the last page of the job says.
 */

const words = (most: number) => z.string().max(most);
const lines = z.array(words(600)).max(500).readonly();

export const handBackSheetSchema = z.strictObject({
  unit: z.strictObject({ label: words(80), serial: words(80), model: words(200), arrived: z.iso.date() }),
  /** What was said was wrong with it. */
  complaint: words(2_000),
  jobs: z
    .array(
      z.strictObject({
        title: words(300),
        /** When, how long, by whom. */
        facts: words(300),
        isOpen: z.boolean(),
        remark: words(2_000),
      }),
    )
    .max(100)
    .readonly(),
  parts: z
    .array(z.strictObject({ name: words(80), number: words(80) }))
    .max(500)
    .readonly(),
  /** Screws that did not go back as they came out. */
  screws: lines,
  tests: z
    .array(z.strictObject({ title: words(300), outcome: words(300) }))
    .max(200)
    .readonly(),
  onArrival: lines,
  remains: lines,
  notes: lines,
});
export type HandBackSheet = z.infer<typeof handBackSheetSchema>;

/** A job of the unit with who worked on it. */
export interface HandedJob {
  readonly view: JobView;
  readonly technicians: readonly string[];
}

/** The sheet of a unit. `entries`: what its recording says; `wants`: what is still to be got. `now`: for a job that is open. */
export function composeHandBack(
  unit: UnitSummary,
  jobs: readonly HandedJob[],
  entries: readonly Entry[],
  wants: readonly Want[],
  now: string,
): HandBackSheet {
  const arrival = arrivalOf(unit.intake.marks, entries);
  return {
    unit: {
      ...{ label: unit.label, serial: unit.serial, arrived: unit.arrivedAt.slice(0, 10) },
      model: `${unit.model.maker} ${unit.model.name}, ${unit.model.code}`,
    },
    complaint: unit.complaint,
    jobs: jobs.map((job) => jobLine(job, now)),
    parts: jobs.flatMap(({ view }) =>
      [...view.state.swapped].map(([part, number]) => ({
        name: nameIn(view, part),
        number: number ?? 'number not read',
      })),
    ),
    screws: jobs.flatMap(({ view }) => closingFacts(view.ledger, (part) => nameIn(view, part)).map(sentence)),
    tests: jobs.flatMap(({ view }) => testsOf(view)),
    onArrival: [
      ...arrivedAs(unit),
      ...(arrival.hint ? [sentence(arrival.hint)] : []),
      ...arrival.parts.map(sentence),
    ],
    remains: [
      ...jobs.flatMap(({ view }) => remainsOf(view)),
      ...arrival.parts.map((part) => `${sentence(part)}: still to be got`),
      ...wants.map(wantWords),
    ],
    notes: jobs.flatMap(({ view }) => notesOf(view)),
  };
}

const nameIn = ({ sequence }: JobView, part: string): string =>
  sequence.parts.find(({ id }) => id === part)?.name ?? partNameOf(part);

function jobLine({ view, technicians }: HandedJob, now: string): HandBackSheet['jobs'][number] {
  const { state, sequence } = view;
  const index = indexSequence(sequence);
  const targets = (state.started?.targets ?? []).map((target) => targetName(index, target).toLowerCase());
  const purpose = purposeWords[state.started?.purpose ?? 'replace'];
  const done = view.steps.filter(({ id }) => state.done.has(id)).length;
  return {
    title: sentence(`${purpose} ${targets.join(', ')}`),
    facts: [
      state.closedAt ? `closed ${state.closedAt.slice(0, 10)}` : 'not closed',
      `${done} of ${view.steps.length} steps`,
      timeWords(workedSeconds(state, now)),
      technicians.join(', '),
    ]
      .filter(Boolean)
      .join(', '),
    isOpen: state.closedAt === null,
    remark: state.remark ?? '',
  };
}

const isTest = /^Test: |^Anything missing/;
/** What was looked at before opening and after closing. */
function testsOf({ steps, state }: JobView): HandBackSheet['tests'][number][] {
  return steps
    .filter(({ phase, title }) => phase === 'after' || isTest.test(title))
    .filter(({ title }) => !title.startsWith('Anything missing'))
    .map(({ id, title }) => {
      const skipped = state.skipped.get(id);
      const outcome =
        skipped !== undefined ? `left out: ${skipped}` : state.done.has(id) ? 'done' : 'not done';
      return { title: title.replace(/^Test: /, ''), outcome };
    });
}

/** How it came: what can be seen, and what happened before. */
function arrivedAs({ intake }: UnitSummary): string[] {
  const marks = intake.marks.map(({ kind, note }) => [markWords[kind], note].filter(Boolean).join(': '));
  const after = intake.after === 'nothing' ? [] : [`After ${afterWords[intake.after]}`];
  return [...new Set([...marks, ...after])];
}

function remainsOf(view: JobView): string[] {
  const { state, ledger, sequence } = view;
  const index = indexSequence(sequence);
  return [
    ...view.notBack.map(({ words: what }) => `Not back: ${what}`),
    ...(ledger.balanced ? [] : ledger.open.map((what) => `Screws: ${what}`)),
    ...(state.closedAt === null && state.pauseReason ? [`Set aside: ${state.pauseReason}`] : []),
    ...state.differences.map(
      (difference) => `Not as its sequence says: ${differenceWords(index, difference)}`,
    ),
  ];
}

const wantWords = ({ quantity, number, partName, state }: Want): string =>
  `${quantity} × ${[number, partName].filter(Boolean).join(' ')}: ${state}`;

function notesOf({ state, steps }: JobView): string[] {
  const titles = new Map(steps.map(({ id, title }) => [id, title]));
  return state.notes.map(({ step, text }) => [titles.get(step ?? ''), text].filter(Boolean).join(': '));
}
