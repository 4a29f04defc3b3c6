import type { ModelSummary } from '@bemtor/core';
import { readFileSync } from 'node:fs';
import { expect, test } from './support/app.ts';
import { sayElsewhere, typeLine, typeLines } from './support/bench.ts';

/* The page of a model: from nothing to a sequence that is published twice and compared, its mat on paper. */

test('a model made from nothing with options and measures, recorded, published, edited, compared; its mat on paper', async ({
  page,
  app,
}) => {
  const models = async (): Promise<ModelSummary[]> =>
    ((await (await page.request.get(`${app.url}/api/models`)).json()) as { models: ModelSummary[] }).models;
  const standing = async () => (await models()).find(({ code }) => code === 'TW11-1');

  await page.goto('/models');
  await expect(page.getByTestId('model-TL14-2')).toBeVisible();
  await page.keyboard.press('n');
  await page.getByTestId('model-maker').locator('input').fill('Tervane');
  await page.getByTestId('model-name').locator('input').fill('Wren 11');
  await page.getByTestId('model-code').locator('input').fill('TL14-2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toHaveText('TL14-2 is known already.');
  await page.getByTestId('model-code').locator('input').fill('TW11-1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Wren 11' })).toBeVisible();

  // Measures that are none are said at the field; then they are kept, and one key takes them back.
  await page.keyboard.press('m');
  await page.getByTestId('outline-width').locator('input').fill('wide');
  await page.getByTestId('outline-depth').locator('input').fill('198');
  await expect(page.getByText('A length in millimetres up to 2000 is expected')).toBeVisible();
  await expect(page.getByTestId('keep-outline')).toBeDisabled();
  await page.getByTestId('outline-width').locator('input').fill('288,5');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('model-size')).toHaveText('288.5 × 198 mm');
  await page.keyboard.press('u');
  await expect(page.getByTestId('model-size')).toHaveText('nobody has measured it yet');
  await expect.poll(async () => (await standing())?.outlineMm ?? null).toBeNull();

  await page.keyboard.press('o');
  await page.getByTestId('add-option').click();
  await page.getByTestId('option-0').locator('input').fill('Keyboard');
  await expect(page.getByText('Keyboard has no values')).toBeVisible();
  for (const value of ['plain', 'backlit']) {
    await page.getByRole('combobox', { name: 'Values, each with Enter' }).fill(value);
    await page.keyboard.press('Enter');
  }
  await page.getByTestId('keep-options').click();
  await expect(page.getByTestId('model-option')).toHaveText('plain, backlit');
  await expect
    .poll(async () => (await standing())?.options)
    .toEqual([{ key: 'keyboard', label: 'Keyboard', values: ['plain', 'backlit'] }]);

  // A unit of it is recorded and published; a step is put right and published again.
  const unit = '0193b5c0-0002-7000-8000-00000000aa11';
  await sayElsewhere(page, app.url, { kind: 'unit-arrived', unit, label: 'SK-0430', model: 'TW11-1' });
  await page.goto(`/unit/${unit}/recorder`);
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLines(page, [
    'turn over',
    'base cover: 5 PH0 M2x5',
    'base cover off',
    'battery plug',
    'battery off',
  ]);
  await page.keyboard.press('F9');
  await expect(page.getByTestId('review-row').first()).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
  await page.goto(`/unit/${unit}/recorder`);
  await expect(page.getByTestId('strip-line').first()).toBeVisible();
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLine(page, 'fan 2 PH00 M2x4');
  await typeLine(page, 'fan off');
  await page.keyboard.press('F9');
  await expect(page.locator('[data-action="lift-fan"]')).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 2.');

  // The mat on paper asks for the measures that nobody has told, and keeps them for the model.
  await page.goto(`/unit/${unit}/mat`);
  await expect(page.getByTestId('mat-placed')).toBeVisible();
  await page.keyboard.press('f');
  await expect(page.getByTestId('mat-placed')).toHaveText('5 of 5 placed');
  await page.keyboard.press('p');
  await expect(page.getByTestId('mat-print')).toHaveText('PDF: width and depth are missing');
  await page.getByTestId('outline-width').locator('input').fill('288.5');
  await page.getByTestId('outline-depth').locator('input').fill('198');
  const download = page.waitForEvent('download');
  await page.getByTestId('mat-print').click();
  const mat = await download;
  expect(mat.suggestedFilename()).toBe('TW11-1-mat-bottom.pdf');
  expect(
    readFileSync(await mat.path())
      .subarray(0, 8)
      .toString(),
  ).toBe('%PDF-1.7');
  await expect.poll(async () => (await standing())?.outlineMm).toEqual({ width: 288.5, depth: 198 });

  // The model's page tells the revisions apart, and what follows from the work.
  await page.goto('/models/TW11-1?revision=1');
  await expect(page.getByRole('heading', { name: 'Revision 1, 4 steps' })).toBeVisible();
  await page.getByTestId('revision-2').click();
  await expect(page.getByRole('heading', { name: 'Revision 2, 6 steps' })).toBeVisible();
  await expect(page.getByTestId('change').filter({ hasText: 'New: Fan off' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByTestId('comparison')).toContainText('Base cover: remove 5 screws');
  await page.keyboard.press('3');
  await expect(page.getByRole('link', { name: 'SK-0430' })).toBeVisible();

  await page.goto('/models');
  await page.getByTestId('find-model').locator('input').fill('wren');
  await expect(page.locator('[data-testid^="model-"]')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Wren 11' })).toBeVisible();
});

test('an option that the sequence needs is not lost; recordings of one model are read side by side', async ({
  page,
}) => {
  await page.goto('/models/TL14-2');
  await expect(page.getByTestId('model-option').first()).toBeVisible();
  const before = await page.getByTestId('model-option').allTextContents();
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Take out Keyboard' }).click();
  await page.getByTestId('keep-options').click();
  await expect(page.getByTestId('told')).toContainText(
    'keep this value, or publish a sequence without it first',
  );
  await expect(page.getByTestId('model-option')).toHaveText(before);
  await page.keyboard.press('4');
  await expect(page.getByRole('link', { name: 'TB-4471', exact: true })).toBeVisible();
  await page.keyboard.press('5');
  await expect(page.getByTestId('step-time').first()).toBeVisible();
});
