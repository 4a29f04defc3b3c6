import type { ModelSummary, UnitSummary } from '@bemtor/core';
import type { Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import { fillNewModel, onDevice, openUnit, sayElsewhere, typeLines, tryNow, field } from './support/bench.ts';

/* What is said of units, models, stock and the shop: kept here first, shown at once, disputed in sight, taken back. */

const unitOf = async (page: Page, url: string, label: string): Promise<UnitSummary | undefined> => {
  const { units } = (await (await page.request.get(`${url}/api/units`)).json()) as { units: UnitSummary[] };
  return units.find((unit) => unit.label === label);
};

test('a unit of a new model comes while the server is away: told of, recorded, corrected, and all of it is there afterwards', async ({
  page,
  app,
}) => {
  await page.goto('/');
  await expect(page.getByTestId('unit-SK-0415')).toBeVisible();
  await onDevice(page);
  await app.kill();
  await page.keyboard.press('a');
  await fillNewModel(page, 'SK-0430', { maker: 'Tervane', name: 'Wren 11', code: 'TW11-1' });
  await page.getByRole('button', { name: 'To intake' }).click();
  await field(page, 'complaint').fill('Stops at the quay');
  await expect(page.getByTestId('intake-state')).toHaveText('Not saved yet: the server does not answer');
  await page.reload();
  await expect(field(page, 'complaint')).toHaveValue('Stops at the quay');
  await page.getByRole('link', { name: 'Recorder' }).click();
  await expect(page.getByTestId('bench-line')).toBeFocused();
  for (const line of ['base cover 7 PH0 M2x5', 'base cover off']) {
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByTestId('strip-line')).toHaveCount(2);

  await page.goto('/');
  const card = page.getByTestId('unit-SK-0430');
  await expect(card).toContainText('Wren 11');
  await expect(page.getByTestId('waits-SK-0430')).toBeVisible();
  await card.getByText('Stops at the quay').click();
  await page.keyboard.press('c');
  await page.getByLabel('Serial').fill('W-77');
  await page.keyboard.press('Enter');
  await expect(card).toContainText('W-77');
  await page.getByTestId('to-waiting').click();
  await expect(page.getByTestId('waiting-said')).toContainText('SK-0430 arrives, a TW11-1');
  await expect(page.getByTestId('waiting-said')).toContainText('the owner’s words “Stops at the quay”');

  await app.start();
  await tryNow(page);
  await expect(page.getByText('Nothing waits')).toBeVisible({ timeout: 20_000 });
  expect(await unitOf(page, app.url, 'SK-0430')).toMatchObject({
    ...{ complaint: 'Stops at the quay', serial: 'W-77', recording: { lines: 2 } },
    model: { code: 'TW11-1', name: 'Wren 11' },
  });
});

test('two tell the same of a unit: the second sees both, and keeps theirs or insists', async ({
  page,
  app,
}) => {
  await page.goto('/');
  await openUnit(page, 'SK-0415');
  await page.getByRole('link', { name: 'Intake' }).click();
  await expect(page.getByTestId('complaint')).toBeVisible();
  const unit = await unitOf(page, app.url, 'SK-0415');
  const theirs = (complaint: string, was: string) =>
    sayElsewhere(page, app.url, {
      kind: 'unit-told',
      unit: unit?.id,
      set: { complaint },
      was: { complaint: was },
    });
  await theirs('Theirs', unit?.complaint ?? '');
  await field(page, 'complaint').fill('Mine');
  await expect(page.getByTestId('intake-state')).toHaveText('Not saved');
  const refused = page.getByTestId('refused-event');
  await expect(refused).toContainText('the owner’s words “Mine”');
  await expect(refused).toContainText('There now: the owner’s words “Theirs”');
  await expect(field(page, 'complaint')).toHaveValue('Theirs');
  // What was refused is still there after a reload, here and on the page of what waits.
  await page.reload();
  await expect(refused).toContainText('“Mine”');
  await page.getByTestId('insist').click();
  await expect(page.getByTestId('intake-state')).toHaveText('Saved');
  await expect(field(page, 'complaint')).toHaveValue('Mine');
  await expect.poll(async () => (await unitOf(page, app.url, 'SK-0415'))?.complaint).toBe('Mine');

  await theirs('Theirs again', 'Mine');
  await field(page, 'complaint').fill('Mine again');
  await page.getByTestId('give-way').click();
  await expect(page.getByTestId('intake-state')).toHaveText('Saved');
  await expect(field(page, 'complaint')).toHaveValue('Theirs again');
});

test('a sequence is published by a slip: one key takes it back, and the list lets it stand again with a reason', async ({
  page,
}) => {
  await page.goto('/');
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLines(page, ['base cover 7 PH0 M2x5', 'base cover off']);
  await page.keyboard.press('F9');
  await expect(page.getByTestId('publish')).toContainText('Publish as revision 1');
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
  await page.keyboard.press('z');
  await expect(page.getByTestId('told')).toHaveText('Revision 1 is taken back.');
  await expect(page.getByTestId('revision')).toContainText('taken back');
  // Its number is not used again.
  await expect(page.getByTestId('publish')).toContainText('Publish as revision 2');
  await page.getByTestId('tell-revision-1').click();
  await expect(page.getByText('Routes and new jobs then follow revision 1')).toBeVisible();
  await page.getByTestId('revision-why').getByRole('textbox').fill('it was right after all');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('told')).toHaveText('Revision 1 stands again.');
  await expect(page.getByTestId('publish')).toContainText('Published as it stands');
});

test('models and names put right: corrected, merged, retired, each taken back by one key', async ({
  page,
  app,
}) => {
  await page.goto('/');
  const made = { kind: 'model-made', maker: 'Tervane', name: 'Larck 14', code: 'TL 14-2', form: 'notebook' };
  await sayElsewhere(page, app.url, made);
  await page.goto('/models');
  const row = page.getByTestId('model-TL 14-2');
  await expect(row).toContainText('Larck 14');
  await row.click();
  const title = page.getByRole('heading', { level: 1 });
  await expect(title).toHaveText('Larck 14');
  await page.keyboard.press('c');
  await page.getByLabel('Name', { exact: true }).fill('Lark 14');
  await page.keyboard.press('Enter');
  await expect(title).toHaveText('Lark 14');
  await page.keyboard.press('u');
  await expect(title).toHaveText('Larck 14');
  await page.keyboard.press('c');
  await page.getByTestId('merge-into').click();
  await page.getByRole('option', { name: /TL14-2$/ }).click();
  await page.getByTestId('merge').click();
  await expect(page.getByText('Another spelling of TL14-2, whose sequences')).toBeVisible();
  const models = async (): Promise<ModelSummary[]> =>
    ((await (await page.request.get(`${app.url}/api/models`)).json()) as { models: ModelSummary[] }).models;
  const stands = async () => (await models()).find(({ code }) => code === 'TL 14-2')?.mergedInto;
  await expect.poll(stands).toBe('TL14-2');
  await page.keyboard.press('u');
  await expect.poll(stands).toBeNull();
  await page.keyboard.press('c');
  await page.getByTestId('retire').click();
  await expect(page.getByText('Retired: it is not offered for new units.')).toBeVisible();
  await page.goto('/');
  await expect(page.getByTestId('unit-SK-0415')).toBeVisible();
  await page.keyboard.press('a');
  await page.getByRole('combobox', { name: 'Model' }).click();
  await expect(page.getByRole('option', { name: 'TL14-2' })).toHaveCount(1);
  await expect(page.getByRole('option', { name: 'TL 14-2' })).toHaveCount(0);

  await page.goto('/shop');
  const who = page.locator('[data-testid^=technician-]').first();
  const name = (await who.locator('strong').textContent()) ?? '';
  await who.getByRole('button', { name: `Correct ${name}` }).click();
  await page.getByRole('combobox', { name: 'Name' }).and(page.locator('input')).fill('Somebody Else');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'It is Somebody Else' }).click();
  await expect(page.getByTestId('technician-Somebody Else')).toContainText(name);
  await page.keyboard.press('u');
  await expect(page.getByTestId(`technician-${name}`)).toBeVisible();
});

test('the shelf while the server is away: counted, wanted, dropped and that undone; all of it is kept afterwards', async ({
  page,
  app,
}) => {
  await page.goto('/parts?q=TB-4471');
  await expect(page.getByTestId('part-number')).toHaveText('TB-4471');
  await onDevice(page);
  await app.kill();
  await page.getByRole('button', { name: 'One more on hand' }).click();
  await page.getByRole('button', { name: 'One more on hand' }).click();
  await expect(page.getByTestId('on-hand')).toHaveText('2');
  await page.locator('h1').click();
  await page.keyboard.press('a');
  const line = page.getByTestId('shopping-line');
  await expect(line).toContainText('TB-4471');
  await line.getByRole('button', { name: 'drop' }).click();
  await expect(line).toHaveCount(0);
  await page.locator('h1').click();
  await page.keyboard.press('u');
  await expect(line).toHaveCount(1);
  await app.start();
  await page.reload();
  await expect(line).toContainText('1 × TB-4471');
  await expect(page.getByTestId('on-hand')).toHaveText('2');
  await expect
    .poll(async () => (await (await page.request.get(`${app.url}/api/parts/TB-4471`)).json()) as object)
    .toMatchObject({ stock: { onHand: 2 } });
});
