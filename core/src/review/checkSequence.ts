import { actsOfSequence } from '../derive/actsOfSequence.ts';
import { sceneOf } from '../derive/layers.ts';
import type { Conflict } from '../derive/findConflicts.ts';
import { indexSequence } from '../sequence/describe.ts';
import type { Sequence } from '../sequence/schema.ts';
import type { Finding, Severity } from './finding.ts';
import { precedence } from '../sequence/precedence.ts';
import { reviewRules } from './rules/index.ts';
import type { RunEvidence } from './runEvidence.ts';

/** What a check may take into account besides the document. */
export interface ReviewEvidence {
  readonly conflicts?: readonly Conflict[];
  readonly runs?: readonly RunEvidence[];
  readonly absent?: readonly string[];
}

const rank: Readonly<Record<Severity, number>> = { stop: 0, warning: 1, hint: 2 };

/** The procedure check: every rule over a sequence; the gravest first, then in the order of the rules. */
export function checkSequence(
  sequence: Sequence,
  { conflicts = [], runs = [], absent = [] }: ReviewEvidence = {},
): Finding[] {
  const context = {
    sequence,
    index: indexSequence(sequence),
    conflicts,
    evidence: runs,
    absent,
    scene: sceneOf(actsOfSequence(sequence), sequence.model.form),
    before: precedence(sequence),
  };
  return reviewRules
    .flatMap((rule) =>
      rule.find(context).map((found): Finding => ({ ...found, rule: rule.id, severity: rule.severity })),
    )
    .sort((a, b) => rank[a.severity] - rank[b.severity]);
}

export const groundOf = (rule: string): string => reviewRules.find(({ id }) => id === rule)?.ground ?? '';
