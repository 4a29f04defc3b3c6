/*
 * Words with a direction. What is noted at the bench is noted on the way down; some of it is true on the way up as
 * well, some only there, and some says the very thing that must not be done then. Common practice, no source.
 */

export type Way = 'down' | 'up';

/** [as said on the way down, as said on the way up]: the same hold on the same thing, the other way. */
export const turned: readonly (readonly [down: RegExp, up: string])[] = [
  [/pull the housing, never the wires/i, 'Push the housing, never the wires'],
  [/(?:pull )?(?:along the board) by the housing(?:, side to side)?/i, 'Push along the board by the housing'],
  [/straight up(?:, never sideways)?/i, 'Straight down, never sideways'],
  [/contact edge last, off the pegs/i, 'Contact edge first, onto the pegs'],
  [/rises by itself(?:, (?:at )?30 ?°)?/i, 'In at 30°, press down until it clicks'],
  [/(?:lift|raise) (?:it )?level/i, 'Lower it level'],
  [/(?:lift )?the (far|near|front|rear|left|right|lower|upper|top|bottom) edge first/i, 'The $1 edge last'],
  [/swing it down, off the tabs/i, 'Onto the tabs, swing it up'],
  [/slides? out of (?:its|the|their)/i, 'go into the'],
];

/** Said of the way up, whatever else the words are. */
const onlyUp =
  /\b(?:way back|(?:goes?|go|put|back) (?:back )?(?:on|in)\b(?! itself)|back (?:on|in)|refit(?:ted|ting)?|reassembl\w+|when closing|tighten\w*|press(?:ed)? (?:in|to|home|until|down)|plug(?:ged)? (?:back )?in|before fitting|new (?:one|compound|(?:thermal )?paste|pads?|tape|adhesive)\b)/i;
/** Undoing, and what only undoing makes happen. */
const onlyDown =
  /\b(?:pull\w*|peel\w*|pry\w*|prying|unplug\w*|unscrew\w*|undo\w*|loosen\w*|remov\w+|lift\w*|twist\w*|ris(?:es|ing)|take (?:it )?(?:off|out|apart)|comes? (?:off|out|up|free)|break the|free the|crackl\w+|letting go|does not come|last screw goes|warm|heat|antistatic bag|stays? behind|screw is left|is out|swing it (?:open|down)|before any other)\b/i;

const clausesOf = (text: string): string[] =>
  text
    .split(/(?<=[.;:])\s+/)
    .map((clause) => clause.trim())
    .filter((clause) => clause !== '');

const wayOf = (clause: string): Way | 'both' => {
  if (onlyUp.test(clause)) return 'up';
  return onlyDown.test(clause) || turned.some(([down]) => down.test(clause)) ? 'down' : 'both';
};

/** A clause turned round by the table; null where it says nothing for the way up. */
export function turnedRound(clause: string): string | null {
  const words = turned.reduce((so, [down, up]) => so.replace(down, up), clause);
  if (words === clause) return null;
  return wayOf(words) === 'down' ? null : words;
}

/** What a note or caution says on the way: clauses of the other way are turned round or left out. */
export function textFor(text: string, way: Way): string {
  const kept = clausesOf(text).flatMap((clause) => {
    const of = wayOf(clause);
    if (of === 'both' || of === way) return [clause];
    return way === 'up' ? (turnedRound(clause) ?? []) : [];
  });
  return kept.join(' ').replace(/[;:,]$/, '');
}

/** The same for a list of cautions; those with nothing to say are gone. */
export const textsFor = (texts: readonly string[], way: Way): string[] =>
  texts.map((text) => textFor(text, way)).filter((text) => text !== '');
