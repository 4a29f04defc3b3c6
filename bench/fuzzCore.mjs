// npm run fuzz:core — odd input for everything in the core that reads: lines, narrations, battery reports, documents,
// plans, logs. Method: a seeded generator (`npm run fuzz:core -- ROUNDS SEED`); nothing may throw, what is read must
// be what the schemas of the log take, and no reading may take longer than a second.
import { readdirSync, readFileSync } from 'node:fs';
import {
  checkSequence,
  draftNarration,
  emptyContext,
  foldEdits,
  foldLines,
  jobEventBodySchema,
  keepable,
  lineOf,
  planRoute,
  readBatteryReport,
  readCaptions,
  readLine,
  readQuantity,
  readSequence,
  recordBodySchema,
  viewJob,
} from '@bemtor/core';
import { readCorpus } from './lib/corpus.mjs';
import { randomFrom } from './lib/random.mjs';

const rounds = Number(process.argv[2] ?? 60_000);
const random = randomFrom(Number(process.argv[3] ?? 20_261_127));
const pick = (list) => list[random(list.length)];
const some = (most, make) => Array.from({ length: random(most + 1) }, make);

const said = [...new Set(readCorpus().flatMap(({ rows }) => rows.flatMap(({ say }) => say.split(' '))))];
const odd = [
  '\u0000',
  '\ud800',
  '\u202e',
  '\n',
  '\t',
  '∞',
  '999999999999',
  '-1',
  '1e308',
  '0',
  '0.0001',
  '400',
  '2147483648',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  'M0',
  'M9x999',
  'PH99999',
  'T0',
  'x'.repeat(300),
  '🔩',
  '"',
  '(((',
  '???',
  '99999999 mAh',
  '99999999999999 V',
  '9'.repeat(40),
  'minus',
  '½',
  '٣',
  'ＰＨ０',
  '...',
  '::',
  '--',
  '1/0',
  'NaN',
];
const word = () => (random(5) === 0 ? pick(odd) : pick(said));

const faults = new Map();
let slowest = 0;
/** Runs one case; what is thrown, or said to be wrong, is told once a message, with the first input that did it. */
async function run(what, input, act) {
  const began = performance.now();
  try {
    const wrong = await act();
    if (wrong) tell(`${what}: ${wrong}`, input);
  } catch (error) {
    tell(`${what}: threw ${String(error.message).split('\n')[0]}`, input);
  }
  const spent = performance.now() - began;
  slowest = Math.max(slowest, spent);
  if (spent > 1_000) tell(`${what}: over a second`, input);
}
function tell(message, input) {
  const known = faults.get(message);
  if (known) known.times++;
  else faults.set(message, { times: 1, input: JSON.stringify(input).slice(0, 200) });
}

const refused = (schema, body) => {
  const read = schema.safeParse(body);
  return read.success ? null : `${read.error.issues[0].path.join('.')} ${read.error.issues[0].message}`;
};

let context = emptyContext();
for (let i = 0; i < rounds; i++) {
  const line = [...some(12, word), word()].join(random(8) === 0 ? '' : ' ');
  await run('line', line, () => {
    const { entries, whole } = readLine(line, context);
    return refused(recordBodySchema, keepable({ kind: 'line', ...lineOf(line, whole ?? entries) }));
  });
  if (i % 50 === 0)
    context = {
      ...emptyContext(),
      spoken: i % 100 === 0,
      opened: true,
      part: pick(['fan', null, 'battery']),
    };
}

const stamps = [
  'WEBVTT\n\n',
  '1\n',
  '00:00:01,000 --> 00:00:02,000\n',
  '00:00:02.000 --> 00:00:01.000\n',
  '[0:01] ',
  '[99:99:99] ',
  '-->',
  '<v x>',
  '\r',
  '\n\n',
];
for (let i = 0; i < rounds / 60; i++) {
  const text = some(40, () => (random(3) === 0 ? pick(stamps) : `${word()} `)).join('');
  await run('narration', text, async () => {
    const cues = await readCaptions(text);
    if (!cues.ok) return null;
    for (const entry of draftNarration(cues.value)) {
      const wrong = refused(
        recordBodySchema,
        keepable({ kind: 'line', ...lineOf(entry.text, [entry]), source: 'narration' }),
      );
      if (wrong) return wrong;
    }
    return null;
  });
}

const marks = [
  '<html>',
  '<table>',
  '<tr>',
  '<td>',
  '</td>',
  'design capacity',
  '47,400 mWh',
  '<BatteryReport>',
  '<Battery>',
  '<DesignCapacity>',
  'energy-full: ',
  'energy_full:',
  '\n',
  ' ',
  '=',
  'cycle_count',
];
for (let i = 0; i < rounds / 20; i++) {
  const text = some(60, () => (random(4) === 0 ? pick(odd) : pick(marks))).join('');
  await run('report', text, () => void readBatteryReport(text));
  for (const kind of ['time', 'temperature'])
    await run('quantity', text, () => void readQuantity(text.slice(0, 80), kind));
}

const folder = new URL('../demo/sequences/', import.meta.url);
const documents = readdirSync(folder).map((file) => JSON.parse(readFileSync(new URL(file, folder), 'utf8')));
const values = [
  null,
  undefined,
  0,
  -1,
  1e308,
  '',
  'x',
  [],
  {},
  true,
  'constructor',
  'lift',
  ['x'],
  'PH0',
  'fan',
  'system-board',
];
/** A document with a few of its values, at any depth, made odd. */
function spoiled(document) {
  const copy = structuredClone(document);
  for (let i = 0; i <= random(3); i++) {
    let at = copy;
    for (;;) {
      const keys = Object.keys(at);
      if (keys.length === 0) break;
      const key = pick(keys);
      if (typeof at[key] === 'object' && at[key] !== null && random(6) > 0) at = at[key];
      else {
        if (random(4) === 0) delete at[key];
        else at[key] = random(2) === 0 ? pick(values) : structuredClone(at[pick(keys)]);
        break;
      }
    }
  }
  return copy;
}
for (let i = 0; i < rounds / 100; i++) {
  const document = spoiled(pick(documents));
  await run('document', document, () => {
    const read = readSequence(document);
    if (!read.ok) return null;
    checkSequence(read.value);
    const { parts, actions } = read.value;
    const target = random(2) === 0 ? pick(parts)?.id : pick(actions)?.id;
    planRoute(read.value, { targets: [target ?? 'nothing'], workLimit: 2_000 });
    return null;
  });
}

const ids = [
  'x',
  'constructor',
  ...documents[0].joints.map(({ id }) => id),
  ...documents[0].actions.flatMap(({ id }) => [`down:${id}`, `back:${id}`]),
  ...documents[0].parts.map(({ id }) => id),
];
const uuid = (n) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const event = () => {
  const step = pick(ids);
  switch (random(12)) {
    case 0:
      return {
        kind: 'counted',
        joint: pick(ids),
        what: pick(['out', 'missing', 'back', 'new', 'omitted', 'stripped', 'lost']),
        total: random(201),
      };
    case 1:
      return {
        kind: 'differed',
        action: pick(ids),
        what: 'count',
        found: pick([
          null,
          { what: 'count', count: 1 + random(200) },
          { what: 'absent' },
          { what: 'blocked', by: pick(ids) },
        ]),
      };
    case 2:
      return { kind: 'replanned', steps: some(5, () => pick(ids)), because: word().slice(0, 100) };
    case 3:
      return {
        kind: 'started',
        targets: [pick(ids)],
        configuration: { [pick(ids)]: 'x' },
        steps: [pick(ids), ...some(9, () => pick(ids))],
        plannedSeconds: random(9_999),
      };
    case 4:
      return { kind: 'closed', remark: null };
    case 5:
      return { kind: 'reopened', reason: 'x' };
    case 6:
      return { kind: 'swapped', part: pick(ids), number: pick([null, 'x']) };
    case 7:
      return { kind: 'paused', reason: 'x' };
    case 8:
      return { kind: 'resumed' };
    case 9:
      return { kind: 'skipped', step, reason: 'x' };
    default:
      return { kind: pick(['done', 'undone']), step };
  }
};
const times = [
  '2026-01-01T08:00:00Z',
  '0001-01-01T00:00:00Z',
  '9999-12-31T23:59:59Z',
  '2026-01-01T08:00:00+23:00',
];
const sequence = readSequence(documents[0]).value;
for (let i = 0; i < rounds / 100; i++) {
  const log = some(30, event).map((body, n) => ({
    id: uuid(n),
    at: pick(times),
    seq: n + 1,
    by: null,
    body,
  }));
  await run('job', log, () => {
    const bad = log.map(({ body }) => refused(jobEventBodySchema, body)).find(Boolean);
    if (bad) return `the generator made ${bad}`;
    viewJob(sequence, log);
    return null;
  });
  const records = some(20, () => ({
    id: uuid(random(9)),
    at: pick(times),
    body: pick([
      { kind: 'strike', of: uuid(random(9)) },
      { kind: 'restore', of: uuid(random(9)) },
      { kind: 'line', text: 'x', entries: [] },
      { kind: 'correct', of: uuid(random(9)), text: 'y', entries: [] },
      { kind: 'unedit', of: uuid(random(9)) },
      { kind: 'edit', edit: { what: 'remove', action: pick(ids) } },
      { kind: 'place', of: uuid(random(9)), entry: random(60), points: [] },
    ]),
  }));
  await run('recording', records, () => void [foldLines(records), foldEdits(records)]);
}

for (const [message, { times: n, input }] of faults) console.log(`${n} × ${message}\n    ${input}`);
console.log(
  `${rounds} rounds, the slowest case ${slowest.toFixed(0)} ms: ${faults.size === 0 ? 'nothing thrown, nothing refused' : `${faults.size} faults`}`,
);
process.exit(faults.size === 0 ? 0 : 1);
