import { AxeBuilder } from '@axe-core/playwright';
import { type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import {
  allKept,
  hurryUntil,
  inPhase,
  openUnit,
  pressUntil,
  typeLine,
  withTime,
  field,
} from './support/bench.ts';

/**
 * WCAG 2 A and AA as axe-core checks them, contrast included, and of its good practice what it calls moderate or worse.
 * What lies dimmed behind a dialog is not read meanwhile.
 */
async function check(page: Page, screen: string): Promise<void> {
  const dialog = page.locator('[role="dialog"]');
  const builder = new AxeBuilder({ page });
  if ((await dialog.count()) > 0) builder.include('[role="dialog"]');
  const { violations } = await builder.analyze();
  const found = violations
    .filter(({ impact }) => impact !== 'minor')
    .flatMap(({ id, nodes }) =>
      nodes.map((node) => `${screen}: ${id} ${node.target.join(' ')} ${node.failureSummary ?? ''}`),
    );
  expect.soft(found).toEqual([]);
}

for (const theme of ['light', 'dark'] as const) {
  test(`every screen can be read and worked by everybody, ${theme}`, async ({ page }) => {
    const complaints: string[] = [];
    page.on('console', (message) => {
      if (['error', 'warning'].includes(message.type()))
        complaints.push(`${message.text()} ${message.location().url}`);
    });
    page.on('pageerror', (error) => {
      // What a page that is left in the middle gives up is no complaint.
      if (error.name !== 'AbortError') complaints.push(String(error));
    });
    await page.emulateMedia({ colorScheme: theme, reducedMotion: 'reduce' });
    await page.goto('/');
    await expect(page.getByTestId('unit-SK-0412')).toBeVisible();
    await check(page, 'bench');
    await openUnit(page, 'SK-0412');
    await expect(page.getByTestId('bench-line')).toBeFocused();
    await check(page, 'recorder, empty');
    await typeLine(page, 'base cover: 6 PH0 M2x5, 2 captive PH0 rear corners');
    await typeLine(page, 'base cover off');
    await allKept(page, 2);
    await page.keyboard.type('one more gold screw');
    await check(page, 'recorder');
    await page.keyboard.press('F7');
    await expect(page.getByTestId('palette')).toBeVisible();
    await check(page, 'recorder, palette');
    await page.keyboard.press('F8');
    await page.getByTestId('play-pilot-7-exploring.srt').click();
    await page.getByRole('button', { name: 'All at once' }).click();
    await check(page, 'recorder, narration');
    await page.getByRole('link', { name: 'Mat', exact: true }).click();
    await page.getByTestId('mat-group').first().click();
    await page.keyboard.press('f');
    await check(page, 'mat');
    await page.goBack();
    await expect(page.getByTestId('bench-line')).toBeFocused();
    await page.keyboard.press('F9');
    await expect(page.getByTestId('review-row').first()).toBeVisible();
    await check(page, 'review');
    await openUnit(page, 'SK-0407');
    await expect(page.getByText('Where to?')).toBeVisible();
    await page.keyboard.press('1');
    await expect(page.getByTestId('route-step').last()).toBeVisible();
    await check(page, 'route');
    await page.clock.install();
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('step-title')).toBeVisible();
    await check(page, 'run, arrival');
    await pressUntil(page, () => page.getByTestId('count').isVisible());
    await check(page, 'run, screws');
    await page.keyboard.press('?');
    await expect(page.getByRole('heading', { name: 'Keys of this screen' })).toBeVisible();
    // The one key is the run's again once the dialog is gone. One that has only just come may not hear Escape yet.
    await expect(async () => {
      await page.keyboard.press('Escape');
      await expect(page.locator('[role="dialog"]')).toHaveCount(0, { timeout: 1_500 });
    }).toPass();
    await withTime(page, () => hurryUntil(page, inPhase(page, 'swap')));
    await check(page, 'run, swap');
    await page.goto(page.url().replace('/run', '/intake'));
    await expect(page.getByTestId('triage-target').first()).toBeVisible();
    await check(page, 'intake');
    await page.goto(page.url().replace('/intake', '/review'));
    await page.getByTestId('findings').click();
    await expect(page.getByTestId('finding').first()).toBeVisible();
    await check(page, 'review, findings');
    await page.goto('/shop');
    await expect(page.getByTestId('shop-word')).toBeVisible();
    await check(page, 'shop');
    await page.goto('/maths');
    await field(page, 'field-voltageV').fill('11.55');
    await field(page, 'field-energyWh').fill('47.4');
    await expect(page.getByTestId('reading')).toContainText('4104');
    await check(page, 'maths');
    await page.getByTestId('instrument-fit').click();
    await check(page, 'maths, fit');
    await page.goto('/parts');
    await field(page, 'part-search').fill('tb44');
    await expect(page.getByTestId('part-number')).toHaveText('TB-4471');
    await check(page, 'parts');
    await page.keyboard.press('Escape');
    await page.keyboard.press('l');
    await expect(page.getByTestId('label').first()).toBeVisible();
    await check(page, 'labels');
    await page.goto('/models');
    await expect(page.getByTestId('model-TL14-2')).toBeVisible();
    await check(page, 'models');
    await page.goto('/models/TL14-2');
    await expect(page.getByTestId('model-option').first()).toBeVisible();
    await check(page, 'model, sequences');
    await page.keyboard.press('5');
    await expect(page.getByTestId('step-time').first()).toBeVisible();
    await check(page, 'model, times');
    await page.keyboard.press('o');
    await expect(page.getByTestId('keep-options')).toBeVisible();
    await check(page, 'model, options');
    await page.goto('/import');
    await page
      .getByTestId('import-text')
      .locator('textarea')
      .first()
      .fill('base cover 5 PH0 M2x5\nzibbel the frob');
    await check(page, 'import');
    await page.getByTestId('import-read').click();
    await expect(page.getByTestId('import-line')).toHaveCount(2);
    await check(page, 'import, lines');
    await page.keyboard.press('Control+k');
    await page.getByTestId('search-text').locator('input').fill('battery');
    await expect(page.getByTestId('search-hit').first()).toBeVisible();
    await check(page, 'search');
    await page.goto('/logbook');
    await expect(page.getByTestId('job-row').first()).toBeVisible();
    await expect(page.locator('.chart canvas')).toHaveCount(3);
    await check(page, 'logbook');
    // Nothing that the pages do is refused by their own content security policy, or goes wrong unseen.
    expect(complaints).toEqual([]);
  });
}
