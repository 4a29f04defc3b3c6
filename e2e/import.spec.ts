import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { expect, test } from './support/app.ts';
import { theirColumns, theirTable } from './support/theirTable.ts';

/* What others wrote comes in: read, looked at line by line, put right, and only then kept. */

const bin = new URL('../cli/bin/bemtor.js', import.meta.url).pathname;
const lark = new URL('../demo/sequences/lark-14.json', import.meta.url).pathname;

test('a faulty table from elsewhere: columns told, lines put right and left out, published; the next of its kind is read at once', async ({
  page,
  app,
}) => {
  const file = { name: 'theirs.csv', mimeType: 'text/csv', buffer: Buffer.from(theirTable) };
  await page.goto('/models');
  await expect(page.getByTestId('model-TL14-2')).toBeVisible();
  await page.keyboard.press('i');
  await page.getByTestId('import-file').locator('input').setInputFiles(file);
  await expect(page.getByTestId('import-notes')).toContainText('say which column holds the words of a step');
  await expect(page.getByTestId('import-accept')).toContainText('No step is understood yet');
  for (const [field, column] of theirColumns) {
    await page.getByTestId(`map-${field}`).click();
    await page.getByRole('option', { name: column, exact: true }).click();
  }
  const lines = page.getByTestId('import-line');
  await expect(lines).toHaveCount(7);
  await expect(page.getByTestId('import-notes')).toContainText('columns that are not taken in: Pos');
  await expect(page.getByTestId('import-sum')).toContainText('2 lines to look at');

  // The first that is not understood is put right as a bench line, the second is left out.
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('n');
  await expect(page.locator('[data-testid=import-line].here')).toContainText('frobnicate');
  await page.keyboard.press('e');
  await page.getByTestId('mend-line').locator('input').fill('peel base cover seal');
  await page.keyboard.press('Enter');
  await page.keyboard.press('n');
  await expect(page.locator('[data-testid=import-line].here')).toContainText('coffee');
  await page.keyboard.press('x');
  await expect(page.getByTestId('import-sum')).not.toContainText('to look at');
  await expect(page.getByTestId('import-notes')).toContainText('left out by hand: row 7');

  // Nothing is kept until it is accepted.
  const models = async () =>
    (
      (await (await page.request.get(`${app.url}/api/models`)).json()) as {
        models: { code: string; revision: number }[];
      }
    ).models;
  const wren = async () => (await models()).find(({ code }) => code === 'TW11-1');
  expect(await wren()).toBeUndefined();
  await page.getByRole('combobox', { name: 'Code of the model' }).fill('TW11-1');
  await page.getByTestId('import-maker').locator('input').fill('Tervane');
  await expect(page.getByTestId('import-accept')).toContainText('Name the model');
  await page.getByTestId('import-name').locator('input').fill('Wren 11');
  await expect(page.getByTestId('import-accept')).toContainText('Make TW11-1 and publish it');
  await page.getByTestId('import-accept').click();
  await expect(page.getByTestId('told')).toContainText('theirs.csv is revision 1 of TW11-1.');
  expect((await wren())?.revision).toBe(1);
  const { document } = (await (
    await page.request.get(`${app.url}/api/models/TW11-1/revisions/1`)
  ).json()) as {
    document: { actions: { id: string; cautions: string[] }[]; joints: { count?: number }[] };
  };
  expect(document.actions.map(({ id }) => id)).toEqual(
    expect.arrayContaining(['unscrew-base-cover', 'lift-base-cover', 'unplug-battery', 'lift-battery']),
  );
  expect(document.actions.flatMap(({ cautions }) => cautions)).toEqual(['Clips are brittle']);

  await page.keyboard.press('u');
  await expect(page.getByTestId('told')).toContainText('Revision 1 of TW11-1 is taken back.');
  await page.getByTestId('import-file').locator('input').setInputFiles(file);
  await expect(lines).toHaveCount(7);
});

test('an archive that Bemtor wrote comes in as it went out, its photo at its step; a hostile one is refused in one line', async ({
  page,
  app,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'bemtor-import-'));
  execFileSync(process.execPath, [bin, 'export', lark, '--to', 'json', '--out', join(folder, 'lark.json')]);
  const photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#336655' } })
    .jpeg()
    .toBuffer();
  const archive = zipSync({
    'sequence.json': new Uint8Array(readFileSync(join(folder, 'lark.json'))),
    'pictures.json': strToU8(JSON.stringify({ 'lift-battery': ['pictures/a1.jpg'] })),
    'pictures/a1.jpg': new Uint8Array(photo),
  });
  await page.goto('/import');
  const choose = (name: string, content: Uint8Array) =>
    page
      .getByTestId('import-file')
      .locator('input')
      .setInputFiles({ name, mimeType: 'application/zip', buffer: Buffer.from(content) });
  await choose('bad.zip', zipSync({ '../../x': strToU8('x') }));
  await expect(page.getByTestId('import-fault')).toContainText('names a file outside of itself: ../../x');
  await choose('lark.zip', archive);
  await expect(page.getByText('all of it as it stands, with 1 photo.')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Code of the model' })).toHaveValue('TL14-2');
  await page.getByTestId('import-accept').click();
  await expect(page.getByTestId('told')).toContainText('lark.zip is revision 2 of TL14-2.');
  const read = async <T>(path: string): Promise<T> =>
    (await (await page.request.get(`${app.url}/api/models/TL14-2/${path}`)).json()) as T;
  const [first, second] = await Promise.all(
    [1, 2].map((number) => read<{ document: object }>(`revisions/${number}`)),
  );
  expect(second!.document).toEqual(first!.document);
  await expect
    .poll(
      async () =>
        (await read<{ pictures: Record<string, string[]> }>('pictures')).pictures['lift-battery']?.length ??
        0,
    )
    .toBeGreaterThan(0);
});

test('pasted bench lines, and words that are none', async ({ page }) => {
  await page.goto('/import');
  await page
    .getByTestId('import-text')
    .locator('textarea')
    .first()
    .fill('base cover 5 PH0 M2x5\nbase cover off\n');
  await page.getByTestId('import-read').click();
  await expect(page.getByTestId('import-line')).toHaveCount(2);
  await page.keyboard.press('Escape');
  await page.getByTestId('import-text').locator('textarea').first().fill('{"format": "bemtor.sequence/9"}');
  await page.getByTestId('import-read').click();
  await expect(page.getByTestId('import-fault')).toContainText('"bemtor.sequence/1" is expected');
});
