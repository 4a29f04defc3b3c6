import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import { configure, type Configuration } from '../sequence/configuration.ts';
import type { Part, Sequence } from '../sequence/schema.ts';
import type { Intake } from './intake.ts';
import { triageRules, type RepairAct, type TriageFacts } from './rules.ts';

/** A part that the signs point to, the likeliest first. */
export interface RankedTarget {
  /** The part in this model's sequence, or null where none stands or it has none of this kind. */
  readonly part: string | null;
  readonly kind: string;
  readonly act: RepairAct;
  readonly words: string;
  /** 0…1; ranks only. */
  readonly score: number;
  readonly reasons: readonly string[];
  /** Numbers to order before the unit is opened, where the act may need a new part. */
  readonly order: readonly string[];
}

export interface Triage {
  readonly targets: readonly RankedTarget[];
  /** Unsafe: what to do instead of going on. */
  readonly stops: readonly { readonly reason: string; readonly text: string }[];
  readonly firstTry: readonly string[];
  /** The pack is swollen: it comes out for any work. */
  readonly swollen: boolean;
}

const actWords: Readonly<Record<RepairAct, (name: string) => string>> = {
  replace: (name) => `Replace the ${name}`,
  reseat: (name) => `Reseat the ${name}`,
  clean: (name) => `Clean the ${name}`,
  reset: (name) => `Reset the ${name}`,
  inspect: (name) => `Look at the ${name}`,
};

/**
 * From signs and measurements to ranked targets with reasons, what to try first without opening, and stops.
 * Several rules that point to the same act on the same kind of part add up as independent signs do:
 * 1 − ∏(1 − weight). It ranks; it does not diagnose.
 */
export function triage(intake: Intake, sequence: Sequence | null, configuration: Configuration = {}): Triage {
  const facts = factsOf(intake);
  const spoken = triageRules.flatMap((rule) => {
    const reason = rule.when(facts);
    return reason === null ? [] : [{ rule, reason }];
  });
  const parts = sequence ? configure(sequence, configuration).parts : [];
  const found = new Map<string, { kind: string; act: RepairAct; doubt: number; reasons: string[] }>();
  for (const { rule, reason } of spoken) {
    for (const { kind, act, weight } of rule.points ?? []) {
      const known = found.get(`${kind} ${act}`) ?? { kind, act, doubt: 1, reasons: [] };
      found.set(`${kind} ${act}`, {
        ...known,
        doubt: known.doubt * (1 - weight),
        reasons: [...known.reasons, reason],
      });
    }
  }
  const targets = [...found.values()].map(({ kind, act, doubt, reasons }) =>
    rankedTarget(parts, configuration, kind, act, 1 - doubt, reasons),
  );
  return {
    targets: targets.sort((a, b) => b.score - a.score || a.words.localeCompare(b.words)),
    stops: spoken.flatMap(({ rule, reason }) => (rule.stop ? [{ reason, text: rule.stop }] : [])),
    firstTry: [...new Set(spoken.flatMap(({ rule }) => rule.firstTry ?? []))],
    swollen: spoken.some(({ rule }) => rule.id === 'swollen-stop'),
  };
}

function factsOf(intake: Intake): TriageFacts {
  const signs = new Set(intake.symptoms);
  const marks = new Set(intake.marks.map(({ kind }) => kind));
  return {
    has: (symptom) => signs.has(symptom),
    marked: (kind) => marks.has(kind),
    measures: intake.measures,
    after: intake.after,
    powered: intake.powered,
  };
}

function rankedTarget(
  parts: readonly Part[],
  configuration: Configuration,
  kind: string,
  act: RepairAct,
  score: number,
  reasons: readonly string[],
): RankedTarget {
  const part = partFor(parts, kind);
  const name = lowerName(part?.name ?? partNameOf(kind === 'board' ? 'system-board' : kind));
  const order =
    act === 'replace' && part
      ? part.numbers
          .filter(({ role, when }) => role !== 'label' && known(when, configuration))
          .map(({ number }) => number)
      : [];
  return { part: part?.id ?? null, kind, act, words: actWords[act](name), score, reasons, order };
}

/** The part of this kind that stands for it; a board is the system board where there are several. */
function partFor(parts: readonly Part[], kind: string): Part | null {
  const wanted = kind === 'board' ? 'system-board' : kind;
  return parts.find((part) => part.id === wanted) ?? parts.find((part) => part.kind === kind) ?? null;
}

/** Only numbers that this configuration surely has. */
function known(when: Part['when'], configuration: Configuration): boolean {
  return Object.entries(when ?? {}).every(([key, values]) => values.includes(configuration[key] ?? ''));
}
