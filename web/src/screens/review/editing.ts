import {
  applyEdits,
  brokenNeed,
  emptyContext,
  indexSequence,
  lowerName,
  partName,
  partNameOf,
  quotedStep,
  readLine,
  slugOf,
  type Action,
  type Edit,
  type Sequence,
} from '@bemtor/core';

/** What the lead is asked for, each with its key and its words. */
export const asks = {
  count: { key: 'c', short: 'count', label: 'How many', hint: 'a number; empty where nobody knows' },
  screw: { key: 'k', short: 'kind', label: 'Kind of screw', hint: 'e.g. PH0 M2x5' },
  where: { key: 'l', short: 'place', label: 'Place', hint: 'e.g. rear edge; empty for none' },
  words: {
    key: 'w',
    short: 'words',
    label: 'Words of the step',
    hint: 'shown with the step; empty for none',
  },
  tool: { key: 't', short: 'tool', label: 'Tool', hint: 'e.g. PH00; empty for fingers' },
  insert: {
    key: 'i',
    short: 'new step',
    label: 'New step after this one, as a bench line',
    hint: 'e.g. fan 2 PH0 M2x4',
  },
  pin: { key: 'b', short: 'waits for', label: 'This step waits for', hint: 'choose a step' },
  split: { key: 's', short: 'own part', label: 'These steps belong to', hint: 'name of the part' },
  name: { key: 'n', short: 'name', label: 'What this part is called', hint: 'its name in every step' },
  join: { key: 'j', short: 'same part', label: 'This part is the same as', hint: 'choose a part' },
} as const;
export type Ask = keyof typeof asks;

/** Which of them make sense for an act. */
export function asksFor(sequence: Sequence, action: Action): Ask[] {
  const joint = sequence.joints.find(({ id }) => id === action.joint);
  const isScrews = joint?.type === 'screws' || joint?.type === 'standoffs';
  return (Object.keys(asks) as Ask[]).filter((ask) => {
    if (ask === 'count' || ask === 'where') return joint !== undefined;
    if (ask === 'screw') return isScrews;
    return ask !== 'join' || sequence.parts.length > 1;
  });
}

/** What stands there now, to be changed. */
export function standing(sequence: Sequence, action: Action, ask: Ask): string {
  const joint = sequence.joints.find(({ id }) => id === action.joint);
  switch (ask) {
    case 'count':
      return String(joint?.count ?? '');
    case 'where':
      return joint?.where ?? '';
    case 'words':
      return action.note;
    case 'tool':
      return action.tool ?? '';
    case 'name':
      return sequence.parts.find(({ id }) => id === action.part)?.name ?? '';
    default:
      return '';
  }
}

export type Answer =
  { readonly ok: true; readonly edits: readonly Edit[] } | { readonly ok: false; readonly fault: string };

const done = (...edits: Edit[]): Answer => ({ ok: true, edits });
const fault = (words: string): Answer => ({ ok: false, fault: words });

/** What was typed or chosen, as edits; or what is wrong with it. `marked`: the acts that a split is about. */
export function answerTo(
  sequence: Sequence,
  action: Action,
  ask: Ask,
  typed: string,
  marked: readonly string[] = [action.id],
): Answer {
  const text = typed.trim();
  const joint = action.joint ?? '';
  switch (ask) {
    case 'count': {
      if (text === '' || text === '?') return done({ what: 'count', joint, count: null });
      const count = Number(text);
      return Number.isInteger(count) && count >= 1 && count <= 200
        ? done({ what: 'count', joint, count })
        : fault('A whole number from 1 to 200; leave it empty where nobody knows.');
    }
    case 'screw': {
      const [entry] = readLine(`1 ${text}`, emptyContext([])).entries;
      const screw = entry?.kind === 'undo' ? (entry.joint.screw ?? {}) : {};
      return Object.keys(screw).length > 0
        ? done({ what: 'screw', joint, screw })
        : fault('No kind of screw was read; a kind is e.g. PH0 M2x5.');
    }
    case 'where':
      return done({ what: 'where', joint, where: text || null });
    case 'words':
      return done({ what: 'words', action: action.id, note: text });
    case 'tool':
      return done({ what: 'tool', action: action.id, tool: text || null });
    case 'insert':
      return inserted(sequence, action, text);
    case 'pin':
      return pinned(sequence, action, text);
    case 'split': {
      const into = slugOf(text).slice(0, 60);
      return into
        ? done({ what: 'split', actions: [...marked], into, name: text })
        : fault('A name is needed.');
    }
    case 'name':
      return text !== '' && text.length <= 80
        ? done({ what: 'name', part: action.part, name: text })
        : fault('A name of at most 80 characters is needed.');
    case 'join':
      return sequence.parts.some(({ id }) => id === text)
        ? done({ what: 'join', part: action.part, into: text })
        : fault('Choose one of the parts.');
  }
}

/** Acts read from a bench line, in the context of the part at hand, each after the one before it. */
function inserted(sequence: Sequence, action: Action, line: string): Answer {
  const { entries, unread } = readLine(line, { ...emptyContext(sequence.parts), part: action.part });
  const acts = entries.filter(({ kind }) => ['undo', 'lift', 'hold', 'serve'].includes(kind));
  if (unread.length > 0) return fault(`Not read: ${unread.join(', ')}. Say it in other words.`);
  if (acts.length === 0) return fault('No step was read; a step is e.g. fan 2 PH0 M2x4, or unplug fan.');
  const taken = new Set(sequence.actions.map(({ id }) => id as string));
  let after: string = action.id;
  const edits = acts.map((entry): Edit => {
    const verb = entry.kind === 'undo' ? entry.verb : entry.kind;
    const part = ('part' in entry && entry.part) || action.part;
    const id = freeId(`${verb}-${part}`, taken);
    taken.add(id);
    const edit: Edit = { what: 'insert', id, after, entry };
    after = id;
    return edit;
  });
  const { stale } = applyEdits(sequence, edits);
  return stale.length > 0
    ? fault(`The ${lowerName(partNameOf(action.part))} comes off already; a part is taken off once.`)
    : { ok: true, edits };
}

function freeId(wanted: string, taken: ReadonlySet<string>): string {
  let id = wanted;
  for (let n = 2; taken.has(id); n++) id = `${wanted}-${n}`;
  return id;
}

function pinned(sequence: Sequence, action: Action, before: string): Answer {
  const index = indexSequence(sequence);
  const first = index.action.get(before);
  if (!first || before === action.id) return fault('Choose another step.');
  return done({ what: 'pin', action: action.id, before });
}

/** The act one place up or down in the document's order; or the need that keeps it where it is, in words. */
export function moved(sequence: Sequence, action: string, to: number): Answer {
  const order = sequence.actions.map(({ id }) => id as string);
  const rest = order.filter((id) => id !== action);
  const at = Math.max(0, Math.min(rest.length, to));
  const edit: Edit = { what: 'move', action, after: rest[at - 1] ?? null };
  const { sequence: after } = applyEdits(sequence, [edit]);
  const was = brokenNeed(sequence, order);
  const broken = brokenNeed(
    after,
    after.actions.map(({ id }) => id),
  );
  if (!broken || was) return done(edit);
  const index = indexSequence(sequence);
  return fault(
    `${quotedStep(index, broken.action)} waits for ${broken.anyOf.map((id) => quotedStep(index, id)).join(' or ')}: take that need out first.`,
  );
}

/** An edit that stands, as a person says it. */
export function editWords(sequence: Sequence, edit: Edit): string {
  const index = indexSequence(sequence);
  const act = (id: string): string => quotedStep(index, id);
  const part = (id: string): string => lowerName(partName(index, id));
  const held = (joint: string): string => part(index.joint.get(joint)?.holds[0] ?? joint);
  switch (edit.what) {
    case 'pin':
      return `${act(edit.action)} waits for ${act(edit.before)}${edit.when ? ` (${Object.values(edit.when).flat().join(', ')})` : ''}`;
    case 'free':
      return `${act(edit.action)} does not wait for ${act(edit.before)}`;
    case 'count':
      return `${held(edit.joint)}: count ${edit.count ?? 'not known'}`;
    case 'screw':
      return `${held(edit.joint)}: another kind of screw`;
    case 'where':
      return `${held(edit.joint)}: place ${edit.where ?? 'taken out'}`;
    case 'words':
      return `${act(edit.action)}: words ${edit.note ? `“${edit.note}”` : 'taken out'}`;
    case 'tool':
      return `${act(edit.action)}: tool ${edit.tool ?? 'fingers'}`;
    case 'move':
      return `${act(edit.action)} moved`;
    case 'insert':
      return `new: ${act(edit.id)}`;
    case 'remove':
      return `${act(edit.action)} taken out`;
    case 'split':
      return `${edit.actions.map(act).join(', ')} belong to ${lowerName(edit.name)}`;
    case 'name':
      return `${lowerName(partNameOf(edit.part))} is called ${edit.name}`;
    case 'region':
      return `${part(edit.part)}: where it lies ${edit.region ? 'is drawn' : 'is taken out'}`;
    case 'join':
      return `${lowerName(partNameOf(edit.part))} is ${part(edit.into)}`;
  }
}
