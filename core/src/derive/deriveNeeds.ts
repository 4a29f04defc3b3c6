import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import type { Form } from '../sequence/schema.ts';
import {
  isCarrier,
  isClamshell,
  isInUpperShell,
  isLeadOf,
  isMainBoard,
  isMains,
  isOfKeyboard,
  isOnBoard,
  isUpperShell,
  kindOf,
  liesAcross,
  openingOf,
} from './hardware.ts';
import {
  disconnections,
  freeing,
  isConnector,
  liesOver,
  liftOf,
  ofBattery,
  ofDisplay,
  opensUnit,
  sceneOf,
  touchesCurrent,
  type Scene,
} from './layers.ts';
import { NeedGraph, type DerivedNeed, type Force } from './needGraph.ts';
import type { Act, Replay } from './replayRecording.ts';
import { placeUnder } from './places.ts';
import { statements, type Contradiction } from './statements.ts';

export interface DeriveSettings {
  /** The battery comes off before any other connector. A setting of the shop, on by default. */
  readonly batteryFirst: boolean;
}

export const defaultDeriveSettings: DeriveSettings = Object.freeze({ batteryFirst: true });

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
  holds(scene, graph);
  leads(scene, graph);
  hidden(replay.acts, graph);
  if (settings.batteryFirst) power(scene, graph, 'as-seen');
  const contradictions = statements(replay, graph);
  across(replay.acts, graph);
  assumed(scene, graph);
  // What was done live is no precedent: the rule holds wherever the way to the battery does not lead past it.
  const live = settings.batteryFirst ? power(scene, graph, 'unless-circle') : [];
  return { needs: graph.needs, contradictions: [...contradictions, ...live] };
}

/** Where a board, or a half of one, is lifted. */
const boardsOf = (acts: readonly Act[]): Act[] =>
  acts.filter((act) => act.verb === 'lift' && isMainBoard(act.part));

/**
 * A screw of the cover, or one that something hides, that is remembered once the part is off held it all the same;
 * what is undone on another part after its lift is the part itself coming apart on the bench.
 */
const isToldLate = (act: Act, form: Form): boolean =>
  act.joint?.type === 'screws' && (act.joint.hiddenBy != null || openingOf(act.part, form) === 'wide');

function holds({ acts, form }: Scene, graph: NeedGraph): void {
  const boards = boardsOf(acts);
  for (const act of acts) {
    if (!act.joint) continue;
    const own = liftOf(acts, act.part);
    if (own)
      graph.add(
        own.id,
        act.id,
        'holds',
        [act.line, own.line],
        isToldLate(act, form) ? 'unless-circle' : 'as-seen',
      );
    // A cover that is still screwed down cannot be pried: its screws hold what its clips hold.
    if (act.joint.type === 'clips') {
      for (const screws of acts.slice(0, acts.indexOf(act))) {
        if (screws.part === act.part && screws.joint?.type === 'screws')
          graph.add(act.id, screws.id, 'holds', [screws.line, act.line]);
      }
    }
    if (act.joint.type === 'adhesive') {
      const warmed = acts[acts.indexOf(act) - 1];
      if (warmed?.verb === 'hold' && !warmed.drains && warmed.part === act.part)
        graph.add(act.id, warmed.id, 'holds', [warmed.line, act.line]);
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
    if (by) graph.add(act.id, by.id, 'covers', [by.line, act.line], 'unless-circle');
  }
}

/**
 * Leads hold more than the part that they are named after: those undone while a cover hangs half open hold the
 * cover; the aerials hold the card, and the lid that they run into; hinges hold the display.
 */
function leads(scene: Scene, graph: NeedGraph): void {
  const { acts, form } = scene;
  /** What was undone so far and may hold more than its own part. */
  const undone: { readonly act: Act; readonly at: number }[] = [];
  let since = -1;
  for (const [at, act] of acts.entries()) {
    if (isConnector(act) || act.joint?.type === 'screws') undone.push({ act, at });
    if (act.verb !== 'lift') continue;
    const begun = acts.findIndex(({ part }) => part === act.part);
    const opens = opensUnit(scene, act.part) || ofDisplay(act.part);
    const halfOpen = opens ? Math.max(begun < at ? begun : -1, since) : Infinity;
    for (const { act: one, at: earlier } of undone)
      if (isConnector(one) ? earlier > halfOpen || runsTo(one.part, act.part, form) : hangsOn(one, act))
        graph.add(act.id, one.id, 'holds', [one.line, act.line]);
    since = at;
  }
}

/** Hinges hold the display. */
const hangsOn = (act: Act, lift: Act): boolean =>
  act.joint?.type === 'screws' && kindOf(act.part) === 'hinge' && ofDisplay(lift.part);

/** Does a lead run to the part: its own, one into the lid, one that ends in a carrier, a ribbon of the upper shell? */
function runsTo(lead: string, part: string, form: Form): boolean {
  const isHinged = isClamshell(form);
  return (
    isLeadOf(lead, part) ||
    (isHinged && ofDisplay(part) && /^(?:antenna|camera|.*hinge)/.test(lead)) ||
    (isCarrier(part) && (!isOnBoard(lead) || lead === 'antenna') && !/inlet|mains|supply/.test(lead)) ||
    (isUpperShell(part) && isInUpperShell(lead)) ||
    (isHinged && part === 'keyboard' && isOfKeyboard(lead))
  );
}

/**
 * All that carries current, or touches what does, waits until the unit is dead. Gives, per disconnection, what was
 * done before it all the same.
 */
function power(scene: Scene, graph: NeedGraph, force: Force): Contradiction[] {
  const { acts } = scene;
  /** A way in that was opened before the battery can be reached leads to it. */
  const isSpared = (act: Act): boolean =>
    force !== 'as-seen' && !isConnector(act) && opensUnit(scene, act.part);
  const offs = disconnections(acts);
  const drain = acts.find((act) => act.drains);
  const live = offs.flatMap((off): Contradiction[] => {
    const early: Act[] = [];
    if (drain) graph.add(drain.id, off.id, 'power', [off.line, drain.line], force);
    for (const act of acts) {
      if (offs.includes(act) || !touchesCurrent(act) || isSpared(act)) continue;
      const isObeyed = graph.add(act.id, off.id, 'power', [off.line, act.line], force);
      if (isObeyed && graph.isSeenBefore(act.id, off.id)) early.push(act);
    }
    return early.length > 0 ? [workedLive(off, early)] : [];
  });
  if (!drain) return live;
  for (const act of acts)
    if (!offs.includes(act) && (isConnector(act) || (act.verb === 'lift' && ofBattery(act))))
      graph.add(act.id, drain.id, 'power', [drain.line, act.line], force);
  return live;
}

function workedLive(off: Act, early: readonly Act[]): Contradiction {
  const names = [...new Set(early.map((act) => lowerName(partNameOf(act.part))))].join(', ');
  const source = isMains(off.part) ? 'the mains' : 'the battery';
  return {
    text: `${names} came before ${source} was disconnected; the route disconnects it first`,
    lines: [...new Set([off.line, ...early.map((act) => act.line)])],
  };
}

/**
 * By what such parts lie over, unless the places of their screws on the outline say otherwise. Those of a cover over
 * all of the unit stand around everything, and say nothing.
 */
function isUnder(opener: Act, act: Act, scene: Scene): boolean {
  const place = opensUnit(scene, opener.part) ? null : placeUnder(opener, act, scene.acts);
  return place === null ? liesOver(opener, act, scene) : place === 'under';
}

/** What was seen only after an opener was lifted is assumed to lie under it, where such a part lies over such. */
function assumed(scene: Scene, graph: NeedGraph): void {
  /** Those so far, the last first: what it lies under is often what the others lie under too. */
  const openers: Act[] = [];
  for (const act of scene.acts) {
    for (const opener of openers)
      if (opener.part !== act.part && !graph.implies(act.id, opener.id) && isUnder(opener, act, scene))
        graph.add(act.id, opener.id, 'assumed', [opener.line, act.line]);
    if (act.verb === 'lift') openers.unshift(act);
  }
}
