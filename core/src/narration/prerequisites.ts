import type { Lexicon } from '../line/lexicon/lexicon.ts';
import { readTerms } from '../line/readTerms.ts';
import { tokenize } from '../line/tokens.ts';

/** A statement that parts must come off first. `part` is null where the narration says it elsewhere. */
export interface Prerequisite {
  readonly part: string | null;
  readonly parts: readonly string[];
  /** The list goes on in the sentences that follow. */
  readonly open: boolean;
}

const off =
  '(?:remove|removing|take (?:out|off)|taking (?:out|off)|detach|disconnect|uninstall|pull|removal of(?: the following)?)';
const must =
  "(?:must|needs? to|have to|has to|had to|need|needs|'ll need|will need|should|got to|gotta|want)";
const reach =
  '(?:remov(?:e|ing)|replac(?:e|ing)|tak(?:e|ing) (?:out|off)|get(?:ting)? (?:to|at|into|off|out)|access(?:ing)?|reach(?:ing)?|lift(?:ing)?|servic(?:e|ing)|pull(?:ing)?|touch(?:ing)?|work(?:ing)? on|disconnect(?:ing)?|unplug(?:ging)?|unscrew(?:ing)?|come (?:out|off)|comes (?:out|off)|go for|disassembl(?:e|ing))';

/**
 * The ways in which people state what comes first; `part` and `list` name the stretches that are read for
 * parts. Tried in this order.
 */
const patterns: readonly RegExp[] = [
  // "Before you begin, remove the base cover and the battery."
  new RegExp(
    `\\bbefore (?:you |we |i )?(?:begin|start|starting|proceed\\w*|continu\\w*|do(?:ing)? (?:so|this|that|anything)|any of (?:this|that)|that|this)\\b(?<part>.*?)[,:;]?\\s*(?:you |we |i )?(?:${must} (?:to )?)?(?:first )?${off}\\b(?<list>.*)`,
  ),
  // "Before removing the fan, first remove the heatsink." / "Before the fan can come out, take off the heatsink."
  new RegExp(
    `\\bbefore (?:you |we |i )?(?:can |could |may )?(?:even )?${reach}\\b(?<part>.*?)(?:[,:;]|\\byou\\b|\\bwe\\b|\\bfirst\\b|\\bmake sure\\b)\\s*(?:(?:you|we|i)(?:'ll)? )?(?:${must} (?:to )?)?(?:first )?${off}\\b(?<list>.*)`,
  ),
  new RegExp(
    `\\bbefore (?<part>the [a-z ]+?) (?:can|may|will) .*?[,:;]?\\s*(?:${must} (?:to )?)?(?:first )?${off}\\b(?<list>.*)`,
  ),
  // "The following parts must be removed first: …" / "Remove the following first: …"
  new RegExp(
    `\\bfollowing\\b[a-z ]*?(?:\\b(?:removed|off|out)\\b[a-z ]*)?(?:before ${reach}(?<part>.*?))?:(?<list>.*)`,
  ),
  // "The fan requires removal of the heatsink." / "Removing the fan requires that the heatsink is off."
  new RegExp(
    `(?<part>.*)\\brequires?\\b(?:(?: the)? removal of| removing| (?:that )?you(?: first)? remove| that)?(?<list>.*)`,
  ),
  // "Remove the battery before removing the fan." / "Take the battery out before you touch the fan."
  new RegExp(
    `${off}\\b(?<list>(?:(?!screw|clip).)*?)\\bbefore (?:you |we |i )?(?:can |even |try to |try )?${reach}\\b(?<part>.*)`,
  ),
  // "The battery must be removed before the fan." / "The heatsink has to come out first."
  new RegExp(
    `(?<list>.*?)\\b${must} (?:to )?(?:be )?(?:removed|taken (?:out|off)|disconnected|out|off|come (?:out|off)|go|be (?:out|off))\\b(?: of the way)?(?: first)?(?: before (?:you |we |i )?(?:can )?(?:${reach}\\b)?(?<part>.*)| first)\\b`,
  ),
  // "To get to the fan you first have to remove the heatsink."
  new RegExp(
    `\\b(?:to|in order to) ${reach}\\b(?<part>.*?),?\\s*(?:(?:you|we|i)(?:'ll)? )?(?:first (?:${must} (?:to )?)?|${must} (?:to )?(?:first )?)${off}\\b(?<list>(?:(?!screw|clip).)*?)(?: first)?$`,
  ),
  // "Prerequisites: base cover, battery."
  /\b(?:prerequisites?|first remove|remove first|parts to remove first|remove these first)\b\s*:?(?<list>.*)/,
  // "You have to remove the heatsink first." / "You need the cover and the battery off first."
  new RegExp(`\\b(?:${must} (?:to )?)${off}\\b(?<list>(?:(?!screw|clip).)*?)\\b(?:first|beforehand)\\b`),
  new RegExp(
    `\\b${must}\\b (?<list>the (?:(?!screw|clip).)*?)\\b(?:out|off|removed)\\b(?: of the way)? (?:first|beforehand)\\b`,
  ),
  // "You need to remove the heatsink to get to the fan."
  new RegExp(
    `\\b${must} (?:to )?(?:first )?${off}\\b(?<list>(?:(?!screw|clip).)*?)\\b(?:to|in order to|so (?:that )?(?:you|we) can) ${reach}\\b(?<part>.*)`,
  ),
];

/** Reads a sentence as a statement of what comes first, or null where it is none. */
export function readPrerequisite(sentence: string, lexicon: Lexicon): Prerequisite | null {
  const text = sentence
    .toLowerCase()
    .replaceAll('’', "'")
    .replace(/\bprior to\b/g, 'before');
  if (
    !/\b(before|first|beforehand|requires?|prerequisites?|following|to get|in order|must|need|have to)\b/.test(
      text,
    )
  )
    return null;
  for (const pattern of patterns) {
    const groups = pattern.exec(text)?.groups;
    if (!groups) continue;
    const parts = readPartList(groups['list'] ?? '', lexicon);
    const [part = null] = readPartList(groups['part'] ?? '', lexicon, false);
    const others = parts.filter((other) => other !== part);
    const open = others.length === 0 && /(:|following[a-z ]*)\s*$/.test(text.trim());
    if (others.length === 0 && !open) continue;
    if (talksOfFasteners(groups['list'] ?? '', lexicon)) continue;
    return { part, parts: others, open };
  }
  return null;
}

/** "remove the four screws first" is an act, no prerequisite. */
const talksOfFasteners = (list: string, lexicon: Lexicon): boolean =>
  readTerms(tokenize(list), lexicon).some(
    (term) => (term.kind === 'joint' && term.type === 'screws') || term.kind === 'count',
  );

const listEnd =
  /\b(?:unscrew|lift|loosen|disconnect|unplug|pull|peel|turn|hold|before|so that|so you|once|after|because|since|in order|to get|to access|as (?:described|shown|explained)|see|refer|page|and (?:you|we|make|set|put|keep)|from the|according|using)\b/;

/**
 * The parts of a list: "the base cover, the battery and the heat sink assembly". What no lexicon knows is a
 * part too where it stands as an item of its own.
 */
export function readPartList(list: string, lexicon: Lexicon, unlisted = true): string[] {
  const end = listEnd.exec(list)?.index ?? list.length;
  const items = list
    .slice(0, end)
    .split(
      /[,;:•()]|\band\b|\bas well as\b|\bthen\b|\bplus\b|\bthe\b|\bboth\b|\bany\b|\ball\b|\byour\b|\ba\b|\b\d+[.)]|\b[a-h]\)/,
    );
  const parts = items.flatMap((item) => partsOfItem(item, lexicon, unlisted));
  return [...new Set(parts)];
}

function partsOfItem(item: string, lexicon: Lexicon, unlisted: boolean): string[] {
  const terms = readTerms(tokenize(item), lexicon);
  const named = terms.flatMap((term) => (term.kind === 'part' ? [term.part] : []));
  if (named.length > 0) return named;
  const unknown = terms.filter((term) => term.kind === 'unknown');
  if (!unlisted || unknown.length === 0 || terms.length > 4) return [];
  const words = item
    .toLowerCase()
    .replace(/[^a-z0-9 -]/g, '')
    .trim()
    .split(/\s+/)
    .filter((word) => !idle.has(word));
  const slug = words.join('-').replace(/-+/g, '-').replace(/^-|-$/g, '');
  return /^[a-z0-9][a-z0-9-]*$/.test(slug) &&
    slug.length < 60 &&
    words.length <= 3 &&
    unknown.length >= Math.ceil(words.length / 2)
    ? [slug]
    : [];
}

const idle = new Set([
  'assembly',
  'first',
  'parts',
  'components',
  'items',
  'it',
  'them',
  'these',
  'those',
  'off',
  'out',
  'also',
  'following',
  'must',
  'should',
  'be',
  'is',
  'are',
]);
