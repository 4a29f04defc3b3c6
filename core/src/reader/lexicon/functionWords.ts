/*
 * Words that carry how a thing is meant: done or not, whose, how many of which. One row a sense, words parted
 * by commas. Common practice, no source.
 */
export type FunctionWord =
  | 'off'
  | 'out'
  | 'up'
  | 'away'
  | 'free'
  | 'in'
  | 'on'
  | 'back'
  | 'home'
  | 'down'
  | 'over'
  | 'apart'
  | 'loose'
  | 'done'
  | 'not'
  | 'no'
  | 'without'
  | 'never'
  | 'if'
  | 'would'
  | 'will'
  | 'must'
  | 'can'
  | 'not-yet'
  | 'question'
  | 'same'
  | 'rest'
  | 'other'
  | 'more'
  | 'each'
  | 'both'
  | 'all'
  | 'a-side'
  | 'of-them'
  | 'one-of'
  | 'all-but'
  | 'it'
  | 'they'
  | 'one'
  | 'this'
  | 'i'
  | 'you'
  | 'we'
  | 'the'
  | 'a'
  | 'of'
  | 'from'
  | 'to'
  | 'with'
  | 'at'
  | 'for'
  | 'between'
  | 'under'
  | 'and'
  | 'then'
  | 'but'
  | 'because'
  | 'before'
  | 'after'
  | 'unless'
  | 'while'
  | 'which'
  | 'or'
  | 'than'
  | 'so'
  | 'yes'
  | 'new'
  | 'old'
  | 'missing'
  | 'stripped'
  | 'stuck'
  | 'still'
  | 'in-the-way'
  | 'first'
  | 'next'
  | 'later'
  | 'total'
  | 'number'
  | 'label'
  | 'other-model'
  | 'strike'
  | 'amend'
  | 'amend-to'
  | 'stays'
  | 'fixed'
  | 'caution'
  | 'check'
  | 'note'
  | 'danger'
  | 'filler'
  | 'now'
  | 'only'
  | 'too'
  | 'again'
  | 'absent'
  | 'inventory'
  | 'works'
  | 'power'
  | 'key'
  | 'face-bottom'
  | 'face-top'
  | 'face-over'
  | 'face-side';

const each = (first: string, then: string): string =>
  first
    .split(', ')
    .flatMap((a) => then.split(', ').map((b) => `${a} ${b}`))
    .join(', ');

/** "can not go out", "wouldn't budge": whatever denies it, before whatever it was to do. */
const heldFast = each(
  "won't, wont, will not, can't, cant, cannot, can not, doesn't, doesnt, does not, wouldn't, would not, couldn't, could not, didn't, did not",
  'come, come out, come off, come up, come away, come free, go out, go off, get out, lift, lift out, lift off, move, budge, shift, slide, let go',
);

export const functionRows: readonly (readonly [word: FunctionWord, words: string])[] = [
  ['off', 'off, aff'],
  ['out', 'out, oot'],
  ['up', 'up'],
  ['away', 'away, awa, aside, to one side'],
  ['free', 'free, clear, at liberty'],
  ['in', 'in, into place, in place'],
  ['on', 'on, onto'],
  ['back', 'back, bak'],
  ['home', 'home'],
  ['down', 'down, doon, dn'],
  ['over', 'over, ower'],
  ['apart', 'apart'],
  ['loose', 'loose, slack'],
  ['done', 'done, undone, sorted'],
  [
    'not',
    "not, won't, wont, will not, don't, dont, do not, doesn't, doesnt, didn't, didnt, isn't, isnt, aren't, arent, wasn't, wasnt, weren't, werent, hasn't, hasnt, haven't, havent, hadn't, hadnt, ain't, aint, needn't, neednt, mustn't, mustnt, shan't, nor, neither, hardly, barely, dinnae, cannae, wasnae, isnae, shouldn't, shouldnt, wouldn't, wouldnt, couldn't, couldnt, need not, refuses to, fails to, cannot, can't, cant, can not, cain't",
  ],
  ['never', 'never, at no time, never had one of'],
  ['no', 'no, nae, zero, none, nothing, nowt, nobody, nil, n/a, nothin, not any, not one, no more'],
  ['without', 'without, w/o, wo, except, exc, bar the, apart from, minus'],
  [
    'if',
    'pretend, imagine, if, unless it, suppose, supposing, in case, should you, should the, should it, when it came, when it came in, when it arrived, on arrival, when i got it, were it, were there, had i, had it, had you, had we, had somebody, when you, whenever, whether, where fitted, where present, where there is, when fitted, if fitted, as long as',
  ],
  [
    'would',
    "would, otherwise, or else, 'd, could, might, may, should have, should've, could have, could've, would have, would've, ought to, 'd have, must have, wud, shoulda, coulda, woulda, d've, might've",
  ],
  [
    'will',
    "will, 'll, going to, gonna, gotta, want to, wants to, need to, needs to, have to, has to, had to, about to, plan to, intend to, let's, lets, like to, hope to, mean to, next time, tomorrow, monday, will be, to be, wanna, shall, plan is to, aim is to, idea is to, job is to, the plan,  'll be, used to, ready to, wanted to",
  ],
  [
    'must',
    'must, should, must be, must have been, must come, needs to be, need to be, has to be, have to be, has to come, have to come, has to go, have to go, is to be, are to be',
  ],
  ['can', 'can, could be, able to, can be'],
  [
    'question',
    "what, how, why, who, when is, where is, where does, how many, how much, is it, is there, are there any, is that, does it, does that, do i, do we, do you, did you, did i, are they, was it, was that, shall i, shall we, can i, where, has anybody, anybody, anyone, should i, should we, isn't it, could i, would you, would i, do the, does the, is the, are the, was the",
  ],
  [
    'same',
    'same as the, same as those of the, same as, same, ditto, likewise, same again, the same, all the same, same as before, same kind, same ones, same screws, same size, same sort, same carry on, as before, alike, all alike, same type, of the same kind, of the same, identical, same deal, same story, same thing, same there, same here, do likewise, the same way, same way, same pattern, in the same way, same spec, as above, idem, same lock, same as the other, same as the others, "',
  ],
  [
    'rest',
    'rest, remaining, remainder, others, the others, the rest, rest of them, leftover ones, the remaining ones',
  ],
  [
    'other',
    'other, opposite, opposing, the other one, other one, other side, the other side, opposite side, far one, mirror',
  ],
  [
    'more',
    'more, another, further, extra, additional, one more, yet another, plus another, anothr, one other, one further, also one, more of them, a further, an extra, a second, yet one, spare one',
  ],
  [
    'each',
    'each, apiece, per, ea, a piece, per module, each one, respectively, every, each of them, one each',
  ],
  [
    'a-side',
    'a side, per side, each side, on each side, on either side, either side, at either end, at each end, a edge, an end, each end, x side, per edge, at both ends, on both sides, either end, to a side, on every side',
  ],
  [
    'both',
    'both, both of them, the pair, the pair of them, the two of them, the two, pair of, a pair of, couple of, a couple of, both of those, two off',
  ],
  [
    'all',
    'all, every one of them, every last one, each and every one, all of them, the lot, every one, the whole lot, all of those, everything, the whole set, whole lot, all of the, all the, all off, all off them',
  ],
  [
    'of-them',
    "of them, of em, of 'em, of those, of these, of which, of thm, of the lot, of whom, of them are, among them, of that, thereof, of the latter",
  ],
  ['one-of', 'some of'],
  ['all-but', 'all but, every one but, all except, all bar, everything but, all save'],
  [
    'it',
    "it, its, it's, her, she, she's, he, him, his, hers, that one, this one, thing, itself, himself, itsel, the thing, thingy",
  ],
  ['they', "they, them, 'em, em, those, these, those two, these two, they're, theyre, their, thae"],
  [
    'one',
    'one, ones, un, uns, yin, yins, job, jobs, jobbies, bit of, of a kind, fellows, fellow, chaps, beggar, beggars, guys, blighter, buggers, beasts, little beasts, fellas',
  ],
  [
    'this',
    "this, that, these ones, that's, thats, that is, this is, there, here, here's, there's, theres, there is, it is, it has, it was, now that",
  ],
  ['i', "i, me, my, mine, i'm, i've, i'll, im, ive, myself"],
  ['we', 'we, us, our, ours, you, your, yours, one has, they say, ye, yer, wir, ourselves'],
  ['the', 'the, teh, its own, th, thi, de, ze'],
  [
    'a',
    'a row of, a line of, a ring of, a set of, a bunch of, a run of, a string of, a, an, some, any, single, just one, a single, only one, just the one, just a, one single, lone, sole',
  ],
  ['of', 'of, o, belonging to, for the'],
  ['from', 'from, off of, out of, fae, frae, off the side of'],
  ['to', 'to, into, towards, toward, onto the, tae, till, through, against'],
  ['with', 'with, w, w/, wi, using, via, by means of, along with, together with'],
  [
    'at',
    'at, @, near, by, beside, next to, along, round, around, across, among, on top of, opposite to, close to, alongside, in the, on the, at the, by the, near the, round the, along the, from the, to the, around the, around, all round, all around, all along, about the, amid, nearest, nearer, above, past, where, upon, outside, within',
  ],
  ['for', 'for'],
  ['between', 'between, over the, across the'],
  [
    'and',
    'and, an, n, adn, plus, &, +, also, as well as, an then, and also, and then one, as well, along with the, together with the',
  ],
  ['then', 'then, and then, next up, after that, afterwards, an then, thereafter, n then, subsequently'],
  ['but', 'but, however, though, although, only that, except that, whereas, while the'],
  [
    'because',
    "so i can see, so that i see, so i see, to see, because, cause, 'cause, cos, cuz, coz, since, as it, due to, on account of, as the, for it, thanks to, owing to, so that, that is why, that's why",
  ],
  ['before', 'before, afore, befor, prior to, ahead of, until, till the'],
  ['after', 'after, once, as soon as, when the, now that the, only after, following'],
  ['unless', 'unless'],
  ['while', 'while, whilst, as long as the'],
  ['which', 'which, who, that is to say, what is'],
  ['or', 'or, versus, vs, respectively or'],
  ['than', 'more than, less than, than, rather than, instead of'],
  ['so', 'so, thus, therefore, hence'],
  [
    'yes',
    'yes, yeah, yep, aye, right, sure, okay, ok, exactly, correct, agreed, yup, good, fine, alright, all right, indeed, of course, true, roger, certainly, so it is, so it was, ta, lovely, great, there we go, here we go, there, there it is, there you go',
  ],
  ['new', 'new, fresh, replacement, spare, donor, refurbished, brand new, reconditioned'],
  ['old', 'old, existing, original, faulty, bad, worn, dead, knackered, used'],
  [
    'missing',
    "missing, absent, was never there, never was there, were never there, never there, wasn't there, not there, isn't there, ain't there, empty hole, hole is empty, never had one, never had 1, and no screw, with no screw, without a screw, has no screw, is blank, hole is blank, lacking, no screw in, never was their, was never their, never fitted, is absent, is gone, gone missing, there never was, never was, never existed, missing on arrival, missing from the start, are missing, not fitted when it came, empty holes, hole empty, an empty hole, left out by someone, not in its hole, gone when it came, gone when it came in, gone when it arrived, gone on arrival, missing when it came, missing when it came in, missing when it arrived, missing when i got it, not there when it came, wasn't there when it came, already gone when it came, already gone when it came in, already gone when it arrived, already gone, already missing, gone already",
  ],
  [
    'stripped',
    "stripped, has no head left, no head left, cross is gone, cross is gone on, recess is gone, chewed, chewed up, rounded, rounded out, rounded off, chewed to bits, rounds off, mangled, cammed out, strippd, spinner, just spins, only spins, rounded head, chewed recess, worn recess, worn out head, just turns, turns and turns, goes round and round, go round and round, round and round, keeps turning, turns around, spins in its insert, spins freely, no bite, will not bite, wont bite, won't bite, chewed head, free spinning, damaged head, damaged recess, stripped out, headless, turns without end, keeps spinning, buggered, knackered head, crossthreaded, butchered, turns endlessly, turns free, no thread left, has no thread left, has no thread, no thread in it, thread is gone, thread's gone",
  ],
  ['stuck', heldFast],
  [
    'stuck',
    "stuck, not moving, not coming, isn't coming, isnt coming, ain't coming, aint coming, ain't comin, ain't budging, ain't budgin, not budging, won't go, wont go, tight, jammed, wedged, hangs on, hung up, hangs up, snagged, caught, caught on, caught under, catches on, fights back, refuses, blocked, blocked by, trapped, ain't free, still ain't free, isn't free, is not free, not free, only tilts, tilts only, tilt only, hangs, is held back, held back, still holds, still held, stops, can't be lifted, not loose yet, won't part, won't release, can't get it out, don't come, dont come, doesn't go, don't go out, don't go, still won't come, held fast, holds fast, won't rise, no go, still caught, does not yet move, does not yet come, doesn't yet move",
  ],
  ['still', 'still, yet, as yet'],
  [
    'in-the-way',
    'in the way, in the road, is in the way, holds it, holds it down, holds it back, holding it, is holding it, are holding it, hold it, are holdin it, holdin it, blocks it, blocking it, blocks, still plugged, still on, still plugged in, still fitted, still attached, still connected, still screwed, still screwed in, still holds it, still in, keeps it, stops it, is stopping it, stopping it, is keeping it, is over it, over it, still there, in its way, is blocking, still holding, still clipped, not off yet, catches it, traps it, pins it, sits over it, sitting on it, is sitting on it, lies on it, lying on it, sits on it, still hooked, still tied, still glued, still bolted, still clamped',
  ],
  ['first', 'first, firts, 1st, frist, beforehand, first of all, in advance, to begin with'],
  ['next', 'next, next up, next comes, now for, on to, over to, followed by'],
  ['later', 'later, afterwards, for later, later on, at the end, in a bit, not now'],
  [
    'total',
    "that makes, so that makes, which makes, makes, in all, all in, in total, total, altogether, all told, sum, the sum being, sum is, the sum, that's all, that is all, all counted, making, total of, a total of, comes to, adds up to, tally, i make it, i make, we make it",
  ],
  [
    'number',
    'p n, pn, part number, part no, part num, part nr, number, no, nr, nbr, p no, number on it, order number, type number, serial, code, numbered as, part num, spare number, spare part number, order code, printed number, fru, part code, catalogue number, pno',
  ],
  [
    'label',
    'label, labelled, labeled, lable, type, type plate, printed, print, printed on it, marked, marking, reads, says, stamped, sticker says, label says, label reads, on the label, marked as, written on it, hub says, hub reads, engraved, etched, on the sticker, it says, read off, carries, inscription, silk screen',
  ],
  [
    'other-model',
    'some units, in the old, on the old, only units with, units with, machines with, notebooks with, the tablet without, the notebook with, the notebook without, the tablet with, the model without, the version without, the big brother, the little brother, its sister, in this family, other model, older model, newer model, bigger model, larger model, smaller model, on the bigger, on the larger, on the older, on the newer, on the smaller, bigger one, larger one, older one, newer one, taller one, tall one, smaller one, older version, newer version, other version, other variant, previous model, last years model, on last year, next batch, later batch, previous batch, earlier batch, the tower, other models, some models, sister model, on others, on most of these, on the version, on the variant, the variant with, the version with, the model with, corridor model, long range one, long range model, bigger models, later models, on some, other build, older ones, newer ones, other machines, on the other machine, the old kora, pro model, bigger version, larger version, deluxe model, the big one has, the tall un, other units, touch version, touch model, the wide version',
  ],
  [
    'strike',
    "scratch that, scratch, delete last, strike last, undo last, scratch last, delete last line, strike last line, strike that, strike, delete that, forget that, undo that, cancel that, cancel, scrap that, take that back, i take that back, strike it, forget it, scrub that, ignore that, disregard that, disregard, not that, ignore the last, ignore last line, wipe that, strike the last, scratch the last, drop that, delete it, back that out, didn't mean that, forget what i said, take it back, nix that, unsay that, wrong line, erase that, remove that line, forget the last",
  ],
  [
    'amend',
    'no wait, wait no, no no, nope, nay, nah, hang on, hold on, actually, correction, sorry, sry, rather, recount, i mean, i meant, oops, wait, hm, hm wait, correct that, my mistake, miscounted, i miscounted, counted wrong, wrong, counted one twice, i should have said, should have said, or rather, i lied, typo, edit, amend, correcting myself, make no mistake, excuse, excuse me, er no, uh no, no sorry, silly me, misread, i misread, on second thoughts, beg pardon, whoops, apologies',
  ],
  [
    'amend-to',
    'make that, make it, make this, mk that, mk it, should be, should read, that should be, should have been, call it, change that to, change to, ought to be, read that as, let that be, put that as, turn that into, set that to, amend to, that was, that is, thats, was really, is really, was in fact',
  ],
  [
    'stays',
    "stays, stay, stays in, stays on, stays put, staying, stays behind, stays where it is, left in, left on, left alone, left in place, left as is, left it, left them, left em, left 'em be, not touched, untouched, not removed, not opened, not needed, no need, don't need, dont need, didn't need, no need to, leave it, leave them, leave in, leave on, leave that, leave, leave alone, leave it in, leave it on, leave be, can stay, may stay, stays there, bides, bide, bides there, not bothering, none of our business, not cut, in situ, keep, kept, not disturbed, not to be disturbed, not undone, not unplugged, still in there, skip, skipped, ignore, isn't needed, need not be, needn't be, was not touched, remains, remain, remains in, stays attached, stay on, stay in, stays home, hangs on its tether, parked, hold off",
  ],
  [
    'fixed',
    'soldered, welded, moulded in, one piece, not removable, glued in for good, melted on, fixed for good, soldered on, soldered down, part of the, forms one unit, molded in, cast in, integral, moulded',
  ],
  [
    'caution',
    "careful, caution, danger, beware, warning, attention, mind the, mind, mind you, watch out, watch, fragile, brittle, be careful, take care, gently, easy there, gentle, don't yank, dont yank, don't pull, do not pull, warn, heads up, hot, never pull, easy, brittle as, delicate",
  ],
  ['check', 'test, verify, confirm, make sure, ensure, check that, check'],
  [
    'note',
    'note, nb, remark, memo, fyi, reminder, todo, to do, target, job, fault, verdict, unit, aside, ps',
  ],
  [
    'danger',
    'swollen, bulging, bulged, puffed up, puffed, bloated, leaking, punctured, sparks, smoke, hissing',
  ],
  ['now', 'now, by now, this time, finally, at last, in the end, eventually, now then, already'],
  ['only', 'only, just, merely, but one, no more than, simply, alone, except for, a good, good'],
  ['too', 'too, as well, also, an all, and all, similarly, besides, either, in turn'],
  ['again', 'again, once more, a second time, anew, yet again'],
  [
    'absent',
    "not present, is not present, not fitted, isn't fitted, not installed, not populated, unpopulated, not in this one, no such, not on this one, not on this model, not on this unit, not present here, isn't there here, unfitted, none fitted, empty, unused",
  ],
  [
    'inventory',
    'i count, i see, i can see, there are, there is, theres, i find, i noted, i spot, counted, only counted, count with me, we have, we see, you see, you can see, i counted, in total there are, to be seen, visible are, inside are, here are, i can count, we count, one sees, seen, are present, is present',
  ],
  [
    'works',
    'works, work, working, boots, runs, spins up, quiet, silent, no rattle, charging, charges, powers on, lights up, all good, all ok, beeps, passes, pass, scans, answers, plays, charged, fine, lit',
  ],
  ['power', 'power, pwr, on button, on off, power on'],
  [
    'key',
    'button, btn, key, switch, trigger, power button, power key, pwr btn, pwr button, on button, volume key, volume down key, on off key, power switch, on switch',
  ],
  [
    'face-bottom',
    'bottom up, base up, belly up, upside down, face down, facedown, screen down, lid down, display down, keys down, keyboard down, on its face, on its glass, on its lid, on its back side, bottom side up, flip to bottom, bottom faces you, bottom facing you, bottom faces up, bottom facing up, back faces up, underside up, arse up, feet up, feet to the ceiling, feet in the air, turtle, belly to the sky, face donw, back up on the mat, back side up, rear up, onto its lid, onto its face, onto its screen, belly to the ceiling, bottom to the top, base faces up, back upwards, screen to the mat, rubber feet up, bottom looks up, underneath up, undercarriage up, lid to the mat, with the bottom up, bottom side, base side up, belly upwards, face downwards, face dn, facing down, onto its front, on its front, on its screen, on its nose, back of it up, bottom uppermost, base uppermost, with its back up',
  ],
  [
    'face-top',
    'lid up, face up, top up, upright, right way up, right side up, top side up, keyboard up, screen up, keys up, on its feet, onto its feet, back on its feet, top facing up, keyboard faces up, on its back, onto its back, flip to top, top side, lid open up, keyboard side up, screen facing up, onto its base, front up, back onto its feet, screen side up',
  ],
  [
    'face-side',
    'left side up, right side up again, on right side, on left side, on the side, on its side, onto its side, on its left side, on its right side, on edge',
  ],
  [
    'face-over',
    'turn over, turned over, flip over, flipped over, turn it over, flip it over, turned it over, flipped it over, flip it, flip, flipped, over it goes, other side up, turn round, turn it round, turns over, turn the device over, turn the unit over, flip the unit, flip machine over, flip unit over, roll it over, turn device over, over she goes, turn it, flip her over, turn her over, flip the device over, turn over the unit, turning it over, flip the machine over, over it, flip the whole thing over, turn the thing over',
  ],
  [
    'filler',
    "one unit, one piece, pcs, one assembly, one block, a single unit, a single piece, 's, 're, 've, 'm, if i read it right, if i remember, if i remember right, if i'm right, if i am not mistaken, if you ask me, to be sure, to be sure of it, to be safe, to be on the safe side, out of the way, square of, piece of, pieces of, strip of, uh, um, er, erm, ah, oh, hm, hmm, well, eh, mmh, please, like, sort of, kind of, i think, you know, as usual, of course, by the way, btw, basically, so to speak, as it were, surely, just now, then well, argh, oops, yay, hooray, phew, anyway, really, quite, very, rather, pretty, bit, a bit, bit of a, slightly, gently, carefully, slowly, easily, sweet, grand, nicely, straight, once again, right then, now now, uhm, see, look, listen, lo and behold, believe it or not, as far as i can tell, i suppose, i guess, i'd say, i reckon, i believe, most likely, probably, perhaps, maybe, at least, in fact, for sure, thing is, way, whole, entire, complete, completely, fully, entirely, else, even, ever, far, so far, enough, nearly, almost, about, roughly, approx, approximately, exactly, precisely, simply put, today, here we are, mate, folks, people, guys, sir, lads, bother, nae bother, no bother, no trouble, no problem, straightforward, easy peasy, upwards, outwards, outward, upward, forwards, forward, backwards, backward, downwards, downward, sideways, sidewards, level, evenly, flat out, all the way, halfway, half, quarter, together, separately, singly, one by one, one after another, one after the other, each other, in one piece, at once, at an angle, at angle, by hand, by itself, on its own, by themselves, as expected, as always, so well, such, its own, own, very first, proper, properly, firmly, tightly, loosely, hard, soft, softly, lightly, steady, steadily, bit by bit, same day, ditto that, clean, cleanly, whole, intact",
  ],
];
