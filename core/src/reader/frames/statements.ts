import type { Chunk } from '../phrases/chunk.ts';
import { has } from './piece.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';
import { partsIn, type Told } from './told.ts';

/*
 * Sentences that state by their form what must come first, or what holds what. Each row is a form, with a line
 * that it is for; `wait` is the part that waits, `first` what it waits for; `held` does not come, `by` holds it.
 * A further wording is a further row. Common practice, no source.
 */

const lead = String.raw`^(?:(?:and|so|but|now|well|ok|okay|note|remember|obviously|here|then)[,:]? )*`;
const out = String.raw`(?:out|off|away|gone|removed|clear|free|loose|undone|unplugged|disconnected)`;
const must = String.raw`(?:must|ha(?:s|ve) to|needs? to|ought to|should|will have to|gotta|has got to)`;
const reach = String.raw`(?:get (?:at|to|in)|get|reach|remove|lift|access|take|free|do|see)`;
const denied = String.raw`(?:wo ?n['’]?t|will not|does ?n['’]?t|does not|do ?n['’]?t|can ?not|can['’]?t)`;
const form = (text: string): RegExp => new RegExp(`${lead}${text}[.!]?$`, 'di');

interface Row {
  readonly like: string;
  readonly says: RegExp;
  /** The form itself says what does not come. */
  readonly denies?: true;
}

const orders: readonly Row[] = [
  {
    like: 'battery must be out before the fan',
    says: form(`(?<first>.+?) ${must} (?:be |come |go |get )?${out}(?: first)? before (?<wait>.+?)`),
  },
  {
    like: 'battery comes out before the fan',
    says: form(`(?<first>.+?) (?:comes?|goes?) (?:${out} )?before (?<wait>.+?)`),
  },
  {
    like: 'before the fan comes the battery',
    says: form(`before (?<wait>.+?) (?:comes?|goes?) (?<first>.+?)`),
  },
  { like: 'battery before fan', says: form(`(?<first>(?:[\\w-]+ ){1,3})before (?<wait>(?: ?[\\w-]+){1,3})`) },
  { like: 'fan: battery first', says: form(`(?<wait>[^:,]+): (?<first>[^:]+?)(?: ${out})? first`) },
  {
    like: 'you have to take the battery out to reach the fan',
    says: form(
      `(?:you |we )?(?:need|must|have to|got to)(?: (?:have|take|get|remove|pull))? (?<first>.+?)(?: ${out})?(?: first)? (?:in order )?to ${reach} (?<wait>.+?)(?: out| off)?`,
    ),
  },
  {
    like: 'to get the fan out the battery must be off',
    says: form(
      `to ${reach} (?<wait>(?:the )?(?:[\\w-]+ ){0,2}?[\\w-]+)(?: out| off)?,? (?<first>(?:the |an? )?.+?) ${must} (?:be |come |go )?${out}(?: first)?`,
    ),
  },
  {
    like: 'to reach the fan remove the battery first',
    says: form(
      `to ${reach} (?<wait>.+?)(?: out| off)?,? (?:first )?(?:remove|take (?:out|off)|take|unplug|pull) (?<first>.+?)(?: ${out})?(?: first)?`,
    ),
  },
  {
    like: 'fan won’t come out with the battery in',
    says: form(
      `(?<wait>.+?) ${denied} (?:come|lift|move|go|be removed|be lifted|budge|shift)(?: ${out}| up)? (?:with|while|as long as) (?<first>.+?) (?:is |are |still )*(?:in|on|fitted|in place|there|in the way)`,
    ),
    denies: true,
  },
  {
    like: 'can’t get the fan out with the battery in',
    says: form(
      `(?:you |we |i )?${denied} (?:get|take|lift|remove|pull) (?<wait>.+?)(?: ${out})? (?:with|while) (?<first>.+?) (?:is |are |still )*(?:in|on|fitted|in place|there)`,
    ),
    denies: true,
  },
  {
    like: 'the fan is only reachable once the battery is out',
    says: form(
      `(?<wait>.+?) (?:is |are |can )?only (?:be )?(?:[a-z]+ )?(?:${out} )?(?:once|after|when|with) (?<first>.+?)(?: is| are| has been| have been)? ${out}`,
    ),
  },
  {
    like: 'battery out first or the fan won’t come',
    says: form(`(?<first>.+?) ${out} first,? (?:or|otherwise|else) (?:else )?(?<wait>.+?) ${denied} .+`),
    denies: true,
  },
  {
    like: 'fan has to wait for the battery',
    says: form(`(?<wait>.+?) (?:${must} wait|waits) for (?<first>.+?)`),
  },
  {
    like: 'fan goes after the battery',
    says: form(`(?<wait>.+?) (?:comes?|goes?) (?:${out} )?after (?<first>.+?)`),
  },
  {
    like: 'prerequisite for the fan: battery',
    says: form(`prerequisites? (?:for|of) (?<wait>[^:]+): (?<first>.+?)`),
  },
  { like: 'fan prerequisites: battery', says: form(`(?<wait>[^:,]+?),? prerequisites?: (?<first>.+?)`) },
  {
    like: 'fan wants the battery out',
    says: form(
      `(?<wait>.+?) (?:needs|wants|requires|presupposes) (?<first>.+?) (?:to be |to come )?${out}(?: first)?`,
    ),
  },
];

const holds: readonly Row[] = [
  {
    like: 'the bracket blocks the fan',
    says: form(
      `(?<by>[^,;]+?) (?:is |are |still |['’]s )*(?:in the way of|block(?:s|ing)?|hold(?:s|ing)?|trap(?:s|ping)?|stop(?:s|ping)?|(?:sits|sitting) (?:on|over|across|in front of)) (?<held>[^,;]+?)(?: in| down| back| up| from coming(?: out| off)?)?(?:,? (?:so )?(?:it )?${denied} \\w+)?`,
    ),
  },
  {
    like: 'fan hits the bracket',
    says: form(
      `(?<held>[^,;]+?) (?:hits|fouls|catches on|hangs (?:up )?on|bumps (?:into|on|against)|snags on|rubs on|is trapped under) (?<by>[^,;]+?)`,
    ),
  },
  {
    like: 'can’t get the fan past the bracket',
    says: form(
      `(?:you |we |i )?${denied} (?:get|move|lift|pull|slide|take) (?<held>[^,;]+?)(?: out| off| up)? (?:past|from under|out from under|because of|for) (?<by>[^,;]+?)`,
    ),
    denies: true,
  },
];

/** The line that each form is for. */
export const statementForms: readonly string[] = [...orders, ...holds].map(({ like }) => like);

/** Keeps the work linear in the length of a line: no such sentence is longer. */
const longest = 240;

/** A sentence of one of these forms; how many pieces it took, 0 where it is none. */
export function readStatement(scene: Scene, told: readonly Told[]): number {
  const chunks = told.flatMap(({ piece }) => [...piece.chunks]);
  const [first, last] = [chunks[0], chunks[chunks.length - 1]];
  if (!first || !last || last.end - first.start > longest || scene.up) return 0;
  // It takes two parts; most sentences have fewer.
  if (chunks.filter(({ k }) => k === 'name' || k === 'cable').length < 2) return 0;
  const isElse = ({ piece }: Told): boolean =>
    piece.asked || has(piece, 'if', 'would', 'other-model', 'question', 'later');
  if (told.some(isElse) || chunks.some(({ k }) => k === 'count' || k === 'kind' || k === 'code')) return 0;
  const text = scene.line.slice(first.start, last.end);
  const saysNot = /\b(?:not|no|never|without|nor)\b|n['’]t\b|\b(?:wont|cant|dont|doesnt)\b/i.test(text);
  const partsOf = ([from, to]: [number, number]): string[] =>
    partsIn(scene, within(chunks, first.start + from, first.start + to));
  for (const { says, denies } of orders) {
    const found = saysNot && !denies ? null : says.exec(text)?.indices?.groups;
    if (!found?.['wait'] || !found['first']) continue;
    const [part, ...more] = partsOf(found['wait']);
    const parts = partsOf(found['first']).filter((other) => other !== part);
    if (part === undefined || more.length > 0 || parts.length === 0) continue;
    return put(scene, told, part, { kind: 'requires', part, parts });
  }
  for (const { says, denies } of holds) {
    const found = saysNot && !denies ? null : says.exec(text)?.indices?.groups;
    if (!found?.['held'] || !found['by']) continue;
    const [[part, ...more], [by, ...others]] = [partsOf(found['held']), partsOf(found['by'])];
    if (/\b(?:that|which)\b/i.test(text)) continue;
    if (part === undefined || by === undefined || by === part || more.length + others.length > 0) continue;
    return put(scene, told, part, { kind: 'blocked', part, by });
  }
  return 0;
}

const within = (chunks: readonly Chunk[], from: number, to: number): Chunk[] =>
  chunks.filter(({ start, end }) => start >= from && end <= to);

function put(scene: Scene, told: readonly Told[], part: string, draft: Parameters<Scene['put']>[0]): number {
  const start = told[0]?.piece.chunks[0]?.start ?? 0;
  closeGroups(scene);
  scene.put(draft, { start, end: told[told.length - 1]?.piece.chunks.at(-1)?.end ?? start });
  scene.name(part);
  return told.length;
}
