// The labelled narrations of corpus/reading/narrations: what each tells near which time, and what must never be
// drafted from it. The labels are by people.
import { bears } from './match.mjs';

const seconds = (time) => time.split(':').reduce((all, part) => all * 60 + Number(part), 0);

/** What of a narration was found: `{ facts, found, drafted }`; a fact within a paragraph of its time. */
export function narrationFound(gold, text, entries) {
  const stamps = [...text.matchAll(/^\[([\d:]+)\]/gm)].map(([, time]) => seconds(time));
  const used = new Set();
  const near = (time, around) => {
    const at = stamps.findLastIndex((stamp) => stamp <= seconds(time));
    const from = stamps[Math.max(0, at - around)] ?? 0;
    const to = stamps[at + 1 + around] ?? Infinity;
    return entries.filter((entry) => !used.has(entry) && entry.at >= from - 1 && entry.at < to);
  };
  let found = 0;
  for (const { t, want } of gold.facts) {
    // An order may be told anywhere.
    const pool = want.kind === 'requires' ? entries.filter((entry) => !used.has(entry)) : near(t, 1);
    const entry = pool.find((one) => bears(want, one));
    if (!entry) continue;
    used.add(entry);
    found++;
  }
  const drafted = gold.never.filter(({ t, entry }) => near(t, 0).some((one) => bears(entry, one)));
  return { facts: gold.facts.length, found, drafted: drafted.length };
}
