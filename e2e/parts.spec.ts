import { readFileSync } from 'node:fs';
import { expect, test } from './support/app.ts';
import { chooseFrom, field } from './support/bench.ts';

const report = `Device: /org/freedesktop/UPower/devices/battery_BAT0
  native-path:          BAT0
  model:                TB-4471
  serial:               00412
    energy-full:         28.02 Wh
    energy-full-design:  47.4 Wh
    charge-cycles:       611
    technology:          lithium-ion
`;

test('the battery instrument from a pasted report, an offered battery compared, the verdict in the unit’s notes', async ({
  page,
  app,
}) => {
  await page.goto('/maths');
  await chooseFrom(page, page.getByRole('combobox', { name: 'Unit' }), 'SK-0407, Lark 14');
  await page.getByTestId('instrument-health').click();
  await field(page, 'field-report').fill(report);
  const reading = page.getByTestId('reading');
  await expect(reading).toContainText('59%');
  await expect(page.getByTestId('verdict')).toHaveText('Due: replace it');
  await expect(reading).toContainText('Read from the upower: TB-4471, serial 00412');
  await field(page, 'field-runHours').fill('5 h 16 m');
  await expect(reading).toContainText('mean power');
  await field(page, 'field-fullWh').fill('−3');
  await expect(page.getByRole('alert')).toContainText('no number');
  await field(page, 'field-fullWh').fill('');

  // The pack that is offered: the unit's own sequence knows the old one.
  await page.getByTestId('instrument-fit').click();
  await page.getByRole('button', { name: 'fill from the unit' }).click();
  await expect(field(page, 'field-old.nominalV')).toHaveValue('11.55');
  for (const [key, value] of [
    ['old.connector', 'six pins'],
    ['new.connector', 'Six pins'],
    ['new.nominalV', '11.4'],
    ['new.energyWh', '50 Wh'],
    ['old.mounting', 'five screws'],
    ['new.mounting', 'five screws'],
    ['old.contacts', 'up'],
    ['new.contacts', 'down'],
  ] as const)
    await field(page, `field-${key}`).fill(value);
  await expect(page.getByTestId('verdict')).toHaveText('Does not fit');
  await expect(reading).toContainText('the other way round can destroy the board');
  await field(page, 'field-new.contacts').fill('up');
  await expect(page.getByTestId('verdict')).toHaveText('Not known yet');
  await expect(reading).toContainText('region of law: not known of both packs');
  await page.getByRole('button', { name: 'into the notes of SK-0407' }).click();
  await expect(page.getByTestId('maths-told')).toContainText('Will this battery fit?: Not known yet');

  // What was typed is there after a reload, and the note is with the unit.
  await page.reload();
  await expect(field(page, 'field-new.connector')).toHaveValue('Six pins');
  const { units } = (await (await page.request.get(`${app.url}/api/units`)).json()) as {
    units: { label: string; intake: { notes: string } }[];
  };
  expect(units.find(({ label }) => label === 'SK-0407')?.intake.notes).toContain('Will this battery fit?');
});

test('a part by a mistyped number, onto the shopping list and off it', async ({ page }) => {
  await page.goto('/parts');
  await expect(field(page, 'part-search')).toBeFocused();
  await page.keyboard.type('t8 44l7');
  await expect(page.getByTestId('part-hit').filter({ hasText: 'TB-4471' }).first()).toBeVisible();
  await page.getByTestId('part-hit').filter({ hasText: 'TB-4471' }).first().click();
  await expect(page.getByTestId('part-number')).toHaveText('TB-4471');
  await expect(page.getByTestId('alternative').filter({ hasText: 'TB-4471-2' })).toContainText('sure');
  await chooseFrom(page, page.getByRole('combobox', { name: 'For' }), 'SK-0407, Lark 14');
  await page.getByTestId('want').click();
  const line = page.getByTestId('shopping-line');
  await expect(line).toContainText('1 × TB-4471');
  await expect(line).toContainText('Battery · SK-0407 · wanted');
  await expect(page.getByTestId('reserved')).toHaveText('1');
  await line.getByRole('button', { name: 'ordered' }).click();
  await expect(line).toContainText('ordered');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'save as CSV' }).click();
  expect((await saved).suggestedFilename()).toBe('shopping.csv');
  await page.reload();
  await expect(line).toContainText('TB-4471');
  await line.getByRole('button', { name: 'here' }).click();
  await expect(line).toHaveCount(0);
});

test('labels are drawn at true size, and a scanned one is typed into the search as a hand scanner does', async ({
  page,
}) => {
  await page.goto('/parts');
  await field(page, 'part-search').fill('TF-103');
  await expect(page.getByTestId('part-number')).toHaveText('TF-103');
  // The focus leaves the field, so that the keys of the screen work.
  await page.keyboard.press('Escape');
  await page.keyboard.press('l');
  const label = page.getByTestId('label');
  await expect(label).toHaveCount(1);
  // 96 px to the inch: a bar of 0.33 mm is as wide on screen as on paper.
  const svg = label.locator('svg');
  const modules = Number((await svg.getAttribute('viewBox'))?.split(' ')[2]);
  const { width } = (await svg.boundingBox())!;
  expect(Math.abs((width / 96) * 25.4 - modules * 0.33)).toBeLessThan(0.2);
  await page.getByTestId('label-code').click();
  await page.getByRole('option', { name: 'square (QR)' }).click();
  const download = page.waitForEvent('download');
  await page.getByTestId('labels-print').click();
  const sheet = readFileSync(await (await download).path());
  expect(sheet.subarray(0, 8).toString()).toBe('%PDF-1.7');
  await expect(page.getByTestId('labels-told')).toHaveText('Saved as labels.pdf');
  await field(page, 'part-search').evaluate((input: HTMLInputElement) => (input.value = ''));
  await page.getByRole('button', { name: 'Scan TF-103' }).click();
  await expect(field(page, 'part-search')).toHaveValue('TF-103');
  await expect(page.getByTestId('part-number')).toHaveText('TF-103');
});
