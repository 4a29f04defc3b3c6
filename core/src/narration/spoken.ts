import { buildLexicon, type KnownPart, type Lexicon } from '../line/lexicon/lexicon.ts';
import type { ShopWord } from '../line/shopWords.ts';

/*
 * What speech adds to the bench language: one line a meaning, phrases separated by commas. Written for how
 * people talk at a bench, not for any narration in particular. Common practice, no source.
 */

/** Words that say nothing of the work, also where a typed line would mean something by them. */
const chatter =
  'right here, right there, right over here, right now, right up, right in, right on, right off, right away, right at, right about, all right, alright, ' +
  'right underneath, right behind, that is right, so right, right next, right below, right above, ' +
  'this one, that one, the one, which one, one of the, one of these, one of those, no one, every one, the other one here, ' +
  'one thing, one second, one sec, one moment, one side, one hand, one end, one edge, one corner, one step, one by one, one at a time, one time, one way, at one, ' +
  'one last thing, first one, last one, number one thing, ' +
  "left over, i left, we left, what's left, is left, nothing left, you left, " +
  'uh, um, er, erm, ah, hmm, like, you know, kind of, sort of, basically, actually just, really, pretty, quite, very, just a, little bit, a bit, ' +
  "guys, folks, everyone, today, video, channel, going to, gonna, go ahead, let's, let us, i'm, we're, you're, you'll, we'll, i'll, i've, we've, you've, there's, here's, that's, it's, they're, these're, there're, " +
  'want to, need to, have to, got to, gotta, able to, you can, we can, i can, will, be, been, being, do, does, did, done, get, gets, got, getting, see, look, looks, ' +
  'inside, outside, device, laptop, machine, computer, unit, notebook, thing, stuff, way, part, parts, area, point, spot, place, in place, tool, tools, hand, ' +
  'step, following, second, third, fourth, last, first, other, next one, whole, entire, actual, nice, thin, once again, using, use, with your, with my, your, me, our, us, ' +
  'fasten, fastens, attach, attaches, attached, attaching, anchor, anchors, mount, mounts, mounting, retain, retains, retaining, fix, fixes, fixed, affix, keep, keeps, keeping, connect, connects, connecting, connected, screwed, screwed down, ' +
  'that hold, which hold, that holds, which holds, holding down, holding in, hold on, held in, held down, held in by, held on by, held down by, held in place by, held together by, ' +
  'so that, such, any, some, both of, all of, all the, of them, of these, of those, here and, over here, over there, down here, down there, up here, up there, up top, out here, in here, in there, near, close to, next to, toward, towards, between, ' +
  'a card, with a card, plastic card, flat tip, flat blade, pick, spudger, opening pick, tweezers, ' +
  'pops up, popped up, springs up, pop up, ' +
  'until, while, when, if, or so, well, oh, yeah, yes, great, perfect, awesome, cool, sure, maybe, probably, though, even, too, as well, again here, where, who, what, how, why, because, since, but';

const verbs: readonly (readonly [
  act: 'lift' | 'remove' | 'unscrew' | 'unplug' | 'pry' | 'peel' | 'loosen' | 'slide',
  words: string,
])[] = [
  [
    'remove',
    'taking out, take these out, take those out, take them out, take that out, take this out, taking off, pull these out, get rid, removing, removes, back these out, taken out, pulling out, pull those out, take out these, take out those',
  ],
  ['unscrew', 'unscrewing, unscrews, screwing out, undoing'],
  ['loosen', 'loosening, loosens'],
  ['slide', 'push, squeeze, spread, depress, open, open up, push in, push back'],
  ['unplug', 'unplugging, disconnecting, disconnects, pull that connector, unplugs, detaching'],
  ['pry', 'prying, pries, prise open, work around, run around, popping, pops'],
  ['peel', 'peeling, peels'],
  [
    'lift',
    'lifting, lifts, lifts right out, pulls out, pulls off, pull away, pulls away, lifting off, lifting out, comes right out, comes right off, comes right up, come off, come out, coming off, coming out, came right off, sliding out, slide that out, get it out, set aside, set it aside, set that aside',
  ],
];

/** Screws, by a word that only stands for them. */
const ones = 'ones, longer ones, shorter ones, long ones, short ones, little guys, little ones';

/** One more of the same, seen late. */
const afterthoughts =
  'i missed one, missed one, we missed one, i missed a screw, missed a screw, i forgot one, forgot one, forgot a screw, one last screw, one last, one extra screw, one more screw, another screw, one more here, one hiding, one hidden';

/** A circle of reasons why a part would not come. */
const holding =
  "is stopping it, stopping it, was holding it, was stopping it, holding it in, still holding it, holding us up, was in the way, what was holding, catching on it, snagging it, is what's holding it, keeping it in, was keeping it, stopping it from, keeps it from, keeping it from";

const stuck =
  "won't come up, not coming out, not coming off, not coming up, isn't coming off, isn't coming out, it's stuck, still stuck, doesn't want to come, does not want to come, doesn't want to come out, won't budge, not budging, isn't budging, refuses to come, hung up";

const turning =
  'flip the laptop over, flip the notebook over, flip the device over, flip the machine over, flip the unit over, flip the computer over, flip this over, flip that over, flip this thing over, ' +
  'turn the laptop over, turn the notebook over, turn the device over, turn the machine over, turn the unit over, turn the computer over, turn this over, turn that over, turn this thing over, ' +
  'flip it back over, turn it back over, flipping it over, turning it over, flip it around, turn it around, roll it over, flip back over, turn back over, flip the handheld over, turn the handheld over';

/** Built once for each device and the shop's words: narrations of one device follow each other. */
const built = new WeakMap<readonly KnownPart[], { words: readonly ShopWord[]; lexicon: Lexicon }>();

/** The lexicon of a narration: speech first, then the bench language of this device and this shop. */
export function spokenLexicon(known: readonly KnownPart[], shopWords: readonly ShopWord[]): Lexicon {
  const before = built.get(known);
  if (before?.words === shopWords) return before.lexicon;
  const lexicon = buildSpoken(known, shopWords);
  built.set(known, { words: shopWords, lexicon });
  return lexicon;
}

function buildSpoken(known: readonly KnownPart[], shopWords: readonly ShopWord[]): Lexicon {
  const lexicon = buildLexicon(known, shopWords);
  for (const phrase of chatter.split(',')) lexicon.add(phrase, { kind: 'filler' }, true);
  for (const [act, phrases] of verbs)
    for (const phrase of phrases.split(',')) lexicon.add(phrase, { kind: 'verb', act }, true);
  for (const phrase of ones.split(','))
    lexicon.add(phrase, { kind: 'joint', type: 'screws', plural: true }, true);
  for (const phrase of afterthoughts.split(',')) lexicon.add(phrase, { kind: 'more' }, true);
  for (const phrase of holding.split(',')) lexicon.add(phrase, { kind: 'holds-it' }, true);
  for (const phrase of stuck.split(',')) lexicon.add(phrase, { kind: 'blocked' }, true);
  for (const phrase of turning.split(',')) lexicon.add(phrase, { kind: 'turn', face: 'over' }, true);
  return lexicon;
}

const words = (list: string): ReadonlySet<string> => new Set(list.split(' '));

/** Words that begin an act: where nobody sets a full stop, what follows them is a clause of its own. */
export const actWords = words(
  'remove unscrew undo loosen unplug disconnect lift peel pry prise slide pop detach unclip unlatch release flip turn grab pull take slip separate wiggle hold wait press drain open push squeeze spread',
);

/** Words between clauses. */
export const joiners = words(
  'then next now so okay ok alright also but because finally afterwards once after before first',
);

/** Sounds of a number before a plural that is counted: "the for screws". */
export const homophones: Readonly<Record<string, string>> = {
  to: 'two',
  too: 'two',
  for: 'four',
  fore: 'four',
  ate: 'eight',
  won: 'one',
  sex: 'six',
  tree: 'three',
  free: 'three',
  fife: 'five',
};
