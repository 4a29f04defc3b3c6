// The labelled lines of the project: sessions by other hands and our own, and how a reading is held against them.
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { advanceByReading, emptyContext, readingFeatures, readLine } from '../../core/dist/index.js';
import { acts, matches } from './match.mjs';

const folder = fileURLToPath(new URL('../../corpus/reading/', import.meta.url));

/** Sessions in the order of their files: `{ voice, session, rows: [{ say, want, alt, amends }] }`. */
export function readCorpus(hands = ['others', 'own']) {
  return hands.flatMap((hand) =>
    readdirSync(`${folder}${hand}`)
      .filter((file) => file.endsWith('.jsonl'))
      .sort()
      .flatMap((file) => {
        const sessions = new Map();
        for (const text of readFileSync(`${folder}${hand}/${file}`, 'utf8').split('\n').filter(Boolean)) {
          const row = JSON.parse(text);
          const key = `${hand}/${file}/${row.session}`;
          const session = sessions.get(key) ?? {
            hand,
            voice: `${hand}/${row.voice}`,
            session: key,
            rows: [],
          };
          sessions.set(key, session);
          session.rows.push(row);
        }
        return [...sessions.values()];
      }),
  );
}

/** Reads every session as typed and says of each line what came of it. */
export function readRows(sessions) {
  return sessions.flatMap(({ rows, voice, session, hand }) => {
    let context = emptyContext();
    return rows.map((row) => {
      const before = context;
      const reading = readLine(row.say.replace(/\s+/g, ' '), before);
      context = advanceByReading(before, reading);
      const found = [row.want, ...(row.alt ?? [])].some((want) => matches(want, reading.entries));
      const right = found && (row.amends ? reading.amends === row.amends : !reading.amends);
      const hasActs = reading.entries.some(({ kind }) => acts.has(kind));
      const flagged =
        reading.unread.length > 0 || reading.doubts.some(({ settled }) => settled !== false) || !hasActs;
      return {
        row,
        voice,
        session,
        hand,
        reading,
        right,
        hasActs,
        flagged,
        features: readingFeatures(reading, before),
      };
    });
  });
}
