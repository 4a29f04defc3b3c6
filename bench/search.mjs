// npm run bench:search — one search over everything, in a shop with 10 000 revisions and 200 000 part numbers.
// Method: a throw-away cluster with 10 000 models of one revision each (80 steps, of generated words of the trade),
// 200 000 numbers, 20 000 units, 20 000 jobs and 20 000 notes; 600 searches over HTTP, one after the other: tickets, serials,
// names of models, misspelt names, numbers, words of steps, words that all have, words that none has. Aim: p95 < 50 ms.
import { createRequire } from 'node:module';
import { foldNumber } from '../core/dist/index.js';
import { partNumbers } from './lib/numbers.mjs';
import { machine, ms, summary, table } from './report.mjs';
import { openThrowAway } from './throwAwayServer.mjs';

const { Client } = createRequire(new URL('../server/package.json', import.meta.url))('pg');
const [models, numbers, units, searches] = [10_000, 200_000, 20_000, 600];

let seed = 20_261;
const random = (below) => {
  seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
  return Math.floor((seed / 2 ** 32) * below);
};
const pick = (list) => list[random(list.length)];
const syllables = 'ka lo mir ten bra sul vo dra nel pik tor wen has gil rud fen'.split(' ');
const name = () => `${pick(syllables)}${pick(syllables)}${random(3) ? '' : pick(syllables)}`;
const parts = 'battery fan speaker bracket shield hinge keyboard heatsink antenna frame camera grille'.split(
  ' ',
);
const sides = 'left right front rear upper lower inner outer main small'.split(' ');
const acts = ['4 screws out', 'free the clips', 'off', 'peel the tape'];

const place = await openThrowAway('search');
const client = new Client({ connectionString: place.databaseUrl(), options: '-c search_path=bemtor' });
await client.connect();
const inBatches = async (count, size, fill) => {
  for (let i = 0; i < count; i += size)
    await fill(Array.from({ length: Math.min(size, count - i) }, (_, j) => i + j));
};
const known = Array.from({ length: models }, (_, i) => ({
  code: `B${i}-${random(90) + 10}`,
  name: `${name()} ${random(90) + 10}`,
  maker: name(),
}));
await inBatches(models, 1_000, (batch) =>
  client.query(
    "insert into model (code, maker, name, form) select c, k, n, 'notebook' from unnest($1::text[], $2::text[], $3::text[]) as t (c, k, n)",
    [batch.map((i) => known[i].code), batch.map((i) => known[i].maker), batch.map((i) => known[i].name)],
  ),
);
const lines = () => Array.from({ length: 80 }, () => `${pick(sides)} ${pick(parts)}: ${pick(acts)}`);
await inBatches(models, 500, async (batch) => {
  for (const i of batch) {
    const all = lines();
    await client.query(
      `insert into revision (model_code, number, document, note) values ($1, 1, '{"format": "bemtor.sequence/1"}', '')`,
      [known[i].code],
    );
    await client.query(
      `insert into sequence_text (model_code, number, lines, is_caution, words)
       values ($1, 1, $2, $3, search_words(array_to_string($2::text[], ' ') || ' ' || $4 || ' ' || $1))`,
      [known[i].code, all, all.map((_, at) => at % 9 === 0), known[i].name],
    );
  }
});
const labels = partNumbers(random)(numbers);
await inBatches(numbers, 5_000, (batch) =>
  client.query(
    `insert into part_sighting (number, folded, role, part, part_name, kind, model_code, source, witness)
     select n, f, 'fitted', p, p, 'part', c, 'revision', '1' from unnest($1::text[], $2::text[], $3::text[], $4::text[]) as t (n, f, p, c)
     on conflict do nothing`,
    [
      ...[batch.map((i) => labels[i]), batch.map((i) => foldNumber(labels[i]))],
      ...[batch.map(() => `${pick(sides)} ${pick(parts)}`), batch.map(() => pick(known).code)],
    ],
  ),
);
const tickets = Array.from({ length: units }, (_, i) => ({
  label: `U-${100_000 + i}`,
  serial: `${name()}${i}`.toUpperCase(),
}));
await inBatches(units, 2_000, (batch) =>
  client.query(
    `insert into unit (id, label, model_code, serial, complaint, intake)
     select gen_random_uuid(), l, c, s, k, jsonb_build_object('notes', w) from unnest($1::text[], $2::text[], $3::text[], $4::text[], $5::text[]) as t (l, c, s, k, w)`,
    [
      ...[
        batch.map((i) => tickets[i].label),
        batch.map(() => pick(known).code),
        batch.map((i) => tickets[i].serial),
      ],
      ...[batch.map(() => `${pick(parts)} ${name()}`), batch.map(() => `${name()} ${pick(parts)} ${name()}`)],
    ],
  ),
);
await client.query(
  "insert into job (id, unit_id, model_code, revision) select gen_random_uuid(), u.id, u.model_code, 1 from unit u where label like 'U-%'",
);
await client.query('vacuum analyze');
await client.end();

const misspelt = (text) => {
  const at = 1 + random(text.length - 1);
  return text.slice(0, at) + text.slice(at + 1);
};
const kinds = [
  ['a ticket', () => pick(tickets).label],
  ['a serial', () => pick(tickets).serial.toLowerCase()],
  ['a model by its name', () => pick(known).name],
  ['a model misspelt', () => misspelt(pick(known).name)],
  ['a number', () => pick(labels)],
  ['words of a step', () => `${pick(sides)} ${pick(parts)} tape`],
  ['a word that all have', () => pick(parts)],
  ['words that none has', () => `zyx${random(1_000)} qqq`],
];
const times = kinds.map(() => []);
for (let i = 0; i < searches; i++) {
  const kind = i % kinds.length;
  const text = kinds[kind][1]();
  const began = performance.now();
  const response = await fetch(`${place.api}/search?q=${encodeURIComponent(text)}`);
  await response.json();
  times[kind].push(performance.now() - began);
}
console.log(
  `\n${models} revisions, ${numbers} numbers, ${units} units and jobs; ${searches} searches, one after the other\n${machine()}\n`,
);
table(
  ['asked for', 'median', 'p95', 'slowest'],
  [...kinds.map(([title], i) => [title, times[i]]), ['all', times.flat()]].map(([title, all]) => {
    const { median, p95, max } = summary(all);
    return [title, ms(median), ms(p95), ms(max)];
  }),
);
const { p95 } = summary(times.flat());
console.log(`\np95 under 50 ms: ${p95 < 50 ? 'met' : 'MISSED'}`);
await place.close();
