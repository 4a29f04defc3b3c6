import { searchWords, type LoggedJob, type SearchHit, type Sequence, type UnitSummary } from '@bemtor/core';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { openTestApp, say, type TestApp } from './testing/app.ts';

/* One search over everything, on the demo. */

let made: TestApp;
beforeAll(async () => (made = await openTestApp({ demo: true })));
afterAll(() => made.close());
const get = async <T>(path: string): Promise<T> => (await request(made.app).get(path).expect(200)).body as T;
const search = async (text: string): Promise<SearchHit[]> =>
  (await get<{ hits: SearchHit[] }>(`/api/search?q=${encodeURIComponent(text)}`)).hits;
const ofKind = (hits: readonly SearchHit[], kind: SearchHit['kind']): string[] =>
  hits.filter((hit) => hit.kind === kind).map(({ title }) => title);

describe('search', () => {
  test('finds each unit by its ticket, by part of it, by its serial, and where a letter is wrong', async () => {
    const { units } = await get<{ units: UnitSummary[] }>('/api/units');
    for (const { label, serial } of units) {
      expect(ofKind(await search(label), 'unit')[0]).toBe(label);
      expect(ofKind(await search(label.replace(/\D+/g, '')), 'unit')).toContain(label);
      if (serial) expect(ofKind(await search(serial.toLowerCase()), 'unit')).toContain(label);
    }
    expect(ofKind(await search('SK-0412x'), 'unit')).toContain('SK-0412');
  });

  test('finds models by name, maker, code and a misspelling; what was merged says so', async () => {
    for (const text of ['lark', 'TL14-2', 'tervane lark', 'notebook lark'])
      expect((await search(text)).some(({ kind, model }) => kind === 'model' && model === 'TL14-2')).toBe(
        true,
      );
    expect(ofKind(await search('bryndahl'), 'model').length).toBeGreaterThan(0);
  });

  test('finds parts by number in any spelling and by name, steps and cautions of what stands', async () => {
    expect(ofKind(await search('tb 4471'), 'part')[0]).toContain('TB-4471');
    expect(ofKind(await search('rear foot strip'), 'part').some((title) => title.startsWith('TF-103'))).toBe(
      true,
    );
    const steps = (await search('battery bracket screws')).filter(({ kind }) => kind === 'step');
    expect(steps[0]).toMatchObject({ title: 'Battery bracket: remove 2 screws', revision: 1 });
    expect(ofKind(await search('puncture'), 'step').some((title) => title.startsWith('Caution: '))).toBe(
      true,
    );
    // Words of the model narrow it.
    const pilots = (await search('pilot battery')).filter(({ kind }) => kind === 'step');
    expect(pilots.length).toBeGreaterThan(0);
    expect(pilots.every(({ model }) => model === 'OP7-1')).toBe(true);
  });

  test('finds units that were handed back, jobs of a model, and notes wherever they were made', async () => {
    const { jobs } = await get<{ jobs: LoggedJob[] }>('/api/jobs');
    const job = jobs[0]!;
    expect(ofKind(await search(job.modelName), 'job').length).toBeGreaterThan(0);
    const unit = randomUUID();
    await say(made.app, { kind: 'unit-arrived', unit, label: 'ZZ-77', model: 'TL14-2' }).expect(201);
    await say(made.app, {
      ...{ kind: 'unit-told', unit },
      ...{
        set: { 'intake.notes': 'smells of seaweed', left: true },
        was: { 'intake.notes': '', left: false },
      },
    }).expect(201);
    const hits = await search('zz 77');
    expect(hits.find(({ kind }) => kind === 'unit')).toMatchObject({ title: 'ZZ-77', unit });
    expect(hits.find(({ kind }) => kind === 'unit')!.detail).toContain('handed back');
    expect((await search('seaweed')).find(({ kind }) => kind === 'note')).toMatchObject({
      title: 'smells of seaweed',
      detail: 'ZZ-77, noted at intake',
    });
  });

  test('a sequence that is published is found at once; one that is taken back is not, and the one before is again', async () => {
    const { document } = await get<{ document: Sequence }>('/api/models/OP7-1/revisions/1');
    const [first] = document.actions;
    const next = {
      ...document,
      actions: [{ ...first!, note: 'mind the walrus' }, ...document.actions.slice(1)],
    };
    const published = { kind: 'revision-published', model: 'OP7-1', follows: 1, document: next, note: '' };
    await say(made.app, published).expect(201);
    expect((await search('walrus')).find(({ kind }) => kind === 'step')).toMatchObject({
      model: 'OP7-1',
      revision: 2,
    });
    const back = { kind: 'revision-told', model: 'OP7-1', number: 2, withdrawn: true, reason: 'a slip' };
    await say(made.app, back).expect(201);
    expect(ofKind(await search('walrus'), 'step')).toEqual([]);
    expect((await search('pilot battery')).find(({ kind }) => kind === 'step')).toMatchObject({
      revision: 1,
    });
  });

  test('whatever is typed, there is an answer, and each step that is found holds all the words', async () => {
    expect(await search('')).toEqual([]);
    expect(await search('- & | ! :* ()')).toEqual([]);
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'grapheme', maxLength: 30 }), async (text) => {
        for (const { kind, title, detail } of await search(text))
          if (kind === 'step')
            for (const word of searchWords(text)) expect(`${title} ${detail}`.toLowerCase()).toContain(word);
      }),
      { numRuns: 60 },
    );
  });
});
