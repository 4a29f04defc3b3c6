// npm run fuzz:http — requests by grammar over all routes, live ones too, against the built server on a throw-away
// cluster with the demo data (`npm run fuzz:http -- REQUESTS SEED`). No answer may be a 500, none may take longer than
// five seconds, every refusal must be a problem document, and the server must still answer at the end.
import { request } from 'node:http';
import { randomFrom } from './lib/random.mjs';
import { openThrowAway } from './throwAwayServer.mjs';

const total = Number(process.argv[2] ?? 35_000);
const random = randomFrom(Number(process.argv[3] ?? 20_261_127));
const pick = (list) => list[random(list.length)];

const server = await openThrowAway('fuzz');
const base = new URL(server.api);
const get = async (path) => (await fetch(`${server.api}${path}`)).json();
const { units } = await get('/units');
const { models } = await get('/models');
const document = (await get(`/models/${models.find(({ revision }) => revision).code}/revisions/latest`))
  .document;

const known = {
  uuid: [
    ...units.map(({ id }) => id),
    ...units.flatMap(({ recording, job }) => [recording?.id, job?.id].filter(Boolean)),
  ],
  code: models.map(({ code }) => code),
};
const oddText = [
  '',
  ' ',
  '\u0000',
  '\ud800',
  'x'.repeat(5_000),
  'constructor',
  '__proto__',
  '%',
  '../..',
  '🔩',
  '<script>',
  "'; drop table unit; --",
  'null',
  '0',
  '\u202e',
];
const oddNumber = [0, -1, 1, 1.5, 2_147_483_647, 2_147_483_648, 4_294_967_296, 1e308, -0];
const oddTime = [
  '2026-01-01T08:00:00Z',
  '0000-01-01T00:00:00Z',
  '0001-01-01T00:00:00Z',
  '9999-12-31T23:59:59Z',
  '2026-01-01T08:00:00+23:00',
  '2026-01-01T08:00:00-15:59',
  '2026-13-01T00:00:00Z',
  'now',
  '',
  12,
];
const newId = () => `00000000-0000-4000-8000-${String(random(1e9)).padStart(12, '0')}`;
const uuid = () =>
  pick([
    pick(known.uuid),
    pick(known.uuid),
    pick(known.uuid).toUpperCase(),
    newId(),
    newId(),
    'x',
    pick(oddText),
  ]);
const code = () => pick([pick(known.code), pick(known.code), 'X-1', pick(oddText)]);
const text = () => pick(['fan', 'PH0', 'lift-fan', pick(oddText)]);
const number = () => pick([1, 2, 3, ...oddNumber]);

/** Any value at all, not too deep. */
function anything(depth = 0) {
  switch (random(depth > 3 ? 6 : 9)) {
    case 0:
      return null;
    case 1:
      return random(2) === 0;
    case 2:
      return number();
    case 3:
      return uuid();
    case 4:
      return pick(oddTime);
    case 5:
      return text();
    case 6:
      return Array.from({ length: random(4) }, () => anything(depth + 1));
    default:
      return Object.fromEntries(
        Array.from({ length: random(4) }, () => [
          pick(['id', 'kind', 'at', 'body', 'items', 'x']),
          anything(depth + 1),
        ]),
      );
  }
}
/** A right body with, now and then, one of its values made odd. */
function perhapsSpoiled(body) {
  if (random(3) === 0) return body;
  const copy = structuredClone(body);
  let at = copy;
  for (;;) {
    const keys = Object.keys(at);
    if (keys.length === 0) return copy;
    const key = pick(keys);
    if (typeof at[key] === 'object' && at[key] !== null && random(5) > 0) at = at[key];
    else {
      if (random(5) === 0) delete at[key];
      else at[key] = anything(2);
      return copy;
    }
  }
}

const item = (body) => ({
  id: newId(),
  // Mostly a time that can be, so that what follows is looked at.
  at: random(4) === 0 ? pick(oddTime) : new Date().toISOString(),
  ...(random(3) === 0 ? { by: text() } : {}),
  body,
});
const entry = () =>
  pick([
    { kind: 'note', text: 'x', at: null, confidence: 0.5 },
    { kind: 'lift', part: 'fan', text: 'fan off', at: 3, confidence: 0.9 },
    {
      kind: 'undo',
      joint: { type: 'screws', count: number() },
      part: 'fan',
      verb: 'unscrew',
      tool: null,
      text: 'x',
      at: null,
      confidence: 1,
    },
  ]);
const record = () =>
  pick([
    { kind: 'line', text: 'fan 2 PH0', entries: [entry()] },
    { kind: 'strike', of: newId() },
    { kind: 'edit', edit: { what: 'remove', action: 'lift-fan' } },
    { kind: 'decide', rule: 'x', place: 'y', choice: 'open' },
  ]);
const event = () =>
  pick([
    { kind: 'started', targets: ['fan'], configuration: {}, steps: ['lift-fan'], plannedSeconds: 10 },
    { kind: 'counted', joint: 'j', what: 'out', total: number() },
    { kind: 'done', step: text() },
    { kind: 'swapped', part: 'battery', number: text() },
    { kind: 'closed', remark: null },
    { kind: 'reopened', reason: 'x' },
  ]);
const paths = [
  'serial',
  'complaint',
  'left',
  'intake.notes',
  'intake.marks',
  'configuration.keyboard',
  'model',
  'x.y',
];
const told = () => ({ set: { [pick(paths)]: anything(2) }, was: { [pick(paths)]: pick(['', null, false]) } });
const shopEvent = () =>
  pick([
    { kind: 'unit-arrived', unit: newId(), label: `F-${random(400)}`, model: code() },
    { kind: 'unit-told', unit: uuid(), ...told() },
    { kind: 'model-made', maker: 'Tervane', name: text(), code: code(), form: 'notebook' },
    { kind: 'model-told', model: code(), set: { mergedInto: code() }, was: { mergedInto: null } },
    { kind: 'model-told', model: code(), ...told() },
    { kind: 'revision-published', model: code(), follows: number(), document, note: 'x' },
    { kind: 'revision-told', model: code(), number: number(), withdrawn: random(2) === 0 },
    { kind: 'act-pictured', model: code(), act: text(), picture: uuid(), removed: random(2) === 0 },
    {
      kind: 'model-told',
      model: code(),
      set: { 'outlineMm.width': number() },
      was: { 'outlineMm.width': null },
    },
    {
      kind: 'model-told',
      model: code(),
      set: { options: [{ key: text(), label: text(), values: [text()] }] },
      was: { options: [] },
    },
    { kind: 'schools-told', ...told() },
    { kind: 'word-told', word: text(), means: pick([null, text()]), was: null },
    { kind: 'want-added', id: newId(), number: text(), quantity: number(), unitId: pick([null, uuid()]) },
    { kind: 'want-told', want: uuid(), state: 'met' },
    { kind: 'stock-counted', number: text(), onHand: number(), ordered: 1 },
    { kind: 'technician-renamed', from: text(), to: text() },
  ]);

const paper = () =>
  pick([
    {
      ...{ kind: 'guide', size: 'A4', type: 'normal', day: '2026-11-27', sequence: document },
      guide: {
        targets: [],
        steps: [text()],
        configuration: {},
        revision: { number: number(), day: pick(oddTime) },
      },
    },
    {
      ...{ kind: 'mat', size: 'A3', fit: 'true-size', day: '2026-11-27', title: text(), side: 'top' },
      outline: { width: number(), depth: number() },
      groups: [{ letter: 'A', part: text(), screw: {}, count: 2, points: [{ x: number(), y: number() }] }],
    },
    {
      ...{ kind: 'labels', size: 'A4', code: pick(['code128', 'qrcode']), day: '2026-11-27' },
      labels: [{ text: text(), words: text() }],
    },
  ]);

const routes = [
  ['GET', () => '/health'],
  ['GET', () => '/unreadable'],
  ['GET', () => '/units'],
  ['POST', () => '/shop/events', () => item(shopEvent())],
  ['POST', () => '/shop/events', () => item(shopEvent())],
  ['GET', () => '/shop/technicians'],
  ['GET', () => `/units/${uuid()}`],
  ['GET', () => `/units/${uuid()}/earlier`],
  ['GET', () => `/units/${uuid()}/changes`],
  ['GET', () => '/models'],
  ['GET', () => `/models/${code()}`],
  ['GET', () => `/models/${code()}/evidence`],
  ['GET', () => `/models/${code()}/recordings`],
  ['GET', () => `/models/${code()}/jobs?behind=${text()}`],
  ['GET', () => `/models/${code()}/pictures`],
  ['GET', () => `/units?model=${code()}&left=${pick(['0', '1', 'x'])}`],
  ['GET', () => `/units/${uuid()}/hand-back`],
  ['GET', () => `/search?q=${text()}`],
  ['GET', () => `/search?q=${text()} ${code()}`],
  ['POST', () => '/papers', () => paper()],
  ['GET', () => `/papers/${uuid()}${pick(['', '/file'])}`],
  [
    'GET',
    () => `/models/${code()}/revisions/${pick(['latest', '1', '0', '-1', '1e9', '99999999999', 'x', '%'])}`,
  ],
  ['POST', () => '/recordings', () => ({ id: newId(), unitId: uuid() })],
  [
    'GET',
    () =>
      `/recordings/${uuid()}?after=${pick(['0', '1', '-1', 'x', '99999999999', '2147483648', '1e400', ''])}`,
  ],
  ['POST', () => `/recordings/${uuid()}/entries`, () => ({ items: [item(record())] })],
  ['GET', () => '/jobs'],
  ['GET', () => '/jobs/times'],
  ['POST', () => '/jobs', () => ({ id: newId(), unitId: uuid(), revision: number() })],
  ['GET', () => `/jobs/${uuid()}`],
  ['POST', () => `/jobs/${uuid()}/events`, () => ({ items: [item(event())] })],
  [
    'POST',
    () => `/jobs/${uuid()}/presence`,
    () => ({ device: uuid(), by: text(), step: pick([null, text()]) }),
  ],
  ['LIVE', () => `/${pick(['jobs', 'recordings'])}/${uuid()}/live`],
  ['GET', () => `/parts?q=${text()}`],
  ['GET', () => `/parts/${text()}`],
  ['GET', () => '/parts/wants'],
  ['GET', () => `/settings/${pick(['words', 'schools', 'x', 'constructor', '%00'])}`],
  ['PUT', () => `/pictures/${uuid()}`, () => 'no picture'],
  ['GET', () => `/pictures/${uuid()}${pick(['', '/small'])}`],
  [pick(['DELETE', 'PATCH', 'PUT']), () => `/${text()}/${text()}`],
];

/** As text in an address: mostly encoded, now and then as no client should. */
const asPath = (path) => {
  const raw = random(12) === 0;
  return raw
    ? path.replace(/[^\x21-\x7e]/g, '%')
    : path
        .split('/')
        .map((piece, i) =>
          i === 0
            ? piece
            : piece
                .split('?')
                .map((one, n) => (n === 0 ? encode(one) : one.split('=').map(encode).join('=')))
                .join('?'),
        )
        .join('/');
};
const encode = (piece) => {
  try {
    return encodeURIComponent(piece);
  } catch {
    return '%ED%A0%80';
  }
};

const types = () =>
  pick([
    { 'Content-Type': 'application/json' },
    { 'Content-Type': 'application/json' },
    { 'Content-Type': 'application/json; charset=utf-16le' },
    { 'Content-Type': 'application/json; charset=odd' },
    { 'Content-Type': 'text/plain' },
    { 'Content-Encoding': 'gzip' },
    {},
  ]);

/** One request; resolves with the status, the kind of answer and the time that it took. */
const ask = (method, path, headers, body) =>
  new Promise((resolve) => {
    const began = performance.now();
    const live = method === 'LIVE';
    let call;
    try {
      call = request({
        host: base.hostname,
        port: base.port,
        path: `/api${path}`,
        method: live ? 'GET' : method,
        headers,
        timeout: 8_000,
      });
    } catch (error) {
      // Node itself refuses to send it.
      resolve({ status: 0, unsent: error.message });
      return;
    }
    const end = (answer) => resolve({ ms: performance.now() - began, ...answer });
    call.on('response', (response) => {
      const answer = { status: response.statusCode, type: response.headers['content-type'] ?? '' };
      response.on('error', () => undefined);
      if (live && response.statusCode === 200) {
        response.destroy();
        end(answer);
        return;
      }
      let read = '';
      response.setEncoding('utf8');
      response.on('data', (piece) => (read += piece));
      response.on('end', () => end({ ...answer, read }));
    });
    call.on('timeout', () => call.destroy(new Error('timeout')));
    call.on('error', (error) => end({ status: -1, error: error.message }));
    if (body !== undefined) call.write(body);
    call.end();
  });

const faults = new Map();
const statuses = new Map();
function tell(message, about) {
  const fault = faults.get(message) ?? { times: 0, about };
  faults.set(message, { ...fault, times: fault.times + 1 });
}
async function one() {
  const [method, path, body] = pick(routes);
  const to = asPath(path());
  const made = body?.();
  const sent =
    made === undefined
      ? undefined
      : random(40) === 0
        ? pick(['{', '', 'x', '[[['.repeat(50)])
        : JSON.stringify(
            random(6) === 0
              ? anything()
              : typeof made === 'object' && made !== null
                ? perhapsSpoiled(made)
                : made,
          );
  const {
    status,
    type = '',
    ms = 0,
    error,
    read = '',
  } = await ask(method, to, { ...(sent === undefined ? {} : types()) }, sent);
  statuses.set(status, (statuses.get(status) ?? 0) + 1);
  const about = `${method} ${to.slice(0, 90)} ${sent?.slice(0, 240) ?? ''} ${read.slice(0, 160)}`;
  if (status >= 500) tell(`${status} ${method} ${to.split('/')[1]?.split('?')[0]}`, about);
  if (status === -1) tell(`no answer (${error})`, about);
  if (status >= 400 && status < 500 && !type.includes('problem+json') && read.length > 0)
    tell(`${status} without a problem document`, about);
  if (ms > 5_000) tell('over five seconds', about);
}

const lanes = 8;
let asked = 0;
await Promise.all(
  Array.from({ length: lanes }, async () => {
    while (asked++ < total) await one();
  }),
);
const alive = (await fetch(`${server.api}/health`)).ok;
await server.close();
for (const [message, { times, about }] of faults) console.log(`${times} × ${message}\n    ${about}`);
console.log(
  [...statuses]
    .sort(([a], [b]) => a - b)
    .map(([status, n]) => `${status}: ${n}`)
    .join(' · '),
);
console.log(
  `${total} requests: ${faults.size === 0 ? 'no 500, every refusal a problem document' : `${faults.size} faults`}; the server ${alive ? 'answers' : 'IS GONE'}`,
);
process.exit(faults.size === 0 && alive ? 0 : 1);
