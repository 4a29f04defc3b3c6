import type { Audit, AuditKind, AuditRow } from '@bemtor/core';
import type { Asking } from '../db/pool.ts';

/** A page of the audit. */
const pageSize = 200;

export interface Audited {
  readonly kind: AuditKind;
  readonly person?: string | null;
  readonly device?: string | null;
  readonly about?: string;
}

/** Notes what was done about people, devices and copies, or refused; nothing is ever taken out. */
export async function audit(database: Asking, { kind, person, device, about }: Audited): Promise<void> {
  await database.query('insert into audit (kind, person, device, about) values ($1, $2, $3, $4)', [
    ...[kind, person ?? null, device ?? null, about ?? ''],
  ]);
}

export interface AuditQuery {
  readonly kind?: AuditKind | undefined;
  readonly person?: string | undefined;
  readonly before?: number | undefined;
  readonly most?: number | undefined;
}

/** The audit, the latest first. */
export async function readAudit(
  database: Asking,
  { kind, person, before, most = pageSize }: AuditQuery,
): Promise<Audit> {
  const { rows } = await database.query<Omit<AuditRow, 'at'> & { at: Date }>(
    `select seq::int as seq, at, kind, person, device, about from audit
     where ($1::text is null or kind = $1) and ($2::text is null or person = $2) and ($3::bigint is null or seq < $3)
     order by seq desc limit $4`,
    [kind ?? null, person ?? null, before ?? null, most],
  );
  const next = rows.length === most ? Number(rows.at(-1)?.seq) : null;
  return { rows: rows.map((row) => ({ ...row, at: row.at.toISOString() })) as AuditRow[], next };
}
