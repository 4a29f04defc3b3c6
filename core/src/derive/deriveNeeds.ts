import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import type { Basis, Form } from '../sequence/schema.ts';
import {
  conducts,
  isCarrier,
  isInUpperShell,
  isLeadOf,
  isMainBoard,
  isOfKeyboard,
  isOnBoard,
  isUpperShell,
  kindOf,
  liesAcross,
  openingOf,
} from './hardware.ts';
import {
  disconnections,
  isConnector,
  liesOver,
  liftOf,
  ofBattery,
  ofDisplay,
  sceneOf,
  type Scene,
} from './layers.ts';
import type { Act, Replay } from './replayRecording.ts';

/** A constraint with the lines that it rests on. */
export interface DerivedNeed {
  readonly action: string;
  readonly before: string;
  readonly basis: Basis;
  readonly lines: readonly string[];
}

export interface DeriveSettings {
  /** The battery comes off before any other connector. A setting of the shop, on by default. */
  readonly batteryFirst: boolean;
}

export const defaultDeriveSettings: DeriveSettings = Object.freeze({ batteryFirst: true });

/** A statement that the recording itself does not bear out. */
export interface Contradiction {
  readonly text: string;
  readonly lines: readonly string[];
}

/**
 * The constraints of one recording, by basis: what a joint holds, what hides it, the power policy, what was
 * found by trying, what was stated, and last what is only assumed: an act that was seen only after a layer
 * was opened. Plain succession of unrelated acts is no constraint. An assumption that already follows from
 * other needs is left out, so that each one listed is worth a look by itself.
 */
export function deriveNeeds(
  replay: Replay,
  settings: DeriveSettings,
  form: Form,
): { needs: DerivedNeed[]; contradictions: Contradiction[] } {
  const scene = sceneOf(replay.acts, form);
  const graph = new NeedGraph(replay.acts);
  holds(replay.acts, graph);
  leads(scene, graph);
  hidden(replay.acts, graph);
  across(replay.acts, graph);
  if (settings.batteryFirst) power(replay.acts, graph);
  const contradictions = statements(replay, graph);
  assumed(scene, graph);
  return { needs: graph.needs, contradictions };
}

/** Needs so far, with reachability kept as a set of all that comes before each act. */
class NeedGraph {
  readonly needs: DerivedNeed[] = [];
  private readonly place: ReadonlyMap<string, number>;
  private readonly direct = new Map<string, Set<string>>();

  constructor(acts: readonly Act[]) {
    this.place = new Map(acts.map((act, i) => [act.id, i]));
  }

  /** Adds a need; false where the recording has the two the other way round. */
  add(action: string, before: string, basis: Basis, lines: readonly string[]): boolean {
    if (action === before) return true;
    if ((this.place.get(before) ?? 0) > (this.place.get(action) ?? 0)) return false;
    const known = this.direct.get(action) ?? new Set<string>();
    if (!known.has(before)) {
      this.needs.push({ action, before, basis, lines });
      this.direct.set(action, known.add(before));
    }
    return true;
  }

  /** Does `before` surely come before `action` already? */
  implies(action: string, before: string): boolean {
    const seen = new Set<string>();
    const work = [action];
    for (let at = work.pop(); at !== undefined; at = work.pop()) {
      if (at === before) return true;
      if (seen.has(at)) continue;
      seen.add(at);
      work.push(...(this.direct.get(at) ?? []));
    }
    return false;
  }
}

/** What frees a part: its lift, or the last act on it where it was never lifted. */
const freeing = (acts: readonly Act[], part: string): Act | undefined =>
  liftOf(acts, part) ?? acts.findLast((act) => act.part === part);

/** Where a board, or a half of one, is lifted. */
const boardsOf = (acts: readonly Act[]): Act[] =>
  acts.filter((act) => act.verb === 'lift' && isMainBoard(act.part));

function holds(acts: readonly Act[], graph: NeedGraph): void {
  const boards = boardsOf(acts);
  for (const act of acts) {
    if (!act.joint) continue;
    const own = liftOf(acts, act.part);
    if (own) graph.add(own.id, act.id, 'holds', [act.line, own.line]);
    // A cover that is still screwed down cannot be pried: its screws hold what its clips hold.
    if (act.joint.type === 'clips') {
      for (const screws of acts.slice(0, acts.indexOf(act))) {
        if (screws.part === act.part && screws.joint?.type === 'screws')
          graph.add(act.id, screws.id, 'holds', [screws.line, act.line]);
      }
    }
    // A cable is plugged into the board: it holds the board as much as its own part.
    if (act.joint.type === 'connector')
      for (const board of boards) graph.add(board.id, act.id, 'holds', [act.line, board.line]);
  }
}

/** What is bolted across the board, or lies over its edge, comes out before it. */
function across(acts: readonly Act[], graph: NeedGraph): void {
  for (const board of boardsOf(acts))
    for (const act of acts)
      if (act.verb === 'lift' && liesAcross(act.part))
        graph.add(board.id, act.id, 'assumed', [act.line, board.line]);
}

function hidden(acts: readonly Act[], graph: NeedGraph): void {
  for (const act of acts) {
    const by = act.joint?.hiddenBy ? freeing(acts, act.joint.hiddenBy) : undefined;
    if (by) graph.add(act.id, by.id, 'covers', [by.line, act.line]);
  }
}

const nameOf = (act: Act): string => lowerName(partNameOf(act.part));

/**
 * Leads hold more than the part that they are named after: those undone while a cover hangs half open hold the
 * cover; the aerials hold the card, and the lid that they run into; hinges hold the display.
 */
function leads(scene: Scene, graph: NeedGraph): void {
  const { acts, form, wayIn } = scene;
  acts.forEach((lift, at) => {
    if (lift.verb !== 'lift') return;
    const opens = openingOf(lift.part, form) === 'wide' || ofDisplay(lift.part) || lift === wayIn;
    const begun = acts.findIndex((act) => act.part === lift.part);
    const since = acts.slice(0, at).findLastIndex((act) => act.verb === 'lift');
    const halfOpen = opens ? Math.max(begun < at ? begun : -1, since) : Infinity;
    acts.slice(0, at).forEach((act, i) => {
      if (isConnector(act) ? i > halfOpen || runsTo(act.part, lift.part, form) : hangsOn(act, lift))
        graph.add(lift.id, act.id, 'holds', [act.line, lift.line]);
    });
  });
}

/** Hinges hold the display. */
const hangsOn = (act: Act, lift: Act): boolean =>
  act.joint?.type === 'screws' && kindOf(act.part) === 'hinge' && ofDisplay(lift.part);

/** Does a lead run to the part: its own, one into the lid, one that ends in a carrier, a ribbon of the upper shell? */
function runsTo(lead: string, part: string, form: Form): boolean {
  const isNotebook = form === 'notebook';
  return (
    isLeadOf(lead, part) ||
    (isNotebook && ofDisplay(part) && /^(?:antenna|camera|.*hinge)/.test(lead)) ||
    (isCarrier(part) && (!isOnBoard(lead) || lead === 'antenna') && !/inlet|mains|supply/.test(lead)) ||
    (isUpperShell(part) && isInUpperShell(lead)) ||
    (isNotebook && part === 'keyboard' && isOfKeyboard(lead))
  );
}

/** All that carries current, or touches what does, waits until the unit is dead. */
function power(acts: readonly Act[], graph: NeedGraph): void {
  const offs = disconnections(acts);
  const drain = acts.find((act) => act.verb === 'hold');
  for (const off of offs) {
    if (drain) graph.add(drain.id, off.id, 'power', [off.line, drain.line]);
    for (const act of acts) {
      if (act === drain || offs.includes(act)) continue;
      if (isConnector(act) || conducts(act.part)) graph.add(act.id, off.id, 'power', [off.line, act.line]);
    }
  }
  if (!drain) return;
  for (const act of acts)
    if (!offs.includes(act) && (isConnector(act) || (act.verb === 'lift' && ofBattery(act))))
      graph.add(act.id, drain.id, 'power', [drain.line, act.line]);
}

function statements({ acts, statements: made }: Replay, graph: NeedGraph): Contradiction[] {
  const contradictions: Contradiction[] = [];
  const want = (later: string, earlier: string, basis: Basis, line: string): void => {
    const [then, first] = [freeing(acts, later), freeing(acts, earlier)];
    if (!then || !first) return; // the parts were only talked about; nothing to order yet
    if (!graph.add(then.id, first.id, basis, [line])) {
      contradictions.push({
        text: `${nameOf(first)} is said to come before ${nameOf(then)}, but came after it`,
        lines: [line, then.line, first.line],
      });
    }
  };
  for (const { line, entry } of made) {
    if (entry.kind === 'blocked') want(entry.part, entry.by, 'blocked', line);
    else if (entry.kind === 'requires') entry.parts.forEach((part) => want(entry.part, part, 'stated', line));
    else {
      const cover = freeing(acts, entry.part);
      for (const act of acts)
        if (cover && entry.parts.includes(act.part)) graph.add(act.id, cover.id, 'covers', [line]);
    }
  }
  return contradictions;
}

/** What was seen only after an opener was lifted is assumed to lie under it, where such a part lies over such. */
function assumed(scene: Scene, graph: NeedGraph): void {
  const { acts } = scene;
  acts.forEach((act, i) => {
    const openers = acts.slice(0, i).filter((earlier) => earlier.verb === 'lift');
    for (const opener of openers.reverse()) {
      // What follows from other needs is the dearer question, so it comes last.
      if (opener.part !== act.part && liesOver(opener, act, scene) && !graph.implies(act.id, opener.id))
        graph.add(act.id, opener.id, 'assumed', [opener.line, act.line]);
    }
  });
}
