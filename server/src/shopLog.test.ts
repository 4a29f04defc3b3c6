import type { ModelSummary, ShopEvent, UnitSummary } from '@bemtor/core';
import { afterAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import request from 'supertest';
import { openTestApp, openUnitOf, say } from './testing/app.ts';

/* What is said of units, models, sequences, words and ways of working: once each, by field, and taken back. */

const { app, database, close } = await openTestApp({ demo: true });
afterAll(close);

const get = async (path: string) => (await request(app).get(`/api${path}`).expect(200)).body;
const arrive = (unit: string, label: string, model = 'TL14-2') =>
  say(app, { kind: 'unit-arrived', unit, label, model });
const tell = (unit: string, set: object, was: object, more: object = {}) =>
  say(app, { kind: 'unit-told', unit, set, was }, more);
const listed = async (query = ''): Promise<string[]> =>
  (await get(`/units${query}`)).units.map(({ id }: UnitSummary) => id);

describe('a unit', () => {
  test('arrives once, however often that is sent; a ticket is one unit’s on the bench', async () => {
    const [unit, id] = [randomUUID(), randomUUID()];
    const event = { kind: 'unit-arrived', unit, label: 'SK-0500', model: 'TL14-2' };
    const first = await say(app, event, { id }).expect(201);
    expect(first.body.stands).toMatchObject({
      ...{ label: 'SK-0500', revision: 1, configuration: {} },
      intake: { marks: [], symptoms: [] },
    });
    const answers = await Promise.all([1, 2, 3].map(() => say(app, event, { id })));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    expect((await say(app, { ...event, label: 'SK-0501' }, { id }).expect(409)).body.code).toBe('id-taken');
    const other = await arrive(randomUUID(), 'SK-0500').expect(409);
    expect(other.body).toMatchObject({ code: 'label-taken', where: 'label' });
    expect((await arrive(randomUUID(), 'SK-0502', 'none').expect(404)).body.code).toBe('model-unknown');
    // What was refused is in no log, and may be sent again once it is put right.
    const { rows } = await database.query("select 1 from shop_event where body ->> 'label' = 'SK-0502'");
    expect(rows).toEqual([]);
  });

  test('is told of by field: two who speak of different fields both stand, of one the second learns what stands', async () => {
    const unit = randomUUID();
    await arrive(unit, 'SK-0503').expect(201);
    await tell(unit, { serial: 'L14-2-55140', 'configuration.keyboard': 'plain' }, { serial: '' }).expect(
      201,
    );
    await tell(
      unit,
      { complaint: 'noisy', 'intake.symptoms': ['noise'] },
      { complaint: '', 'intake.symptoms': [] },
    );
    const stands = await get(`/units/${unit}`);
    expect(stands).toMatchObject({
      ...{ serial: 'L14-2-55140', complaint: 'noisy', configuration: { keyboard: 'plain' }, revision: 3 },
      intake: { symptoms: ['noise'] },
    });
    const late = await tell(
      unit,
      { complaint: 'quiet', place: 'Shelf' },
      { complaint: '', place: '' },
    ).expect(412);
    expect(late.body).toMatchObject({
      code: 'unit-conflict',
      where: 'complaint',
      stands: { complaint: 'noisy' },
    });
    // The same said by another hand is no dispute; a refused event changes nothing, not even its other fields.
    await tell(unit, { complaint: 'noisy' }, { complaint: '' }).expect(201);
    expect(await get(`/units/${unit}`)).toMatchObject({ complaint: 'noisy', place: '' });
    const odd = await tell(unit, { 'intake.symptoms': ['sings'] }, { 'intake.symptoms': ['noise'] }).expect(
      400,
    );
    expect(odd.body.where).toBe('set.intake.symptoms.0');
    for (const at of ['wings', '__proto__.x', 'intake', 'configuration', 'constructor.name'])
      await tell(unit, { [at]: 'x' }, {}).expect(({ status }) => expect([400, 412]).toContain(status));
    const earlier: UnitSummary[] = (await get(`/units/${unit}/earlier`)).units;
    expect(earlier.map(({ label }) => label)).toEqual(['SK-0350', 'SK-0407']);
  });

  test('ticket, serial and model are put right, with what they were and who said so', async () => {
    const { unit } = await openUnitOf(app, 'TL14-3');
    const was = { label: `T-${unit.slice(0, 8)}`, serial: '', model: 'TL14-3' };
    const set = { label: 'RIGHT-1', serial: 'S-2', model: 'TL14-2' };
    await tell(unit, set, was, { by: 'Runa' }).expect(201);
    expect(await get(`/units/${unit}`)).toMatchObject({
      label: 'RIGHT-1',
      serial: 'S-2',
      model: { code: 'TL14-2' },
    });
    expect((await get(`/units/${unit}/changes`)).changes).toMatchObject([{ by: 'Runa', set, was }]);
    expect((await tell(unit, { label: 'SK-0407' }, { label: 'RIGHT-1' }).expect(409)).body.code).toBe(
      'label-taken',
    );
    const none = await tell(unit, { model: 'none' }, { model: 'TL14-2' }).expect(404);
    expect(none.body.code).toBe('model-unknown');
    await request(app).post('/api/jobs').send({ id: randomUUID(), unitId: unit, revision: 1 }).expect(201);
    const fixed = await tell(unit, { model: 'TL14-3' }, { model: 'TL14-2' }).expect(409);
    expect(fixed.body.code).toBe('model-fixed');
  });

  test('one handed back is in its own list, its ticket is free, and it can come again; a withdrawn one is in none', async () => {
    const [unit, second] = [randomUUID(), randomUUID()];
    await arrive(unit, 'AGAIN-1').expect(201);
    await tell(unit, { left: true }, { left: false }).expect(201);
    expect(await listed()).not.toContain(unit);
    expect((await listed('?left=1'))[0]).toBe(unit);
    await arrive(second, 'AGAIN-1').expect(201);
    // Two on the bench under one ticket would be mixed up.
    const back = () => tell(unit, { left: false }, { left: true });
    expect((await back().expect(409)).body.code).toBe('label-taken');
    await tell(second, { withdrawn: true }, { withdrawn: false }).expect(201);
    expect(await listed()).not.toContain(second);
    expect(await listed('?left=1')).not.toContain(second);
    await back().expect(201);
    expect(await listed()).toContain(unit);
    await tell(second, { withdrawn: false }, { withdrawn: true }).expect(409);
  });
});

describe('a model', () => {
  const made = { kind: 'model-made', maker: 'Tervane', name: 'Wren 11', code: 'TW11-1', form: 'notebook' };
  const told = (model: string, set: object, was: object) => say(app, { kind: 'model-told', model, set, was });
  const summary = async (code: string): Promise<ModelSummary | undefined> =>
    ((await get('/models')).models as ModelSummary[]).find((model) => model.code === code);

  test('is made, put right, retired and brought back; the same code with another name is refused', async () => {
    await say(app, made).expect(201);
    await say(app, made).expect(201);
    expect((await say(app, { ...made, name: 'Other' }).expect(409)).body.code).toBe('id-taken');
    expect(await summary('TW11-1')).toMatchObject({ name: 'Wren 11', revision: null, retired: false });
    await told('TW11-1', { name: 'Wren 11 S' }, { name: 'Wren 11' }).expect(201);
    const late = await told('TW11-1', { name: 'Wren' }, { name: 'Wren 11' }).expect(412);
    expect(late.body).toMatchObject({ code: 'model-conflict', stands: { name: 'Wren 11 S' } });
    const retired = await told('TW11-1', { retired: true }, { retired: false }).expect(201);
    expect(retired.body.stands).toMatchObject({ retired: true, name: 'Wren 11 S' });
    await told('TW11-1', { retired: false }, { retired: true }).expect(201);
    expect((await summary('TW11-1'))?.retired).toBe(false);
    expect((await told('TW11-1', { form: 'wagon' }, { form: 'notebook' }).expect(400)).body.where).toBe(
      'set.form',
    );
  });

  test('two spellings are one: its units follow the other’s sequence, and part again', async () => {
    await say(app, { ...made, code: 'TL 14-2', name: 'Lark 14 two' }).expect(201);
    const { unit } = await openUnitOf(app, 'TL 14-2');
    const into = (model: string, code: string) => told(model, { mergedInto: code }, { mergedInto: null });
    expect((await into('TL14-2', 'TL 14-2').expect(409)).body.right).toBe('merge TL 14-2 into TL14-2');
    expect((await into('TL 14-2', 'TL 14-2').expect(409)).body.code).toBe('model-merged');
    expect((await into('TL 14-2', 'none').expect(404)).body.code).toBe('model-unknown');
    await into('TL 14-2', 'TL14-2').expect(201);
    expect((await get(`/units/${unit}`)).model).toMatchObject({ code: 'TL14-2', revision: 1 });
    await request(app).post('/api/jobs').send({ id: randomUUID(), unitId: unit, revision: 1 }).expect(201);
    expect((await into('TL14-2', 'TW11-1').expect(409)).body.right).toContain('part these first');
    expect((await into('TW11-1', 'TL 14-2').expect(409)).body.right).toContain('TL14-2');
    await told('TL 14-2', { mergedInto: null }, { mergedInto: 'TL14-2' }).expect(201);
    expect((await get(`/units/${unit}`)).model).toMatchObject({ code: 'TL 14-2', revision: null });
    // The job goes on with the revision that it follows.
    expect((await get(`/units/${unit}`)).job).toMatchObject({ modelCode: 'TL14-2', revision: 1 });
  });
});

describe('a sequence', () => {
  const document = () =>
    JSON.parse(readFileSync(new URL('../../demo/sequences/lark-14.json', import.meta.url), 'utf8'));
  const publish = (model: string, follows: number, sequence: object, more: object = {}) =>
    say(app, { kind: 'revision-published', model, follows, document: sequence }, more);
  const of = (code: string) => ({ ...document(), model: { ...document().model, code } });

  test('the first, then the second; who follows one that no longer stands is refused with both numbers', async () => {
    await request(app).get('/api/models/TL14-3/revisions/latest').expect(404);
    const event = { id: randomUUID(), by: 'Runa' };
    const first = await publish('TL14-3', 0, of('TL14-3'), event).expect(201);
    expect(first.body.stands).toEqual({ number: 1 });
    // The answer was lost: it is published once, and the number is told again.
    const again = await publish('TL14-3', 0, of('TL14-3'), event).expect(200);
    expect(again.body.stands).toEqual({ number: 1 });
    await publish('TL14-3', 1, of('TL14-3')).expect(201);
    const late = await publish('TL14-3', 1, of('TL14-3')).expect(412);
    expect(late.type).toBe('application/problem+json');
    expect(late.body).toMatchObject({ code: 'revision-conflict', current: 2 });
    expect(await get('/models/TL14-3/revisions/latest')).toMatchObject({ number: 2, withdrawn: false });
    expect(await get('/models/TL14-3/revisions/1')).toMatchObject({ number: 1, by: 'Runa' });
  });

  test('is taken back, stands again, and numbers are never used twice', async () => {
    const told = (number: number, withdrawn: boolean) =>
      say(app, {
        kind: 'revision-told',
        model: 'TL14-3',
        number,
        withdrawn,
        reason: 'a screw was forgotten',
      });
    const { unit } = await openUnitOf(app, 'TL14-3');
    await request(app).post('/api/jobs').send({ id: randomUUID(), unitId: unit, revision: 2 }).expect(201);
    await told(2, true).expect(201);
    expect((await get('/models/TL14-3/revisions/latest')).number).toBe(1);
    expect((await get(`/units/${unit}`)).job).toMatchObject({ revision: 2 });
    const third = await publish('TL14-3', 1, of('TL14-3')).expect(201);
    expect(third.body.stands).toEqual({ number: 3 });
    await told(3, true).expect(201);
    await told(2, false).expect(201);
    expect((await get('/models/TL14-3/revisions/latest')).number).toBe(2);
    const { revisions } = await get('/models/TL14-3');
    expect(
      revisions.map(({ number, withdrawn }: { number: number; withdrawn: boolean }) => [number, withdrawn]),
    ).toEqual([
      [3, true],
      [2, false],
      [1, false],
    ]);
    expect((await told(9, true).expect(404)).body.code).toBe('revision-unknown');
  });

  test('two who publish at once: one wins, the other is told', async () => {
    const answers = await Promise.all([1, 2, 3].map(() => publish('TL14-2', 1, document())));
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 412, 412]);
  });

  test('with a reference into nothing, or of another model, names the place', async () => {
    const sequence = document();
    sequence.needs[0].anyOf = ['no-such-act'];
    const dangling = await publish('TL14-2', 2, sequence).expect(422);
    expect(dangling.body).toMatchObject({ code: 'document-faulty', where: 'document.needs.0.anyOf' });
    const other = await publish('OP7-1', 1, document()).expect(422);
    expect(other.body.where).toBe('document.model.code');
  });
});

describe('the shop itself', () => {
  test('how it works is told answer by answer, with defaults; what is no school is refused', async () => {
    const schools = (set: object, was: object) => say(app, { kind: 'schools-told', set, was });
    expect(await get('/settings/schools')).toMatchObject({ revision: 0, value: { keep: 'cell' } });
    expect((await schools({ keep: 'pocket' }, { keep: 'cell' }).expect(400)).body.where).toBe('set.keep');
    const both = await Promise.all([
      schools({ keep: 'mat' }, { keep: 'cell' }),
      schools({ drain: 'wait' }, { drain: 'hold' }),
    ]);
    expect(both.map(({ status }) => status)).toEqual([201, 201]);
    expect(await get('/settings/schools')).toMatchObject({
      revision: 2,
      value: { keep: 'mat', drain: 'wait' },
    });
    const late = await schools({ keep: 'tape' }, { keep: 'cell' }).expect(412);
    expect(late.body).toMatchObject({ code: 'setting-conflict', stands: { keep: 'mat' } });
    await request(app).get('/api/settings/nothing').expect(404);
  });

  test('its words grow one by one, also at once; a word is put right and taken out', async () => {
    const word = (text: string, means: string | null, was: string | null) =>
      say(app, { kind: 'word-told', word: text, means, was });
    const answers = await Promise.all(['one', 'two', 'three'].map((text) => word(text, 'fan', null)));
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201]);
    await word('One', 'display cable', 'fan').expect(201);
    expect((await word('one', 'lid', 'fan').expect(412)).body.stands).toBe('display cable');
    await word('two', null, 'fan').expect(201);
    await word(' ', 'fan', null).expect(400);
    const { value } = await get('/settings/words');
    expect(
      value.map(({ word: text, means }: { word: string; means: string }) => `${text}: ${means}`).sort(),
    ).toEqual(['One: display cable', 'three: fan']);
  });

  test('who worked is put right everywhere, two names of one person become one, and part again', async () => {
    const renamed = (from: string, to: string) => say(app, { kind: 'technician-renamed', from, to });
    const { unit } = await openUnitOf(app, 'TL14-2');
    const job = randomUUID();
    await request(app).post('/api/jobs').send({ id: job, unitId: unit, revision: 1 }).expect(201);
    const items = ['Rnua', 'Runa', 'R.'].map((by) => ({
      ...{ id: randomUUID(), at: new Date().toISOString(), by },
      body: { kind: 'note', step: null, text: 'x' },
    }));
    await request(app).post(`/api/jobs/${job}/events`).send({ items }).expect(200);
    const workers = async () => (await get(`/units/${unit}`)).job.technicians;
    expect(await workers()).toEqual(['Rnua', 'Runa', 'R.']);
    await renamed('Rnua', 'Runa').expect(201);
    const { body } = await renamed('R.', 'Rnua').expect(201);
    expect(await workers()).toEqual(['Runa']);
    expect(body.stands).toContainEqual({ name: 'Runa', also: ['R.', 'Rnua'] });
    await renamed('Rnua', 'Rnua').expect(201);
    expect(await workers()).toEqual(['Rnua', 'Runa']);
    await renamed('', 'x').expect(400);
  });
});

test('whatever is said in whatever order, sent again or at once: each event is carried out once, or refused with a reason', async () => {
  const units = [randomUUID(), randomUUID()];
  const text = fc.constantFrom('', 'a', 'b');
  const event = fc.oneof<fc.Arbitrary<ShopEvent>[]>(
    fc.record({
      kind: fc.constant('unit-arrived' as const),
      unit: fc.constantFrom(...units),
      label: fc.constantFrom('P-1', 'P-2'),
      model: fc.constantFrom('TL14-2', 'none'),
    }),
    fc.record({
      kind: fc.constant('unit-told' as const),
      unit: fc.constantFrom(...units),
      set: fc.record({ complaint: text }),
      was: fc.record({ complaint: text }),
    }),
    fc.record({
      kind: fc.constant('unit-told' as const),
      unit: fc.constantFrom(...units),
      set: fc.record({ left: fc.boolean() }),
      was: fc.record({ left: fc.boolean() }),
    }),
    fc.record({
      kind: fc.constant('stock-counted' as const),
      number: fc.constant('P-77'),
      onHand: fc.nat(5),
      ordered: fc.nat(5),
    }),
    fc.record({
      kind: fc.constant('word-told' as const),
      word: fc.constant('prop'),
      means: fc.constantFrom('fan', null),
      was: fc.constantFrom('fan', null),
    }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(event, { minLength: 1, maxLength: 12 }), async (events) => {
      const sent = events.map((body) => ({ id: randomUUID(), body }));
      // Each is sent twice at the same moment, as by two tabs of one browser.
      for (const { id, body } of sent) {
        const [one, two] = await Promise.all([say(app, body, { id }), say(app, body, { id })]);
        const statuses = [one.status, two.status].sort();
        if (statuses[0] === 200) expect(statuses).toEqual([200, 201]);
        else {
          expect(statuses[0]).toBeGreaterThanOrEqual(400);
          expect(statuses[1]).toBeLessThan(500);
          expect(one.body.code).toEqual(expect.any(String));
        }
        const { rows } = await database.query('select 1 from shop_event where id = $1', [id]);
        expect(rows).toHaveLength(statuses[0] === 200 ? 1 : 0);
      }
    }),
    { numRuns: 15 },
  );
});
