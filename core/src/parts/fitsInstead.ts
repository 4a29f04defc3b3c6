import { lowerName } from '../reader/entries/partName.ts';
import type { NumberRole, When } from '../sequence/schema.ts';
import { foldNumber } from './foldNumber.ts';

/** Where a number was seen: on a part of a model, by a sequence or at a bench. */
export interface Sighting {
  readonly number: string;
  readonly role: NumberRole;
  /** Slug of the part, the same in every model. */
  readonly part: string;
  readonly partName: string;
  readonly kind: string;
  readonly model: string;
  readonly modelName: string;
  readonly when: When;
  /** `revision`: a published sequence; `job`: read off a part that was fitted. */
  readonly source: 'revision' | 'job';
  /** Revision number, or the label of the unit. */
  readonly witness: string;
}

export type Certainty = 'sure' | 'likely' | 'possible';

export interface Alternative {
  readonly number: string;
  readonly certainty: Certainty;
  readonly reasons: readonly string[];
}

export interface WhatFits {
  readonly alternatives: readonly Alternative[];
  /** What does not go together: the same number on different parts. */
  readonly conflicts: readonly string[];
}

const rank: Readonly<Record<Certainty, number>> = { sure: 0, likely: 1, possible: 2 };

/**
 * What goes in instead of a number, from evidence, with how sure and why. Sure: a sequence lists both for the
 * same part of the same model, in configurations that can meet. Likely: a bench fitted the other where this
 * one belongs. Possible: another model has the same part under a number in common, and other numbers beside.
 */
export function fitsInstead(number: string, sightings: readonly Sighting[]): WhatFits {
  const folded = foldNumber(number);
  const own = sightings.filter((one) => foldNumber(one.number) === folded);
  const found = new Map<string, Alternative>();
  const add = (other: Sighting, certainty: Certainty, reason: string): void => {
    const key = foldNumber(other.number);
    if (key === folded) return;
    const known = found.get(key);
    if (known && rank[known.certainty] < rank[certainty]) return;
    const reasons = known?.certainty === certainty ? [...known.reasons, reason] : [reason];
    found.set(key, { number: known?.number ?? other.number, certainty, reasons: [...new Set(reasons)] });
  };
  for (const here of own) {
    const place = `the ${here.modelName}’s ${lowerName(here.partName)}`;
    for (const other of sightings) {
      if (other.part !== here.part || foldNumber(other.number) === folded) continue;
      if (other.model !== here.model)
        add(other, 'possible', `${place} and the ${other.modelName}’s share ${here.number}`);
      else if (other.source === 'job' || here.source === 'job')
        add(
          other,
          'likely',
          `fitted at ${other.source === 'job' ? other.witness : here.witness} as ${place}`,
        );
      else if (meet(here.when, other.when))
        add(
          other,
          'sure',
          `${other.role === 'fitted' ? 'listed beside it' : `listed as ${other.role}`} for ${place}`,
        );
    }
  }
  return {
    alternatives: [...found.values()].sort(
      (a, b) => rank[a.certainty] - rank[b.certainty] || a.number.localeCompare(b.number),
    ),
    conflicts: conflictsOf(number, own),
  };
}

/** Can two limits hold in one unit? A keyboard of layout A does not go in instead of one of layout B. */
function meet(a: When, b: When): boolean {
  return Object.entries(a ?? {}).every(([key, values]) => {
    const others = b?.[key];
    return !others || values.some((value) => others.includes(value));
  });
}

function conflictsOf(number: string, own: readonly Sighting[]): string[] {
  const kinds = new Map<string, Sighting>();
  for (const one of own) if (!kinds.has(one.kind)) kinds.set(one.kind, one);
  if (kinds.size < 2) return [];
  const places = [...kinds.values()].map(
    (one) =>
      `${lowerName(one.partName)} of the ${one.modelName} (${one.source === 'job' ? one.witness : `revision ${one.witness}`})`,
  );
  return [
    `${number} stands on different kinds of parts: ${places.join('; ')}. One of them was misread, or the print is wrong`,
  ];
}
