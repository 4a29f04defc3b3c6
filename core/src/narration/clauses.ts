import { readNumber } from '../line/spokenNumber.ts';
import { tokenize, type Token } from '../line/tokens.ts';
import { actWords, homophones, joiners } from './spoken.ts';
import type { Transcript } from './transcript.ts';

/** A stretch of a narration that says one thing. */
export interface Clause {
  /** The words as said; sounds that were misheard as other words put right. */
  readonly text: string;
  /** The words as they stand in the narration. */
  readonly said: string;
  readonly at: number | null;
  /** The number of its sentence: clauses of one sentence lean on each other. */
  readonly sentence: number;
  /** A line of its own without a full stop, where others have one: a title. */
  readonly titled: boolean;
}

/** Fewer sentence marks than this for each word, and the captions have none worth trusting. */
const punctuated = 1 / 45;

/**
 * Splits a narration into clauses: at the ends of sentences and paragraphs, at joining words, and, where
 * nobody set full stops, before each word that begins an act. Linear in its length.
 */
export function splitClauses(transcript: Transcript): Clause[] {
  const tokens = tokenize(transcript.text);
  const marks = tokens.filter((token) => isStop(token)).length;
  const loose = marks < tokens.length * punctuated;
  const ends = new Set<number>();
  const stops = new Set<number>();
  tokens.forEach((token, i) => {
    if (isEndOfSentence(tokens, i, transcript)) stops.add(i + 1);
    else if (token.text === ';') ends.add(i + 1);
    else if (i > 0 && beginsClause(tokens, i, loose)) ends.add(i);
  });
  const clauses: Clause[] = [];
  let from = 0;
  let sentence = 0;
  for (let i = 1; i <= tokens.length; i++) {
    if (i < tokens.length && !ends.has(i) && !stops.has(i)) continue;
    const part = tokens.slice(from, i).filter((token) => !isStop(token));
    const [first] = part;
    const last = part[part.length - 1];
    if (first && last) {
      const said = transcript.text.slice(first.start, last.end);
      clauses.push({
        said,
        text: putRight(part, said, first.start),
        at: transcript.timeAt(first.start),
        sentence,
        titled: !loose && stops.has(i) && (from === 0 || stops.has(from)) && !isStopAt(tokens, i - 1),
      });
    }
    if (stops.has(i)) sentence++;
    from = i;
  }
  return clauses;
}

const isStop = (token: Token): boolean => token.text === '.' || token.text === '!' || token.text === '?';

function isEndOfSentence(tokens: readonly Token[], i: number, { breaks }: Transcript): boolean {
  const token = tokens[i];
  const next = tokens[i + 1];
  if (!token) return false;
  if (next && breaksBetween(token.end, next.start, breaks)) return true;
  if (!isStop(token) || (token.text === '.' && abbreviations.has(tokens[i - 1]?.lower ?? ''))) return false;
  if (!next || next.glued) return false;
  // "One. Two. Three.": counting aloud is one breath.
  return !(
    isLoneNumber(tokens, i - 1) &&
    isLoneNumber(tokens, i + 1) &&
    (isStopAt(tokens, i + 2) || i + 2 >= tokens.length)
  );
}

/** "Phillips No. 0", "Fig. 3" end no sentence. */
const abbreviations = new Set('no nr fig figs approx ca vs incl max min qty'.split(' '));

const isStopAt = (tokens: readonly Token[], i: number): boolean =>
  tokens[i] !== undefined && isStop(tokens[i]);
const isLoneNumber = (tokens: readonly Token[], i: number): boolean => readNumber(tokens, i)?.to === i + 1;

function breaksBetween(from: number, to: number, breaks: ReadonlySet<number>): boolean {
  for (let offset = from; offset <= to; offset++) if (breaks.has(offset)) return true;
  return false;
}

/** Words after which an act word belongs to what was begun: "you can remove", "ready to lift". */
const leadIns = new Set(
  "to can should must will just please carefully gently ahead don't not never simply first the a you we i it could would might also this that your hinge snap or little small tiny black white locking with sliding won't can't cannot them".split(
    ' ',
  ),
);
/** Words after which "we" or "you" is the subject of a side clause. */
const subordinate = new Set('before once after when if that what where as until because'.split(' '));

function beginsClause(tokens: readonly Token[], i: number, loose: boolean): boolean {
  const { lower, kind } = tokens[i] ?? { lower: '', kind: 'mark' };
  const before = tokens[i - 1]?.lower ?? '';
  const next = tokens[i + 1]?.lower ?? '';
  if (kind !== 'word' || before === 'and') return false;
  if (lower === 'and') return next === 'then' || isActAt(tokens, i + 1) || (loose && saysOff(tokens, i + 1));
  if (before === ',') return isActAt(tokens, i) || (joiners.has(lower) && lower !== 'first');
  if (!loose) return false;
  if (joiners.has(lower)) return !['first', 'before', 'after', 'once'].includes(lower);
  if (
    lower === "there's" ||
    lower === "that's" ||
    lower === "it's" ||
    lower === "they're" ||
    (lower === 'there' && (next === 'is' || next === 'are'))
  )
    return true;
  if (lower === 'um' || lower === 'uh') return true;
  if (demonstratives.has(lower) && statives.has(next)) return !subordinate.has(before) && before !== 'and';
  if (lower === 'we' || lower === 'you' || lower === 'i') return !subordinate.has(before);
  return isActAt(tokens, i) && !leadIns.has(before);
}

const demonstratives = new Set('it these those they this mine'.split(' '));
const statives = new Set(
  "is are was were has have says say reads won't doesn't isn't measured measures takes goes".split(' '),
);

const subjects = new Set('the it that this they these those everything'.split(' '));
const offWords = new Set('comes come lifts lift pops slides came pulls'.split(' '));
/** "and the fan comes off" says something of its own. */
const saysOff = (tokens: readonly Token[], at: number): boolean =>
  subjects.has(tokens[at]?.lower ?? '') &&
  tokens.slice(at + 1, at + 6).some(({ lower }) => offWords.has(lower));

const held = new Set('power button key switch'.split(' '));
/** "hold" is an act only where a button is held: screws hold too. */
const isActAt = (tokens: readonly Token[], i: number): boolean => {
  const lower = tokens[i]?.lower ?? '';
  return (
    actWords.has(lower) &&
    (lower !== 'hold' || tokens.slice(i + 1, i + 5).some((token) => held.has(token.lower)))
  );
};

const plural = /^(screws|clips|standoffs|bolts|latches|cables|connectors|rivets)$/;

/** "the for screws" was "the four screws". */
function putRight(part: readonly Token[], said: string, offset: number): string {
  let text = '';
  let from = offset;
  part.forEach((token, i) => {
    const number = homophones[token.lower];
    if (number === undefined || !part.slice(i + 1, i + 4).some(({ lower }) => plural.test(lower))) return;
    const before = part[i - 1]?.lower ?? 'the';
    const next = part[i + 1];
    // "to the screws", "for these screws" are what they seem.
    if (
      !next ||
      ['the', 'these', 'those', 'all', 'any', 'your', 'my', 'some', 'more', 'remove', 'keep'].includes(
        next.lower,
      )
    )
      return;
    if (
      readNumber([next], 0) ||
      ['need', 'have', 'going', 'want', 'used', 'looking', 'screwdriver', 'driver', 'bit'].includes(before)
    )
      return;
    text += said.slice(from - offset, token.start - offset) + number;
    from = token.end;
  });
  return singleOut(text + said.slice(from - offset));
}

const article =
  /\ban? ((?:(?:little|small|tiny|single|hidden|captive|long|short|phillips|torx|other|last|lone) )*)(?=screw\b)/gi;
const span = /\b(\w+) (?:to|or) \w+(?= (?:seconds|minutes)\b)/gi;

/** "a screw" is one screw, unless under each of several; "fifteen to twenty seconds" are at least fifteen. */
const singleOut = (text: string): string =>
  (/\b(each|every)\b/i.test(text) ? text : text.replace(article, 'one $1')).replace(
    span,
    (all, word: string) => (readNumber(tokenize(word), 0) ? word : all),
  );
