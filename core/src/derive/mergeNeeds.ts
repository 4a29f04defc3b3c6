import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import type { Basis, Form } from '../sequence/schema.ts';
import { deriveNeeds, type DeriveSettings } from './deriveNeeds.ts';
import type { MatchedAct } from './matchActs.ts';
import type { DerivedNeed } from './needGraph.ts';
import type { Replay } from './replayRecording.ts';
import type { Contradiction } from './statements.ts';

/** The surest first: where two recordings give one constraint on different grounds, the surer ground stands. */
const surest: readonly Basis[] = ['pinned', 'holds', 'covers', 'power', 'blocked', 'stated', 'assumed'];

/**
 * The constraints of several recordings as one list. An assumed order that any recording shows the other
 * way round falls. What was found by trying, and is shown the other way round, is reported and not obeyed;
 * what was said, holds, covers or is policy is reported and stands.
 */
export function mergeNeeds(
  matched: readonly MatchedAct[],
  replays: readonly Replay[],
  settings: DeriveSettings,
  form: Form,
): { needs: DerivedNeed[]; contradictions: Contradiction[] } {
  const [only, ...others] = replays;
  // One recording agrees with itself.
  if (only && others.length === 0) return deriveNeeds(renamed(only, matched, 0), settings, form);
  const merged = new Map<string, DerivedNeed>();
  const contradictions: Contradiction[] = [];
  /** Which recordings a need comes from: what one of them shows against its own word it has reported itself. */
  const said = new Map<string, Set<number>>();
  const order = replays.map((_, recording) => orderIn(matched, recording));
  replays.forEach((replay, recording) => {
    const own = renamed(replay, matched, recording);
    const found = deriveNeeds(own, settings, form);
    contradictions.push(...found.contradictions);
    for (const need of found.needs) {
      const key = `${need.action} ${need.before}`;
      const known = merged.get(key);
      said.set(key, (said.get(key) ?? new Set()).add(recording));
      if (!known) merged.set(key, need);
      else {
        const basis = surest.indexOf(need.basis) < surest.indexOf(known.basis) ? need.basis : known.basis;
        merged.set(key, { ...known, basis, lines: [...new Set([...known.lines, ...need.lines])] });
      }
    }
  });
  const needs = [...merged.values()].filter((need) => {
    const isAgainst = order.some(
      (places, recording) =>
        !said.get(`${need.action} ${need.before}`)?.has(recording) &&
        (places.get(need.action) ?? Infinity) < (places.get(need.before) ?? -Infinity),
    );
    if (!isAgainst) return true;
    if (need.basis === 'assumed') return false;
    contradictions.push({ text: contradictionWords(matched, need), lines: need.lines });
    return need.basis !== 'blocked';
  });
  return { needs, contradictions };
}

function contradictionWords(matched: readonly MatchedAct[], need: DerivedNeed): string {
  const name = (id: string): string =>
    lowerName(partNameOf(matched.find((entry) => entry.act.id === id)?.act.part ?? id));
  const stands = need.basis === 'blocked' ? 'the order recorded stands' : 'the ground given stands';
  return `${name(need.before)} is said to come before ${name(need.action)} (${need.basis}), but a recording shows them the other way round; ${stands}`;
}

/** Where each shared act stands in one recording. */
function orderIn(matched: readonly MatchedAct[], recording: number): Map<string, number> {
  const acts = matched.flatMap(({ act, seen }) =>
    seen.has(recording) ? [{ id: act.id, own: seen.get(recording) }] : [],
  );
  const places = acts.map(({ id, own }): [string, number] => [id, own?.place ?? 0]);
  return new Map(places);
}

/** A recording with the names that its acts have in the shared list. */
function renamed(replay: Replay, matched: readonly MatchedAct[], recording: number): Replay {
  const shared = new Map(
    matched.flatMap(({ act, seen }) => (seen.has(recording) ? [[seen.get(recording), act.id] as const] : [])),
  );
  return { ...replay, acts: replay.acts.map((act) => ({ ...act, id: shared.get(act) ?? act.id })) };
}
