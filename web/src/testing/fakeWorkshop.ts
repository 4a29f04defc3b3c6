import { defaultSchools, emptyIntake } from '@bemtor/core';
import type {
  JobEventBody,
  JobSummary,
  RecordBody,
  Sequence,
  ShopEvent,
  StreamItem,
  Told,
  UnitSummary,
} from '@bemtor/core';
import { randomUUID } from 'node:crypto';
import { FakeShop } from './fakeShop.ts';

const at = '2026-01-05T08:00:00.000Z';

interface Sent {
  readonly id: string;
  readonly at: string;
  readonly by?: string;
  readonly body: { readonly kind: string };
}

/** A server that has one unit of a model, as the screens of a unit know it: its logs, and what it was told of the shop. */
export class FakeWorkshop extends FakeShop {
  /** Of each stream (`jobs/…`, `recordings/…`), what the server has. */
  readonly streams = new Map<string, StreamItem<{ readonly kind: string }>[]>();
  /** Its own for each workshop: what a device keeps outlives a test. */
  readonly unitId = randomUUID();
  unit: UnitSummary;
  readonly published: Sequence | null;

  constructor(sequence: Sequence, { isPublished = true } = {}) {
    super();
    this.published = isPublished ? sequence : null;
    const { code, maker, name, form } = sequence.model;
    const revision = isPublished ? 1 : null;
    this.unit = {
      ...{
        id: this.unitId,
        label: 'SK-0407',
        serial: 'TV-88',
        complaint: 'dies on battery',
        place: 'shelf 2',
      },
      ...{ arrivedAt: at, configuration: {}, revision: 0, leftAt: null, withdrawn: false },
      intake: emptyIntake,
      model: { code, maker, name, form, revision, retired: false, mergedInto: null },
      recording: null,
      job: null,
    } as unknown as UnitSummary;
    const model = `/models/${code}`;
    const empty = { pictures: {}, ties: {} };
    this.tell(model, { model: sequence.model, options: sequence.options ?? [], grounds: [], revisions: [] });
    if (this.published) this.tell(`${model}/revisions/1`, { ...this.revisionLine(1), document: sequence });
    this.tell(`${model}/pictures`, empty);
    this.tell(`${model}/evidence`, { evidence: [], settled: [] });
    this.tell(`${model}/recordings`, { recordings: [], next: null });
    this.tell('/settings/words', { value: [], revision: 0 });
    this.tell('/settings/schools', { value: defaultSchools, revision: 0 });
    this.tell('/jobs/times', { sums: {} });
    this.tell('/units', { units: [this.unit] });
    this.tell('/models', { models: [this.unit.model] });
  }

  revisionLine = (number: number) => ({ number, note: '', publishedAt: at, by: null, withdrawn: false });

  /** What the server answers to a path from here on. */
  tell(path: string, value: unknown): void {
    this.standing.set(path, value);
  }
  private readonly standing = new Map<string, unknown>();

  /** A job of the unit, begun and with nothing done. */
  private jobOf(id: string): JobSummary {
    const { model, label: unitLabel } = this.unit;
    return {
      ...{ id, unitId: this.unitId, unitLabel, modelName: model.name, modelCode: model.code, revision: 1 },
      ...{ targets: [], phase: 'down', at: 0, of: 0, nextTitle: null, startedAt: at, closedAt: null },
      ...{ workedSeconds: 0, clipped: false, plannedSeconds: 0, screwsOut: 0, missing: 0, balanced: false },
      ...{ open: [], remark: null, pausedSince: null, pauseReason: null, differences: 0, technicians: [] },
    };
  }

  /** A job of the unit is under way. */
  underWay(bodies: readonly JobEventBody[]): void {
    const id = randomUUID();
    this.fill(`jobs/${id}`, bodies);
    this.unit = { ...this.unit, job: this.jobOf(id) };
  }

  private fill(stream: string, bodies: readonly { readonly kind: string }[]): void {
    this.streams.set(
      stream,
      bodies.map((body, i) => ({ id: randomUUID(), at, seq: i + 1, by: null, body })),
    );
  }

  /** The unit was recorded, by such lines. */
  recorded(bodies: readonly RecordBody[]): void {
    const id = randomUUID();
    this.fill(`recordings/${id}`, bodies);
    this.unit = { ...this.unit, recording: { id, lines: bodies.length, lastAt: at } };
  }

  /** What the one stream of a kind has taken. */
  taken<Body = { readonly kind: string }>(kind: 'jobs' | 'recordings'): Body[] {
    return [...this.streams].flatMap(([key, items]) =>
      key.startsWith(kind) ? items.map(({ body }) => body as unknown as Body) : [],
    );
  }

  protected override reply(path: string, method: string, sent: unknown): unknown {
    const [, stream, last] =
      /^\/((?:jobs|recordings)\/[0-9a-f-]{36})(?:\/(?:events|entries))?(\?.*)?$/.exec(path) ?? [];
    if (stream)
      return method === 'GET' ? this.grown(stream, last ?? '') : this.take(stream, sent as { items: Sent[] });
    if (method === 'GET') return path === `/units/${this.unitId}` ? this.unit : this.standing.get(path);
    if (path.endsWith('/presence')) return { others: [] };
    if (path === '/jobs' || path === '/recordings') return this.begun(path.slice(1), sent as { id: string });
    const { body } = sent as { readonly body: ShopEvent };
    if (body.kind === 'unit-told' && body.unit === this.unitId) this.unit = this.unitTold(body);
    const answer = super.reply(path, method, sent);
    return body.kind === 'unit-told' && body.unit === this.unitId ? { stands: this.unit } : answer;
  }

  private unitTold({ set }: Told): UnitSummary {
    const { left, ...facts } = set as { readonly left?: boolean };
    const leftAt = left === undefined ? this.unit.leftAt : left ? at : null;
    return { ...this.unit, ...facts, leftAt, revision: this.unit.revision + 1 };
  }

  private begun(kind: string, { id }: { readonly id: string }): unknown {
    this.streams.set(`${kind}/${id}`, []);
    if (kind === 'jobs') this.unit = { ...this.unit, job: this.jobOf(id) };
    else this.unit = { ...this.unit, recording: { id, lines: 0, lastAt: null } };
    return { id };
  }

  private grown(stream: string, query: string): unknown {
    const all = this.streams.get(stream) ?? [];
    const after = Number(new URLSearchParams(query).get('after') ?? 0);
    return { items: all.filter(({ seq }) => seq > after), last: all.length };
  }

  private take(stream: string, { items }: { readonly items: readonly Sent[] }): unknown {
    const log = this.streams.get(stream) ?? [];
    for (const { id, at: when, by = null, body } of items)
      if (!log.some((known) => known.id === id)) log.push({ id, at: when, seq: log.length + 1, by, body });
    this.streams.set(stream, log);
    return { acknowledged: items.map(({ id }) => ({ id, seq: log.findIndex((one) => one.id === id) + 1 })) };
  }
}
