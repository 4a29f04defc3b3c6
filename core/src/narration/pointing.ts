import { readNumber } from '../line/spokenNumber.ts';
import { tokenize, type Token } from '../line/tokens.ts';

/** What was pointed at or counted aloud, and the words without it. */
export interface Pointing {
  readonly total: number;
  readonly rest: string;
}

/**
 * "There's one here, here and here" are three; "two up top, one down there" are three; "one, two, three,
 * four" are four. Null where nobody points or counts.
 */
export function takePointing(text: string): Pointing | null {
  return countedAloud(text) ?? pointedAt(text);
}

const ordinals: Readonly<Record<string, number>> = { second: 2, third: 3, fourth: 4, fifth: 5, sixth: 6 };
const between = new Set([
  'the',
  'and',
  'uh',
  'um',
  'okay',
  'then',
  'there',
  'is',
  "there's",
  'that',
  "that's",
  'number',
  'screw',
  'here',
]);

/** Consecutive numbers from one. */
function countedAloud(text: string): Pointing | null {
  const tokens = tokenize(text);
  for (let at = 0; at < tokens.length; at++) {
    const first = readNumber(tokens, at);
    if (first?.value !== 1) continue;
    let value = 1;
    let end = first.to;
    for (let i = end, skipped = 0; i < tokens.length && skipped < 4;) {
      const ordinal = ordinals[tokens[i]?.lower ?? ''];
      const number = ordinal ? { value: ordinal, to: i + 1 } : readNumber(tokens, i);
      if (number?.value === value + 1) {
        value++;
        end = i = number.to;
        skipped = 0;
      } else if (!number && (tokens[i]?.kind === 'mark' || between.has(tokens[i]?.lower ?? ''))) {
        i++;
        skipped++;
      } else break;
    }
    if (value >= 2) return { total: value, rest: cut(text, tokens[at], tokens[end - 1]) };
  }
  return null;
}

const cut = (text: string, first: Token | undefined, last: Token | undefined): string =>
  `${text.slice(0, first?.start ?? 0)} ${text.slice(last?.end ?? text.length)}`.trim();

const number = '(one|two|three|four|five|six|seven|eight|\\d{1,2})';
const filler = '(?:screws?|more|of them|right|over|up|down|back|out|way|just|in|on|is|are|another|and)';
const place = `(?:here|there(?!['’]| (?:is|are|was|were)\\b)|up top|at the top|at the bottom|(?:on|in|at|by|near|along|over) (?:the|this|that|each|either) (?:[a-z]+ )?(?:corner|edge|side|top|bottom|middle|center|centre|end|back|front|(?:left|right)(?! (?:hinge|speaker|bumper|foot))|rear)s?)`;
const item = new RegExp(`\\b(?:${number}\\s+)?(?:${filler}\\s+)*${place}\\b`, 'g');

function pointedAt(text: string): Pointing | null {
  const found = [...text.matchAll(item)].filter(
    ([all]) => !/^(?:over|in|on|up|down|out|back|right) /.test(all) || /here|there/.test(all),
  );
  // "Four screws in the stand, one here, here and here": the count of the noun is no item of the list.
  const nouns = found.filter(([all]) => /screw/.test(all));
  const [noun] = nouns;
  const items =
    nouns.length === 1 && noun && found.length > 1 && !isListed(text, noun, found)
      ? found.filter((each) => each !== noun)
      : found;
  const bare = items.filter(([all, count]) => count === undefined && /\b(here|there)$/.test(all));
  const counted = items.filter(([, count]) => count !== undefined);
  if (counted.length === 0 && bare.length < 2) return null;
  // "two screws here" is a plain count with a place.
  if (items.length === 1 && /screw/.test(items[0]?.[0] ?? '')) return null;
  // "four screws, one here, here and here": the count that belongs to the noun is no item.
  const used = counted.length > 0 ? [...counted, ...bare] : bare;
  const total = used.reduce((sum, [, count]) => sum + (count === undefined ? 1 : valueOf(count)), 0);
  let rest = '';
  let from = 0;
  for (const { index, 0: all } of items) {
    rest += `${text.slice(from, index)} , `;
    from = index + all.length;
  }
  rest += text.slice(from);
  return {
    total,
    rest: rest
      .replace(/(\s*,\s*)+/g, ', ')
      .replace(/(,|\band\b|\s)+$/g, '')
      .trim(),
  };
}

/** "Two screws up top and two down there": the noun stands in the first item only. */
function isListed(text: string, noun: RegExpExecArray, found: readonly RegExpExecArray[]): boolean {
  const next = found[found.indexOf(noun) + 1];
  const apart = next ? text.slice(noun.index + noun[0].length, next.index).trim() : '';
  return next?.[1] !== undefined && (/^(,|and|, and)?$/.test(apart) || next[0].startsWith('and '));
}

const valueOf = (word: string): number => readNumber(tokenize(word), 0)?.value ?? 1;
