import {
  sameDocument,
  standingName,
  subjectOf,
  type ShopEvent,
  type ShopEventOf,
  type Technician,
  type UnitChange,
} from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import { forgetUnit } from './forgetting.ts';
import { makeModel, publishRevision, tellModel, tellRevision } from './models.ts';
import { addWant, changeWant, countStock } from './parts.ts';
import { inTransaction, type Client, type Database } from './pool.ts';
import { pictureAct } from './stepPictures.ts';
import { tellCopying, tellForgetting, tellSchools, tellWord } from './settings.ts';
import { arriveUnit, tellUnit } from './units.ts';

/** An event as it was sent. */
export interface SentEvent<E extends ShopEvent = ShopEvent> {
  readonly id: string;
  readonly at: string;
  readonly by?: string | null | undefined;
  /** Who it is of and from which device, where there are accounts. */
  readonly person?: string | null;
  readonly device?: string | null;
  readonly body: E;
}

type Carrier<E extends ShopEvent> = (client: Client, event: SentEvent<E>) => Promise<void>;

/** What each kind of event does to the tables that hold what the log has come to; each refuses what cannot be. */
const carriers: { readonly [K in ShopEvent['kind']]: Carrier<ShopEventOf<K>> } = {
  'unit-arrived': (client, { at, body }) => arriveUnit(client, body, at),
  'unit-told': (client, { at, body }) => tellUnit(client, body, at),
  'model-made': (client, { body }) => makeModel(client, body),
  'model-told': (client, { body }) => tellModel(client, body),
  'revision-published': (client, { id, body }) => publishRevision(client, id, body),
  'revision-told': (client, { body }) => tellRevision(client, body),
  'act-pictured': (client, { body }) => pictureAct(client, body),
  'schools-told': (client, { body }) => tellSchools(client, body),
  'unit-forgotten': (client, { body }) => forgetUnit(client, body),
  'forgetting-told': (client, { body }) => tellForgetting(client, body),
  'copying-told': (client, { body }) => tellCopying(client, body),
  'word-told': (client, { body }) => tellWord(client, body),
  'want-added': (client, { at, body }) => addWant(client, body, at),
  'want-told': (client, { body }) => changeWant(client, body),
  'stock-counted': (client, { at, body }) => countStock(client, body, at),
  // The names are folded where they are read.
  'technician-renamed': () => Promise.resolve(),
};

/**
 * Adds an event to the log of the shop and carries it out, both or neither. One that is there already is not carried
 * out again; the same id with another body is refused. Answers whether it is new.
 */
export async function appendShopEvent(database: Database, event: SentEvent): Promise<boolean> {
  return inTransaction(database, async (client) => {
    const { id, at, by, person, device, body } = event;
    // Who sends the same at the same moment waits here for the first to be done.
    const { rowCount } = await client.query(
      `insert into shop_event (id, kind, subject, body, at, by, person_id, device_id)
       values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict (id) do nothing`,
      [
        ...[id, body.kind, subjectOf(body), JSON.stringify(body), at, by ?? null],
        ...[person ?? null, device ?? null],
      ],
    );
    if (rowCount === 0) {
      await refuseOther(client, id, body);
      return false;
    }
    await (carriers[body.kind] as Carrier<ShopEvent>)(client, { ...event, at: possible(at) });
    return true;
  });
}

/** A device whose clock runs ahead says nothing of the future: it would stand above all that is said until then. */
const possible = (at: string): string => {
  const now = new Date().toISOString();
  return at < now ? at : now;
};

async function refuseOther(client: Client, id: string, body: ShopEvent): Promise<void> {
  const { rows } = await client.query<{ body: unknown; erased: boolean }>(
    'select body, erased from shop_event where id = $1',
    [id],
  );
  // What it said is forgotten: whether it is the same nobody can tell any more, and it is not said again.
  if (rows[0]?.erased) return;
  if (!sameDocument(rows[0]?.body, JSON.parse(JSON.stringify(body))))
    throw new ProblemError('id-taken', `event ${id} is stored with another body`, { where: 'id' });
}

/** What was said of a unit after it arrived, the latest first. */
export async function changesOf(database: Database, unitId: string): Promise<UnitChange[]> {
  const { rows } = await database.query<Omit<UnitChange, 'at'> & { at: Date }>(
    `select id, at, by, body -> 'set' as set, body -> 'was' as was from shop_event
     where subject = $1 and kind = 'unit-told' order by seq desc limit 200`,
    [`unit/${unitId}`],
  );
  const nameOf = await namesOf(database);
  return rows.map((row) => ({ ...row, by: row.by && nameOf(row.by), at: row.at.toISOString() }));
}

/** Who a name stands for, after all corrections. */
export async function namesOf(database: Database): Promise<(name: string) => string> {
  const { rows } = await database.query<{ from: string; to: string }>(
    `select body ->> 'from' as from, body ->> 'to' as to from shop_event where kind = 'technician-renamed' order by seq`,
  );
  const renamed = new Map(rows.map(({ from, to }) => [from, to]));
  return (name) => standingName(renamed, name);
}

/** The names in a log, each found by its index behind the one before: a log is long and its names are few. */
const namesIn = (log: 'event' | 'entry'): string => `(
  with recursive name (by) as (
    (select min(by) from ${log})
    union all
    select (select min(by) from ${log} where by > name.by) from name where name.by is not null
  )
  select by from name where by is not null)`;

/** Everybody who ever said that they worked here, by the name that stands, with the names that stand for them. */
export async function listTechnicians(database: Database): Promise<Technician[]> {
  const { rows } = await database.query<{ by: string }>(
    `${namesIn('event')} union ${namesIn('entry')} union select by from shop_event where by is not null`,
  );
  const nameOf = await namesOf(database);
  const also = new Map<string, string[]>();
  for (const { by } of rows) {
    const name = nameOf(by);
    const others = also.get(name) ?? [];
    also.set(name, by === name ? others : [...others, by]);
  }
  return [...also]
    .map(([name, others]) => ({ name, also: others.sort() }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}
