import { type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import { allKept, openUnit, sayElsewhere, typeLine, field } from './support/bench.ts';

/** Nothing sticks out to the right: a page that scrolls sideways cannot be worked with one hand. */
async function fits(page: Page, screen: string): Promise<void> {
  const { wide, inner } = await page.evaluate(() => ({
    wide: document.documentElement.scrollWidth,
    inner: window.innerWidth,
  }));
  expect({ screen, fits: wide <= inner }).toEqual({ screen, fits: true });
}

for (const [width, height] of [
  [820, 1180],
  [1024, 768],
] as const) {
  test(`every screen fits a tablet of ${width} × ${height}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await page.goto('/');
    await expect(page.getByTestId('unit-SK-0412')).toBeVisible();
    await fits(page, 'bench');
    await openUnit(page, 'SK-0412');
    await expect(page.getByTestId('bench-line')).toBeFocused();
    await typeLine(page, 'base cover: 6 PH0 M2x5, 2 captive PH0 rear corners');
    await allKept(page, 1);
    await page.keyboard.type(
      'one more gold screw under the drive shield of the base cover at the rear corners',
    );
    await fits(page, 'recorder');
    await page.getByTestId('way-palette').click();
    await expect(page.getByTestId('palette')).toBeVisible();
    await fits(page, 'palette');
    await page.getByTestId('way-narration').click();
    await expect(page.getByTestId('narration')).toBeVisible();
    await fits(page, 'narration');
    await page.getByRole('link', { name: 'Mat', exact: true }).click();
    await expect(page.getByTestId('mat-group').first()).toBeVisible();
    await fits(page, 'mat');
    await page.goto('/shop');
    await fits(page, 'shop');
    await openUnit(page, 'SK-0412');
    await expect(page.getByTestId('bench-line')).toBeFocused();
    await page.keyboard.press('F9');
    await expect(page.getByTestId('review-row').first()).toBeVisible();
    await fits(page, 'review');
    await openUnit(page, 'SK-0407');
    await expect(page.getByText('Where to?')).toBeVisible();
    await fits(page, 'route, empty');
    await page.keyboard.press('1');
    await expect(page.getByTestId('route-step').last()).toBeVisible();
    await fits(page, 'route');
    await page.getByTestId('start-run').click();
    await expect(page.getByTestId('step-title')).toBeVisible();
    await fits(page, 'run');
    await page.goto(page.url().replace('/run', '/intake'));
    await expect(page.getByTestId('triage-target').first()).toBeVisible();
    await fits(page, 'intake');
    await page.goto('/maths');
    await page.getByTestId('instrument-fit').click();
    await fits(page, 'maths');
    await page.goto('/parts');
    await field(page, 'part-search').fill('tb44');
    await expect(page.getByTestId('part-number')).toHaveText('TB-4471');
    await fits(page, 'parts');
    await page.goto('/logbook');
    await expect(page.getByTestId('job-row').first()).toBeVisible();
    await fits(page, 'logbook');
    await page.goto('/models');
    await expect(page.getByTestId('model-TL14-2')).toBeVisible();
    await fits(page, 'models');
    await page.goto('/models/TL14-2');
    await expect(page.getByTestId('model-option').first()).toBeVisible();
    await fits(page, 'model');
    await page.goto('/import');
    await page
      .getByTestId('import-text')
      .locator('textarea')
      .first()
      .fill('base cover 5 PH0 M2x5\nzibbel the frob');
    await page.getByTestId('import-read').click();
    await expect(page.getByTestId('import-line')).toHaveCount(2);
    await fits(page, 'import');
  });
}

test('two leads publish at once: the second is told, sees what stands, and publishes after it', async ({
  page,
}) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLine(page, 'fan 2 PH0 M2x4');
  await typeLine(page, 'fan off');
  await allKept(page, 2);
  await page.keyboard.press('F9');
  await expect(page.getByTestId('publish')).toContainText('Publish as revision 1');
  // The other lead was quicker, with another document.
  const model = (await (await page.request.get('/api/models/TL14-3')).json()) as { model: object };
  const document = {
    format: 'bemtor.sequence/1',
    model: model.model,
    parts: [],
    joints: [],
    actions: [],
    needs: [],
  };
  await sayElsewhere(page, '', { kind: 'revision-published', model: 'TL14-3', follows: 0, document });
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toContainText('somebody published revision 1 meanwhile');
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 2.');
  await expect(page.getByTestId('publish')).toContainText('Published as it stands');
});

test('the theme that was chosen is there again after a reload', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Use the dark theme' }).click();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Use the light theme' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.dataset['theme'])).toBe('dark');
});

test('who works here is asked once a day, in the header, and each line carries it', async ({ page, app }) => {
  await page.goto('/');
  const who = page.getByTestId('who');
  await expect(who).toHaveAttribute('title', 'Nobody has said who works here: who is it today?');
  await who.click();
  await page.getByLabel('Name').fill('Ilse Brandt');
  await page.keyboard.press('Enter');
  await expect(who).toHaveText('IB');
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLine(page, 'base cover 7 PH0 M2x5');
  await allKept(page, 1);
  const { units } = (await (await page.request.get(`${app.url}/api/units`)).json()) as {
    units: { label: string; recording: { id: string } | null }[];
  };
  const recording = units.find(({ label }) => label === 'SK-0412')?.recording?.id;
  const { items } = (await (await page.request.get(`${app.url}/api/recordings/${recording}`)).json()) as {
    items: { by: string }[];
  };
  expect(items.map(({ by }) => by)).toEqual(['Ilse Brandt']);
  await page.reload();
  await expect(who).toHaveAttribute('title', 'Ilse Brandt works here');
  await page.clock.install({ time: Date.now() + 86_400_000 });
  await page.reload();
  await expect(who).toHaveAttribute('title', 'Ilse Brandt works here: who is it today?');
  await who.click();
  await page.getByRole('button', { name: 'Ilse Brandt', exact: true }).click();
  await expect(who).toHaveAttribute('title', 'Ilse Brandt works here');
});
