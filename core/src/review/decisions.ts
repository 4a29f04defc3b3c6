import type { Sequence } from '../sequence/schema.ts';
import { checkSequence, type ReviewEvidence } from './checkSequence.ts';
import type { Finding } from './finding.ts';

/** What the lead decided about a finding: its remedy, or that it may stand. The latest word counts. */
export interface Decision {
  readonly rule: string;
  readonly place: string;
  readonly choice: 'remedy' | 'stands' | 'open';
}

export interface Reviewed {
  /** The document with every chosen remedy. */
  readonly sequence: Sequence;
  readonly open: readonly Finding[];
  /** Findings that were mended or may stand, with what was decided. */
  readonly settled: readonly { readonly finding: Finding; readonly choice: 'remedy' | 'stands' }[];
}

const sameFinding = (finding: Finding, { rule, place }: Decision): boolean =>
  finding.rule === rule && finding.place === place;

/**
 * Applies decisions in the order in which they were taken; each is looked up among the findings of the
 * document as it then stands, so a decision about something that is gone changes nothing.
 */
export function review(
  document: Sequence,
  decisions: readonly Decision[],
  evidence: ReviewEvidence = {},
): Reviewed {
  const latest = new Map(decisions.map((decision) => [`${decision.rule} ${decision.place}`, decision]));
  const settled: { finding: Finding; choice: 'remedy' | 'stands' }[] = [];
  let sequence = document;
  for (const decision of latest.values()) {
    const finding = checkSequence(sequence, evidence).find((one) => sameFinding(one, decision));
    if (!finding || decision.choice === 'open') continue;
    if (decision.choice === 'remedy') {
      if (finding.remedy?.kind !== 'change') continue;
      sequence = finding.remedy.apply(sequence);
    }
    settled.push({ finding, choice: decision.choice });
  }
  const standing = new Set(
    settled
      .filter(({ choice }) => choice === 'stands')
      .map(({ finding }) => `${finding.rule} ${finding.place}`),
  );
  const open = checkSequence(sequence, evidence).filter(
    (finding) => !standing.has(`${finding.rule} ${finding.place}`),
  );
  return { sequence, open, settled };
}
