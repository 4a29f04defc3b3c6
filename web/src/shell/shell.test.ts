import { describe, expect, test } from '@jest/globals';
import type { SearchHit } from '@bemtor/core';
import type { Command } from '../kit/commands.ts';
import { chosenRow, paletteRows, pathOf } from './paletteRows.ts';
import { goCommands, pageTitle, screenOf, screensOf } from './screens.ts';

const hit = (kind: SearchHit['kind'], title: string, more: Partial<SearchHit> = {}): SearchHit => ({
  kind,
  title,
  detail: '',
  model: null,
  unit: null,
  revision: null,
  number: null,
  ...more,
});
const command = (words: string): Command => ({ id: words, keys: [], words, run: () => undefined });

describe('the palette', () => {
  const rows = paletteRows(
    [command('hand back SK-0407'), command('battery')],
    [hit('unit', 'SK-0407, Lark 14'), hit('part', 'TB-4471')],
  );

  test('what can be done comes first, then what was found', () => {
    expect(rows.map(({ kind, title }) => `${kind} ${title}`)).toEqual([
      'command hand back SK-0407',
      'command battery',
      'unit SK-0407, Lark 14',
      'part TB-4471',
    ]);
  });

  test('a ticket or a number that was scanned is gone to, whatever command names it', () => {
    expect(chosenRow(rows, 'sk 0407')).toBe(2);
    expect(chosenRow(rows, 'tb4471')).toBe(3);
    expect(chosenRow(rows, 'hinge')).toBe(0);
    expect(chosenRow(rows, '')).toBe(0);
    expect(chosenRow([], 'x')).toBe(0);
  });

  test('each kind has its page', () => {
    expect(pathOf(hit('unit', '', { unit: 'u1' }))).toBe('/unit/u1/intake');
    expect(pathOf(hit('job', '', { unit: 'u1' }))).toBe('/unit/u1/run');
    expect(pathOf(hit('note', '', { unit: 'u1' }))).toBe('/unit/u1/intake');
    expect(pathOf(hit('part', '', { number: 'T 8/1' }))).toBe('/parts?q=T%208%2F1');
    expect(pathOf(hit('model', '', { model: 'TL 14' }))).toBe('/models/TL%2014');
    expect(pathOf(hit('step', '', { model: 'TL14', revision: 3 }))).toBe('/models/TL14?revision=3');
  });
});

describe('the screens', () => {
  test('those of a unit need one; the others are always there', () => {
    const without = screensOf(null).filter(({ to }) => to === null);
    expect(without.map(({ name }) => name)).toEqual(['intake', 'recorder', 'review', 'route', 'run', 'mat']);
    expect(screensOf('u1').find(({ name }) => name === 'mat')?.to).toBe('/unit/u1/mat');
    const gone: string[] = [];
    for (const { run } of goCommands(screensOf(null), (to) => void gone.push(to))) run();
    expect(gone).toEqual(['/', '/models', '/parts', '/maths', '/logbook', '/shop']);
  });

  test('the title of a page names the screen and the unit', () => {
    expect(pageTitle('run', { label: 'SK-0407', model: 'Tervane Lark 14' })).toBe(
      'Run · SK-0407, Tervane Lark 14 · Bemtor',
    );
    expect(pageTitle('parts', null)).toBe('Parts · Bemtor');
    expect(pageTitle('import', null)).toBe('Bring a guide in · Bemtor');
    expect([screenOf('model'), screenOf('waiting'), screenOf('run')]).toEqual(['models', 'bench', 'run']);
  });
});
