import { lowerName } from '../reader/entries/partName.ts';
import { foldJob } from '../run/foldJob.ts';
import { purposeWords, type Purpose } from '../run/events.ts';
import { jobLedger, type LedgerRow } from '../run/ledger.ts';
import type { RunStep } from '../run/runStep.ts';
import { runSteps } from '../run/runSteps.ts';
import { targetName } from '../route/targets.ts';
import { configure, type Configuration } from '../sequence/configuration.ts';
import { indexSequence, partName, type SequenceIndex } from '../sequence/describe.ts';
import type { Face, Joint, Model, Sequence, Verb } from '../sequence/schema.ts';
import { screwWords, type Screw } from '../sequence/screw.ts';
import { defaultSchools, type Schools } from '../shop/schools.ts';
import { cautionsOf, pickList, type PickList } from './pickList.ts';

/*
 * The guide: what a technician without Bemtor needs to do a job, composed once from a revision. Every format (paper,
 * Markdown, tables, a page of its own) writes the same document.
 */

/** What a guide is made from. */
export interface GuideRequest {
  /** Where to; empty: all of the device, in the order of the sequence. */
  readonly targets: readonly string[];
  /** The acts on the way down, in order, as a route has them; all acts of the sequence where there are no targets. */
  readonly steps: readonly string[];
  readonly purpose?: Purpose | undefined;
  readonly configuration: Configuration;
  readonly schools?: Schools | undefined;
  /** The published revision that it follows; null for a document of no shop. */
  readonly revision?: GuideRevision | null | undefined;
  readonly unit?: Guide['unit'] | undefined;
  /** The address of the revision, for a code on paper; null where it is nowhere. */
  readonly link?: string | null | undefined;
  /** Photos by the act that they show, by their ids. */
  readonly pictures?: Readonly<Record<string, readonly string[]>> | undefined;
}

export interface GuideRevision {
  readonly number: number;
  /** The day on which it was published, `2026-11-27`. */
  readonly day: string;
  /** Something about its order was settled since, and is in the guide already. */
  readonly isAhead?: boolean | undefined;
}

/** Screws of one kind: how many (null: nobody knows), and in which cell they lie. */
export interface GuideKind {
  readonly count: number | null;
  readonly screw: Screw;
  readonly words: string;
  readonly cell: string;
}

export interface GuideStep {
  /** Through all sections, from 1. */
  readonly n: number;
  readonly id: string;
  readonly title: string;
  readonly place: string;
  readonly detail: string;
  readonly tool: string | null;
  readonly face: Face;
  readonly seconds: number;
  readonly cautions: readonly string[];
  readonly part: string;
  /** The act of the sequence that it does or turns round; empty where it is none, such as a test. */
  readonly act: string;
  /** What the act does, and to what; null where it is none. */
  readonly verb: Verb | null;
  readonly joint: Pick<Joint, 'type' | 'mechanism' | 'count'> | null;
  /** What is counted in this step; null where nothing is. */
  readonly screws: GuideKind | null;
  /** Where they sit on the outline, mm. */
  readonly points: Joint['points'];
  /** Ids of the photos that show it. */
  readonly pictures: readonly string[];
}

export interface GuideSection {
  readonly phase: RunStep['phase'];
  readonly title: string;
  readonly steps: readonly GuideStep[];
}

/** One group of screws, to be ticked as it comes out and goes back. */
export interface GuideScrews extends GuideKind {
  readonly part: string;
  readonly where: string;
  /** The step in which they come out, and the one in which they go back; null where there is none. */
  readonly outAt: number;
  readonly backAt: number | null;
}

export interface Guide {
  readonly title: string;
  readonly model: Model;
  readonly configuration: readonly { readonly label: string; readonly value: string }[];
  readonly revision: GuideRevision | null;
  readonly unit: { readonly label: string; readonly serial: string } | null;
  readonly link: string | null;
  readonly seconds: number;
  readonly tools: PickList['tools'];
  readonly parts: PickList['parts'];
  readonly cautions: readonly string[];
  readonly sections: readonly GuideSection[];
  readonly screws: readonly GuideScrews[];
}

/** To whom a guide defers, in every format. */
export const guideDeferral =
  'Follow local codes and the maker’s service instructions; leave mains supplies, swollen cells beyond removal and board-level work to qualified people.';

const sectionTitles: readonly (readonly [phase: RunStep['phase'], title: string])[] = [
  ['down', 'Down'],
  ['swap', 'At the bottom'],
  ['back', 'Back'],
  ['after', 'Tests when it is closed'],
];

/** Composes the guide of a document. Pure: the same request gives the same guide. O(steps · parts). */
export function composeGuide(document: Sequence, request: GuideRequest): Guide {
  const { configuration, targets, purpose, schools = defaultSchools } = request;
  const sequence = configure(document, configuration);
  const index = indexSequence(sequence);
  const down = targets.length > 0 ? request.steps : sequence.actions.map(({ id }) => id);
  const steps = runSteps(sequence, { steps: down, targets, purpose }, schools);
  const { rows } = jobLedger(steps, foldJob([]), (part) => partName(index, part));
  const rowOf = new Map(rows.map((row) => [row.joint, row]));
  const numbered = steps.map((step, i): GuideStep => guideStep(step, i + 1, rowOf, index, request.pictures));
  const countedAt = new Map<string, number>(
    steps.flatMap(({ phase, joint }, i) => (joint ? [[`${phase} ${joint.id}`, i + 1] as const] : [])),
  );
  const picks = pickList(document, configuration, steps);
  return {
    title: guideTitle(sequence, targets, purpose),
    model: document.model,
    configuration: document.options.flatMap(({ key, label }) => {
      const value = configuration[key];
      return value === undefined ? [] : [{ label, value }];
    }),
    revision: request.revision ?? null,
    unit: request.unit ?? null,
    link: request.link ?? null,
    seconds: steps.reduce((sum, { seconds }) => sum + seconds, 0),
    tools: picks.tools,
    parts: picks.parts,
    cautions: cautionsOf(steps),
    sections: sectionTitles
      .map(([phase, title]) => ({
        phase,
        title,
        steps: numbered.filter((_, i) => steps[i]?.phase === phase),
      }))
      .filter((section) => section.steps.length > 0),
    screws: rows.map((row) => ({
      ...kindOf(row),
      part: partName(index, row.part),
      where: row.where ?? '',
      outAt: countedAt.get(`down ${row.joint}`) ?? 0,
      backAt: countedAt.get(`back ${row.joint}`) ?? null,
    })),
  };
}

const kindOf = ({ letter, screw, expected }: LedgerRow): GuideKind => ({
  cell: letter,
  screw,
  words: screwWords(screw) || 'screw',
  count: expected,
});

function guideStep(
  step: RunStep,
  n: number,
  rowOf: ReadonlyMap<string, LedgerRow>,
  index: SequenceIndex,
  pictures: GuideRequest['pictures'] = {},
): GuideStep {
  const joint = step.action?.joint ? index.joint.get(step.action.joint) : null;
  const row = step.joint ? rowOf.get(step.joint.id) : undefined;
  return {
    n,
    id: step.id,
    title: step.title,
    place: step.place,
    detail: step.detail,
    tool: step.tool,
    face: step.action?.face ?? 'either',
    seconds: step.seconds,
    cautions: step.cautions,
    part: step.action?.part ?? step.part?.id ?? '',
    act: step.action?.id ?? '',
    verb: step.action?.verb ?? null,
    joint: joint ? { type: joint.type, mechanism: joint.mechanism, count: joint.count } : null,
    screws: row ? kindOf(row) : null,
    points: step.joint?.points ?? [],
    pictures: (step.action && step.phase === 'down' && pictures[step.action.id]) || [],
  };
}

function guideTitle(sequence: Sequence, targets: readonly string[], purpose: Purpose = 'replace'): string {
  const { maker, name } = sequence.model;
  const index = indexSequence(sequence);
  const wanted = targets.map((target) => lowerName(targetName(index, target))).join(', ');
  return `${maker} ${name}: ${wanted === '' ? 'all of it apart' : `${purposeWords[purpose]} ${wanted}`}`;
}
