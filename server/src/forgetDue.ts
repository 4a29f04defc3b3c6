import { defaultForgetting, forgettingSchema } from '@bemtor/core';
import { randomUUID } from 'node:crypto';
import { audit } from './accounts/audit.ts';
import type { Database } from './db/pool.ts';
import { readSetting } from './db/settings.ts';
import { appendShopEvent } from './db/shopLog.ts';

/** So many at a time; the rest comes an hour later. */
const mostAtOnce = 500;

/** Forgets the units whose time is over by the rule of the shop; answers with how many. */
export async function forgetDue(database: Database, now: Date): Promise<number> {
  const { value } = await readSetting(database, 'forgetting', defaultForgetting);
  const { afterDays } = forgettingSchema.catch(defaultForgetting).parse(value);
  if (afterDays === null) return 0;
  const { rows } = await database.query<{ id: string; label: string }>(
    `select id, label from unit where left_at < $1::timestamptz - $2 * interval '1 day' and forgotten_at is null
     order by left_at limit $3`,
    [now, afterDays, mostAtOnce],
  );
  for (const { id, label } of rows) {
    await appendShopEvent(database, {
      ...{ id: randomUUID(), at: now.toISOString() },
      body: { kind: 'unit-forgotten', unit: id },
    });
    await audit(database, {
      kind: 'unit-forgotten',
      about: `${label}, ${afterDays} days after it was handed back`,
    });
  }
  return rows.length;
}
