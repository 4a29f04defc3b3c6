import { forgottenEvent, type ShopEventOf } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import type { Client } from './pool.ts';

/** Photos of a unit's lines and steps. */
const photosOf = `
  select (e.body ->> 'picture')::uuid as id from entry e join recording r on r.id = e.recording_id
  where r.unit_id = $1 and e.kind = 'picture'
  union
  select (e.body ->> 'picture')::uuid from event e join job j on j.id = e.job_id
  where j.unit_id = $1 and e.kind = 'picture'`;

/** Those of them that show a model to everybody; they show a board, and stay. */
const shown = `
  select picture from act_picture
  union select picture from model where picture is not null
  union select (g ->> 'picture')::uuid from model, jsonb_array_elements(grounds) g`;

/**
 * Forgets what of a unit is its owner's: their words, the serial, notes of the intake and the photos that were taken of it.
 * The ledger, the steps and the times stay. Nobody takes that back.
 */
export async function forgetUnit(client: Client, { unit }: ShopEventOf<'unit-forgotten'>): Promise<void> {
  const { rows } = await client.query<{ label: string; here: boolean }>(
    'select label, left_at is null and not withdrawn as here from unit where id = $1 for update',
    [unit],
  );
  if (!rows[0]) throw new ProblemError('unit-unknown', unit);
  if (rows[0].here)
    throw new ProblemError('unit-here', `${rows[0].label} is on the bench`, { right: 'hand it back first' });
  await client.query(`delete from picture where id in (${photosOf}) and id not in (${shown})`, [unit]);
  await client.query(
    `update unit set complaint = '', serial = '', forgotten_at = now(), revision = revision + 1,
       intake = case when intake ? 'notes' then jsonb_set(intake, '{notes}', '""') else intake end where id = $1`,
    [unit],
  );
  const said = await client.query<{ seq: string; body: ShopEventOf<'unit-told'> }>(
    `select seq, body from shop_event where subject = $1 and kind = 'unit-told' for update`,
    [`unit/${unit}`],
  );
  for (const { seq, body } of said.rows)
    await client.query('update shop_event set body = $2, erased = true where seq = $1', [
      ...[seq, JSON.stringify(forgottenEvent(body))],
    ]);
}
