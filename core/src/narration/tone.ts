import type { Term } from '../line/terms.ts';
import { readNumber } from '../line/spokenNumber.ts';
import { tokenize } from '../line/tokens.ts';

/*
 * What kind of talk a clause is, before its words are read for the work: each test answers one question
 * about a clause in lower case. Common practice of speech, no source.
 */

/** "Step 3.", "2)", "b." say nothing by themselves. */
export const withoutStep = (text: string): string =>
  text.replace(/^\s*(?:step\s+\w+\s*[.:,)]?|\d{1,2}\s*[.)]|[a-h]\s*[.)]|•|-|\*)\s+/i, '').trim();

const removal =
  /\b(remov(e|es|ing|ed)|unscrew\w*|undo(ing)?|loosen\w*|unplug\w*|disconnect\w*|detach\w*|tak(e|ing) (\w+ ){0,6}?(out|off|away)|taking|took (\w+ ){0,4}?(out|off)|lift\w*|peel\w*|pry(ing)?|prise|pull(s|ing)?|pop(s|ping)?|slid(e|es|ing)|unclip\w*|unlatch\w*|releas(e|ing)|flip(s|ping)? (up|the)|com(e|es|ing) (right |straight )?(out|off|up)|back (\w+ ){0,3}out|get (\w+ ){0,4}?(out|off)|out come|off come)\b/;
/** Somebody takes something out or apart. */
export const isRemoval = (text: string): boolean => removal.test(text);

const backStart =
  /\b(re-?install\w*|re-?assembl\w*|installation|put(ting|s)? (it|this|that|these|those|them|everything|things|all|the [\w ]{2,30}?) ?(all |right )?back\b|back together|(go|goes|going|goes right) back (in|on|together)|in reverse|reverse (order|of|the|this)|opposite (order|of)|refit(ting|ted)?|to install|now install|installing)\b/;
/** The narration turns to putting together. */
export const goesBack = (text: string): boolean =>
  backStart.test(text) && !/\b(before|until|later|when (you|we|it)|once you)\b/.test(text);

const putBack =
  /\b(install|insert|tighten|re-?connect|re-?attach|re-?seat|replace the (screws?|cover|\w+ screws?)|plug (\w+ ){0,4}(back )?in\b|screw (\w+ ){0,4}(back )?(in|down)\b|put (\w+ ){0,5}back|snap (\w+ ){0,4}(in|on|back|down)|slide (\w+ ){0,4}back in(to)?|press (\w+ ){0,4}(back )?(into place|down into|onto)|align|torque|drop (\w+ ){0,3}(back )?in|position the|place the|lower the|route the|apply|secure (it|the [\w ]+) with|fasten (it|the [\w ]+) with)\b/;
/** A single act of putting together. */
export const isPutBack = (text: string): boolean =>
  putBack.test(text) && !/\b(remove|unscrew|disconnect|unplug|take out)\b/.test(text);

/** Greetings, plans, other models, what was done long ago. */
export const isIdle = (text: string): boolean =>
  /\b(subscribe|sponsor\w*|like button|comment\w*|welcome back|hello|hey everyone|hi everyone|thanks for|thank you|patreon|link (in|below)|description below|check out|last (video|week|time)|other (models?|laptops?|units?|versions?)|some (models?|units?|versions?|people)|older (models?|versions?)|previous (model|version|generation)|my own|at home|adapter|mains|wall|charger|charging cable|power cord|outlet|price|cost|dollars|euros|bucks|years?|ordered|shipping|arrived|minutes ago|we'?ll (come|get) (back )?to)\b/.test(
    text,
  ) ||
  /\b(already|earlier|previously|yesterday|used to|would have|could have|should have|had (we|i|you)|imagine|instead of|rather than|as opposed to)\b/.test(
    text,
  );

/** An act that is not to be done, or not yet. */
export const isDenied = (text: string): boolean =>
  /\b(don'?t|do not|doesn'?t|does not|no need|needn'?t|not necessary|without|never|avoid|unless|shouldn'?t|should not|didn'?t|did not|haven'?t|isn'?t any|aren'?t any|there (is|are) no|there'?s no|you could|i could|might|if you (want|need|wanted|ever|have|had|were)|later|eventually|in a (minute|moment|second|bit)|not going to|won'?t (be|have|need))\b/.test(
    text,
  ) && !isStuck(text);

/** Said to be careful. */
export const isCaution = (text: string): boolean =>
  /\b(be (very |really |extra |super )?careful|caution|warning|watch out|watch (for|that)|careful (not|with|here|of)|make sure (you |that you |to )?(don'?t|do not|not)|do not (pull|bend|pry|puncture|force|touch|pinch|damage|twist|use)|don'?t (pull|bend|pry|puncture|force|touch|pinch|damage|twist|rip|yank))\b/.test(
    text,
  );

/** Screws that were just spoken of. */
export const isThese = (text: string): boolean =>
  /\b(these|those|them|they|they'?re|all (two|three|four|five|six|seven|eight|nine|ten|of)|both|the (two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\d+) (screws|of)|that'?s all|all out)\b/.test(
    text,
  );

/** "So that's four screws out." */
export const isSummary = (text: string): boolean =>
  /\b(that'?s|that is|that was|so|done|total|altogether|all)\b/.test(text);

/** A driver or bit, rather than what it turns. */
export const isTool = (text: string): boolean =>
  /\b(driver|drivers|screwdriver|screwdrivers|bit|bits|using (a|my|the|your)|grab (a|my|your|the)|switch(ing)? (to|over)|swap(ping)? to|you'?ll need|need a|with (a|my|the|your))\b/.test(
    text,
  );

/** Tried, which is not yet done. */
export const isTry = (text: string): boolean =>
  /\b(try|tries|tried|trying|attempt\w*|should (come|lift|pop|slide)|wants? to|see if|let'?s see|almost|nearly)\b/.test(
    text,
  );

/** It would not come. */
export const isStuck = (text: string): boolean =>
  /\b((won'?t|will not|wouldn'?t|not|isn'?t|doesn'?t|does not|refuses to) (\w+ ){0,3}?(com(e|ing)|budg(e|ing)|mov(e|ing)|lift(ing)?|giv(e|ing)|go(ing)? anywhere)|stuck|hung up|caught on)\b/.test(
    text,
  );

/** Something keeps it. */
export const isHolding = (text: string): boolean =>
  /\b(stopping|blocking|holding|keeping|catching|snagging|in the way|caught|hung up on|holds) ?(it|us|this|that|the|on|up)?\b/.test(
    text,
  ) &&
  /\b(stopping (it|this|that|us)|blocking|what('?s| is| was) (holding|stopping|keeping|catching)|holding (it|us|this|that)\b|still holding|keeping it|catching on|snagging|in the way|caught on|hung up on)\b/.test(
    text,
  );

/** What is named as keeping a part, other than the part itself; a cable that nobody named more closely is one too. */
export function holderIn(text: string, terms: readonly Term[], part: string | null): string | null {
  const named = terms.find((term) => term.kind === 'part' && term.part !== part);
  if (named?.kind === 'part') return named.part;
  return (
    /\b(flex|ribbon|cable|wire|tape|adhesive|glue|clip|tab|bracket|shield|connector)\b/.exec(text)?.[1] ??
    null
  );
}

/** "Okay, now the front half": nothing but a name. */
export const isBareName = (text: string): boolean => {
  const name = text.replace(
    /^(?:(?:okay|ok|so|now|then|next|alright|all right|and|right|the|here is|here's|this is)[ ,]+)+/,
    '',
  );
  return (
    /^[a-z][a-z .-]{2,30}$/.test(name) &&
    name.split(/\s+/).length <= 3 &&
    !removal.test(text) &&
    !/\b(off|out|up|down|back)$/.test(name)
  );
};

/** A title, or an item that is only a name. */
export const isHeading = (text: string): boolean =>
  (/^(removing|replacing|taking (out|off)|disassembling|swapping|opening|accessing) /.test(text) &&
    text.split(/\s+/).length <= 7) ||
  (/\b(removal|replacement|procedure|section)\b/.test(text) && text.split(/\s+/).length <= 6) ||
  /^(chapter|section|part) (one|two|three|four|five|six|seven|eight|\d+)\b/.test(text) ||
  isBareName(text);
export const headsRemoval = (text: string): boolean =>
  /\b(removing|removal|replacing|replacement|taking|swapping|opening)\b/.test(text);
export const headingWords = (text: string): string =>
  text
    .replace(
      /\b(removing|replacing|taking (out|off)|disassembling|swapping|opening|accessing|removal|replacement|procedure|section|the)\b/g,
      ' ',
    )
    .trim();

/** What the next minutes are about, without anything done yet. */
export const isAnnouncement = (text: string): boolean =>
  /\b(today|in this (video|session|guide)|how to|i'?ll show you|going to show|we'?re (going to|gonna) (be )?(replac|swap|chang|fix|look|open|work)\w*|moving on|move on|next (up|is|part|comes|we have|thing)|(now|on) (on )?to the|now for the|let'?s (get|start|move|go|work|turn|do) (started |going |on |with |to |by )|start(ing)? with the|time (for|to)|first up|turn to the|the goal|the plan|want to get to|need to get to|i want the)\b/.test(
    text,
  ) || /^(in order )?to (remove|replace|take out|get to|access|reach|swap) /.test(text);

/** Is there an act in it at all? */
export const isWork = (text: string): boolean => isRemoval(text.toLowerCase());

/** "It lifts out", "that comes off". */
export const isPronounLift = (text: string): boolean =>
  /\b(it|that|this|whole thing|thing) (\w+ ){0,3}?(comes?|came|lifts?|pops?|slides?|pulls?|is|goes)( \w+){0,2} (out|off|up|away|free)\b/.test(
    text,
  ) ||
  /\b(lift|pull|take|slide|pop|get|set|lifting|pulling|taking) (it|that|this|the whole thing) (\w+ ){0,2}?(out|off|up|away|aside|free)\b/.test(
    text,
  ) ||
  isStuck(text);

export const namesNumber = (text: string): boolean =>
  /\b(part number|part no|p\/?n|number is|model number|number on|fru|service number|reads|says|label)\b/.test(
    text,
  );

/** A count that takes the place of the one said before, or null. */
export function correctedCount(text: string): number | null {
  const lead =
    /^(?:(?:oh|uh|um|and|so|well|ah|okay|ok|hang on|hold on)[ ,]+)*(?:no|nope|wait|actually|sorry|correction|i mean|i meant|make that|make it|scratch that|my bad|oops|my mistake)\b/.test(
      text,
    ) || /\b(actually|turns out|i meant|i said|make that|correction)\b/.test(text);
  if (!lead) return null;
  const tokens = tokenize(
    text.replace(
      /\bnot (just |only )?(one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\d+)\b/g,
      '',
    ),
  );
  const numbers = tokens.flatMap((_, at) => {
    const number = readNumber(tokens, at);
    return number && Number.isInteger(number.value) && number.value > 0 && number.value < 100
      ? [number.value]
      : [];
  });
  if (tokens.length > 18) return null;
  // "I said four but it's five": the last word counts; else the first one after the lead.
  return (/\bsaid\b.*\bbut\b/.test(text) ? numbers[numbers.length - 1] : numbers[0]) ?? null;
}

/** A statement about the same screws that names no act: "T5 again", "they hold the shroud". */
export const isAgain = (text: string): boolean => /\b(again|as well|too|also)\b/.test(text);
export const isHoldingPart = (text: string): boolean =>
  /\b(hold|holds|secure|secures|fasten|fastens|go into|goes into|attach|attaches|belong to)\b/.test(text);
/** "It's held on with …" */
export const isHeldBy = (text: string): boolean =>
  /\b(it'?s|is|was|it has|it'?s got|holding it|hold it|holds it)\b/.test(text) &&
  /\b(held|hold|holds|holding|screwed|fastened|secured|got|has)\b/.test(text);

export const isSlideOut = (text: string): boolean =>
  /\b(slid|pull)\w* (\w+ ){0,4}(out|off|away|free)\b/.test(text);
export const isUnderIt = (text: string): boolean =>
  /\b(under|underneath|beneath|behind) (it|them|that|those|there|these)\b/.test(text);
