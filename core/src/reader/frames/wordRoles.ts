import { isParticle, type Particle } from '../lexicon/particles.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { hasScrew, type Frame } from './frame.ts';
import { comesOff, isInverted } from './nextFrame.ts';

/** What the next noun is for. */
export type Role = 'act' | 'under' | 'on' | 'at' | 'means';

/** A word where it stands: what was gathered before it, and what the noun before was for. */
interface Said {
  readonly frame: Frame;
  readonly word: (Chunk & { k: 'word' })['word'];
  readonly text: string;
  readonly role: Role;
  readonly chunks: readonly Chunk[];
  readonly i: number;
  readonly before: Chunk | undefined;
  readonly next: Chunk | undefined;
}

/** What a word makes of the next noun; null where the row is not about it. The first that is decides. */
type Row = (said: Said) => Role | null;

const verbOf = (chunk: Chunk | undefined, ...acts: readonly string[]): boolean =>
  chunk?.k === 'verb' && acts.includes(chunk.act);

function leave(frame: Frame, word: Particle): Role {
  frame.particles.push(word);
  frame.words.add(word);
  return 'at';
}

/** "peel back", "warming up", "power off": the particle belongs to its verb. */
const ofItsVerb: Row = ({ word, before, role }) =>
  (word === 'back' && verbOf(before, 'peel', 'slide', 'open', 'press', 'release', 'pry')) ||
  (word === 'up' && verbOf(before, 'warm', 'talk', 'serve', 'test', 'wait', 'see')) ||
  (word === 'off' && isWord(before, 'power'))
    ? role
    : null;

/** "popped off its post": where it came off. */
const offIts: Row = ({ frame, word, before, next, chunks, i }) =>
  word === 'off' && before?.k === 'verb' && isWord(next, 'it', 'they') && chunks[i + 2]?.k === 'joint'
    ? leave(frame, word)
    : null;

const placed: Row = ({ frame, word, chunks, i }) => {
  if (!isPlaced(frame, word, chunks, i)) return null;
  frame.words.add(word);
  return 'at';
};

/** "cables off the drive": where they came off. */
const offThe: Row = ({ frame, word, next, chunks, i }) =>
  word === 'off' &&
  frame.names.length + frame.cables.length > 0 &&
  !isInverted(chunks, i) &&
  (isWord(next, 'the', 'it', 'they') || (next?.k === 'name' && !comesOff(chunks[i + 2])))
    ? leave(frame, word)
    : null;

const sameAs: Row = ({ frame, word, text }) => {
  if (word !== 'same' || !text.startsWith('same as')) return null;
  frame.words.add(word);
  return 'at';
};

/** "up with the board", "off with the cover". */
const pullsWith: Row = ({ frame, word, before }) => {
  const pulls = before?.k === 'word' && ['up', 'off', 'out', 'away'].includes(before.word);
  const bare = frame.names.length + frame.cables.length + frame.counts.length === 0;
  if (word !== 'with' || !pulls || !bare) return null;
  if (isParticle(before.word) && !frame.particles.includes(before.word)) frame.particles.push(before.word);
  return 'act';
};

/** "another two where the strap was". */
const where: Row = ({ word, text, i, role }) =>
  word === 'question' && text === 'where' && i > 0 ? (role === 'under' ? role : 'at') : null;

/** "out of the shell" leaves it; "a new one out of the tin" does not. */
const outOf: Row = ({ frame, word, text, chunks, i }) => {
  const store = chunks.slice(i + 1, i + 3).some(({ k }) => k === 'tool');
  if (word === 'from' && /^(out|off)/.test(text) && !(store && frame.words.has('new')))
    frame.particles.push(text.startsWith('out') ? 'out' : 'off');
  return null;
};

const underArticle: Row = ({ word, role }) =>
  role === 'under' && (word === 'at' || word === 'the' || word === 'a') ? role : null;

/** "four screws that stay in the frame". */
const staysIn: Row = ({ frame, word }) => {
  if (word !== 'stays' || frame.joint?.type !== 'screws') return null;
  frame.screw = { ...frame.screw, captive: true };
  return 'at';
};

/** "off the board: 5 T5". */
const fromThe: Row = ({ frame, word, next, chunks }) =>
  word === 'off' &&
  frame.chunks.length === 1 &&
  isWord(next, 'the', 'it') &&
  chunks.every(({ k }) => k !== 'verb')
    ? 'at'
    : null;

const particle: Row = ({ frame, word, role, chunks, i }) => {
  const may = role === 'act' || word === 'off' || word === 'out';
  if (!isParticle(word) || !may || !standsAlone(word, chunks, i)) return null;
  leave(frame, word);
  return 'act';
};

const rows: readonly Row[] = [
  ofItsVerb,
  offIts,
  placed,
  offThe,
  sameAs,
  pullsWith,
  where,
  outOf,
  underArticle,
  staysIn,
  fromThe,
  particle,
];

/** Takes a word into a frame, and says what the noun behind it is for. */
export function placeWord(
  frame: Frame,
  chunk: Chunk & { k: 'word' },
  chunks: readonly Chunk[],
  i: number,
  role: Role,
  text: string,
): Role {
  const said: Said = {
    frame,
    word: chunk.word,
    text,
    role,
    chunks,
    i,
    before: chunks[i - 1],
    next: chunks[i + 1],
  };
  for (const row of rows) {
    const found = row(said);
    if (found !== null) return found;
  }
  frame.words.add(chunk.word);
  return prepositionRole(said);
}

function prepositionRole({ frame, word, text, role, next }: Said): Role {
  if (word === 'on' || word === 'in') return 'on';
  if (word === 'down' || word === 'up' || word === 'over') return 'at';
  if (word === 'at') return holds.has(text) ? 'on' : 'at';
  // "unscrew 4 PH1 from fan": whose they are.
  const unscrews = frame.verbs.some(({ act }) => act === 'unscrew' || act === 'loosen' || act === 'take');
  const counted = frame.joint?.type === 'screws' || hasScrew(frame);
  if (word === 'from' && frame.counts.length > 0 && (unscrews || counted)) return 'on';
  if ((prepositions as readonly string[]).includes(word)) return 'at';
  if (word === 'with' || word === 'without') return 'means';
  if (word === 'of' || word === 'for') return role === 'under' ? 'under' : 'act';
  if (role === 'under' && (word === 'it' || word === 'they' || word === 'this' || word === 'each')) {
    frame.hiddenByTopic = true;
    return next?.k === 'name' || isWord(next, 'of', 'they') ? role : 'act';
  }
  return role;
}

const prepositions = ['from', 'to', 'between', 'before', 'after', 'than'] as const;
/** Of the words for a place, those that may say whose a thing is. */
const holds = new Set([
  'on the',
  'in the',
  'from the',
  'around the',
  'round the',
  'round',
  'around',
  'upon',
  'within',
]);

/** "down by the ports", "going down from 4 to 1", "off with the fan in it": a place or a way, nothing put back. */
function isPlaced(frame: Frame, word: string, chunks: readonly Chunk[], i: number): boolean {
  const next = chunks[i + 1];
  if (word === 'down') return isWord(next, 'at', 'from', 'to', 'each') || next?.k === 'place';
  const joins = word === 'in' || word === 'on';
  // "black on main": which lead sits where.
  if (word === 'on' && chunks[i - 1]?.k === 'look' && (next?.k === 'look' || next?.k === 'name')) return true;
  return (
    joins &&
    frame.words.has('with') &&
    !frame.words.has('again') &&
    !frame.words.has('back') &&
    next === undefined &&
    frame.chunks.some((chunk) => isWord(chunk, 'with'))
  );
}

/** A particle that no noun follows: "screws in", but not "in the tray". */
function standsAlone(word: Particle, chunks: readonly Chunk[], i: number): boolean {
  if (word !== 'in' && word !== 'on' && word !== 'over' && word !== 'up' && word !== 'down') return true;
  const next = chunks[i + 1];
  if (next === undefined) return true;
  if (word === 'up' || word === 'down') return !isWord(next, 'the', 'a', 'this');
  if (isWord(next, 'back') && word === 'on') return false;
  if (next.k === 'word')
    return (
      !isWord(
        next,
        'the',
        'a',
        'this',
        'it',
        'they',
        'each',
        'both',
        'all',
        'other',
        'label',
        'we',
        'one',
        'i',
        'old',
        'new',
      ) || word === 'over'
    );
  if (next.k === 'count') return word !== 'on';
  return (
    next.k === 'verb' ||
    next.k === 'measure' ||
    next.k === 'unknown' ||
    next.k === 'tighten' ||
    next.k === 'plain' ||
    next.k === 'kind' ||
    (next.k === 'look' && chunks[i + 2] === undefined)
  );
}
