import { expect, test } from './support/app.ts';
import { chooseFrom, field, fillNewModel, hurryUntil, inPhase, onDevice, openUnit } from './support/bench.ts';

test('a unit arrives: condition, signs and measurements become stops, targets and a route; nothing is lost', async ({
  page,
  app,
}) => {
  await page.goto('/');
  await expect(page.getByTestId('unit-SK-0415')).toBeVisible();
  await page.keyboard.press('a');
  await page.getByLabel('Ticket').fill('SK-0416');
  await chooseFrom(page, page.getByRole('combobox', { name: 'Model' }), /TL14-2/);
  await page.getByRole('button', { name: 'To intake' }).click();
  await expect(page.getByText('Nothing yet: choose what the owner sees')).toBeVisible();

  await field(page, 'complaint').fill('Bursar, ferry Eldey: lid no longer shuts');
  await page.getByLabel('Serial').fill('L14-2-55140');
  // By keys: a bulge, two steps below the middle of the underside.
  await page.locator('h1').click();
  for (const key of ['6', 'ArrowDown', 'ArrowDown', 'Enter']) await page.keyboard.press(key);
  await expect(page.getByTestId('triage-stop')).toContainText('stop charging, do not press');
  await page.getByTestId('symptom-charge-drops').click();
  await page.getByTestId('measure-packMm').locator('input').fill('6,9');
  await page.getByTestId('measure-packNominalMm').locator('input').fill('six');
  await page.keyboard.press('Tab');
  await expect(page.getByText('“six” is no number')).toBeVisible();
  await page.getByTestId('measure-packNominalMm').locator('input').fill('6');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('triage-stop').first()).toContainText('15 % over its nominal 6 mm');
  await expect(page.getByTestId('triage-target').first()).toContainText('Replace the battery');
  await expect(page.getByTestId('triage-target').first()).toContainText('TB-4471');
  await expect(page.getByTestId('intake-state')).toHaveText('Saved');
  await expect(page.getByText('The same device before')).toBeVisible();
  await expect(page.getByRole('link', { name: /SK-0350/ })).toBeVisible();

  // Told while the server is away, and the page is left: it is there afterwards, here and on another page.
  await onDevice(page);
  await app.kill();
  await page.getByRole('group', { name: 'Keyboard' }).getByRole('button', { name: 'backlit' }).click();
  await expect(page.getByTestId('intake-state')).toHaveText('Not saved yet: the server does not answer');
  await page.reload();
  await expect(page.getByTestId('intake-state')).toHaveText('Not saved yet: the server does not answer');
  await app.start();
  await expect(page.getByTestId('intake-state')).toHaveText('Saved');
  const units = (await (await page.request.get(`${app.url}/api/units`)).json()) as {
    units: { label: string; configuration: object; intake: { marks: object[] } }[];
  };
  expect(units.units.find(({ label }) => label === 'SK-0416')).toMatchObject({
    configuration: { keyboard: 'backlit' },
    intake: { marks: [{ kind: 'bulge', face: 'bottom' }], symptoms: ['charge-drops'] },
  });

  await page.getByTestId('triage-target').first().getByRole('button', { name: 'Route' }).click();
  await expect(page.getByTestId('route-step').last()).toContainText('Battery off');
});

test('a model that is new to the shop; two benches that tell of one unit at once; handing back', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'a unit arrives' }).click();
  await fillNewModel(page, 'SK-0417', { maker: 'Tervane', name: 'Wren 11', code: 'TW11-1' });
  await page.getByRole('button', { name: 'To intake' }).click();
  await expect(page.getByTestId('complaint')).toBeVisible();
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByTestId('complaint')).toBeVisible();
  await field(page, 'complaint').fill('Stops at the quay');
  await expect(page.getByTestId('intake-state')).toHaveText('Saved');
  await other.getByTestId('symptom-noise').click();
  await expect(other.getByTestId('intake-state')).toHaveText('Saved');
  await expect(field(other, 'complaint')).toHaveValue('Stops at the quay');
  await page.reload();
  await expect(page.getByTestId('symptom-noise')).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByTestId('triage-target').first()).toContainText('Clean the fan');

  await openUnit(page, 'SK-0417').catch(() => undefined);
  await page.goto('/');
  const card = page.getByTestId('unit-SK-0417');
  await expect(card).toBeVisible();
  // The pointer passing over chooses nothing; a click does, and the question names the unit.
  await card.hover();
  await expect(card).not.toHaveClass(/here/);
  await card.getByText('Stops at the quay').click();
  await page.keyboard.press('g');
  await page.getByTestId('hand-back').click();
  await expect(page.getByText('SK-0417 is handed back.')).toBeVisible();
  await expect(card).toHaveCount(0);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('u');
  await expect(card).toBeVisible();

  // Handed back again, found in its own list, taken in again; its ticket corrected; then withdrawn, and that undone.
  await card.getByText('Stops at the quay').click();
  await page.keyboard.press('g');
  await expect(page.getByTestId('hand-back')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(card).toHaveCount(0);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('b');
  await page.getByTestId('take-in-SK-0417').click();
  await expect(page.getByTestId('bench-told')).toContainText('SK-0417 is on the bench again');
  await page.keyboard.press('b');
  await card.getByText('Stops at the quay').click();
  await page.keyboard.press('c');
  await page.getByLabel('Ticket').fill('SK-0471');
  await page.keyboard.press('Enter');
  const renamed = page.getByTestId('unit-SK-0471');
  await expect(renamed).toBeVisible();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await renamed.getByText('Stops at the quay').click();
  await page.keyboard.press('c');
  await expect(page.getByText('What it was before')).toBeVisible();
  await page.getByTestId('withdraw').click();
  await expect(renamed).toHaveCount(0);
  await page.getByTestId('bench-told').getByRole('button').click();
  await expect(renamed).toBeVisible();
});

test('from a sign to the work: a fan is cleaned, not exchanged; a model that is new is recorded towards it', async ({
  page,
}) => {
  await page.goto('/');
  await openUnit(page, 'SK-0415');
  await page.getByRole('link', { name: 'Intake' }).click();
  await page.getByTestId('symptom-noise').click();
  const clean = page.getByTestId('triage-target').filter({ hasText: 'Clean the fan' });
  await clean.getByRole('button', { name: 'Route' }).click();
  await expect(page.getByTestId('route-step').last()).toContainText('Fan off');
  await expect(page.getByTestId('purpose')).toContainText('clean');
  await page.getByTestId('start-run').click();
  const passed = await hurryUntil(page, inPhase(page, 'close'));
  expect(passed).toEqual(expect.arrayContaining(['Clean the fan', 'Fan on']));
  expect(passed.filter((title) => title.startsWith('New fan'))).toEqual([]);

  await page.goto('/');
  await openUnit(page, 'SK-0412');
  await page.getByRole('link', { name: 'Intake' }).click();
  await page.getByTestId('symptom-noise').click();
  await page
    .getByTestId('triage-target')
    .filter({ hasText: 'Clean the fan' })
    .getByRole('button', { name: 'Record towards the fan' })
    .click();
  await expect(page.getByTestId('towards')).toHaveText(/Recording towards\s*fan/);
});

test('the shop’s way of working changes words and route', async ({ page }) => {
  await page.goto('/shop');
  await page.getByTestId('technician').locator('input').fill('Runa');
  await page.getByTestId('school-keep-tape').click();
  await page.getByTestId('school-drain-wait').click();
  await expect(page.getByTestId('school-drain-wait')).toHaveAttribute('aria-pressed', 'true');
  await openUnit(page, 'SK-0407');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByTestId('route-step').filter({ hasText: 'wait 60 s' })).toHaveCount(1);
  await page.getByTestId('start-run').click();
  await expect(page.getByTestId('step-title')).toBeVisible();
  for (let i = 0; i < 12 && !(await page.getByTestId('count').isVisible()); i++) {
    const before = await page.getByTestId('step-title').textContent();
    await page.keyboard.press('Space');
    await expect(page.getByTestId('step-title')).not.toHaveText(before ?? '');
  }
  await expect(page.getByText('onto tape row 1')).toBeVisible();
  await page.goto('/logbook');
  await expect(page.getByTestId('job-row').filter({ hasText: 'SK-0407' })).toContainText('Runa');
});
