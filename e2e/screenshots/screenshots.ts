import { type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expect, test } from '../support/app.ts';
import { atStep, chooseFrom, field, openUnit, pressUntil, typeLines } from '../support/bench.ts';
import { bringIn, openWorkshop, pairTablet } from '../support/workshop.ts';
import { larkLines } from '../support/larkLines.ts';
import { theirColumns, theirTable } from '../support/theirTable.ts';
import { picture, readPdf } from '../../paper/src/testing/readPdf.ts';

/** Another folder, theme or size, for looking: SHOTS=folder THEME=dark SIZE=820x1180 npm run screenshots. */
const folder = process.env['SHOTS'] ?? 'docs/screenshots';
const [width = 1280, height = 800] = (process.env['SIZE'] ?? '1280x800').split('x').map(Number);

test.use({ viewport: { width, height }, colorScheme: process.env['THEME'] === 'dark' ? 'dark' : 'light' });

async function shot(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${folder}/${name}.png` });
}

test('pictures of the main views', async ({ page }) => {
  test.setTimeout(240_000);
  await page.goto('/');
  await expect(page.getByTestId('unit-SK-0412')).toBeVisible();
  await shot(page, 'bench');
  if (process.env['SHOTS']) await benchDialogs(page);

  await intake(page);
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  const lines = larkLines.map((line) => line.replace('hold power 1 s', 'hold power 2 s'));
  await typeLines(page, lines.slice(0, 11));
  await page.keyboard.type('one more batt screw zonked under drive shield');
  await shot(page, 'recorder');
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.press('Delete');
  await typeLines(page, lines.slice(11), 11);

  await page.keyboard.press('F9');
  await expect(page.getByTestId('review-row').first()).toBeVisible();
  await shot(page, 'review');
  if (process.env['SHOTS']) await editing(page);
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toBeVisible();

  // The route of a whole device, and a job that was closed before, for the logbook.
  await page.keyboard.press('o');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByTestId('route-step').last()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('step-title')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('m');
  if (process.env['SHOTS']) await shot(page, 'run-arrival');
  await pressUntil(
    page,
    async () =>
      (await page.getByTestId('short').count()) > 0 ||
      (await page.locator('.run').getAttribute('data-phase')) === 'back',
  );
  await pressUntil(page, async () => (await page.getByTestId('short').count()) > 0);
  await shot(page, 'run-back');
  await page.keyboard.press('f');
  await pressUntil(page, async () => (await page.locator('.run').getAttribute('data-phase')) === 'close');
  await shot(page, 'close');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('-');
  await page.getByTestId('leftovers').getByRole('button', { name: 'One D more in the hand' }).click();
  await page.getByTestId('swap').first().scrollIntoViewIfNeeded();
  if (process.env['SHOTS']) await shot(page, 'close-leftover');
  await page.keyboard.press('+');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('closed')).toBeVisible();

  await waysIn(page);

  await openUnit(page, 'SK-0407');
  await expect(page.getByRole('button', { name: 'Battery' }).first()).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByTestId('route-step').last()).toBeVisible();
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight');
  await shot(page, 'route');
  await guide(page);
  if (process.env['SHOTS']) {
    await page.getByRole('combobox', { name: 'other part' }).fill('display panel');
    await page.getByRole('option', { name: 'Display panel', exact: true }).click();
    await page.keyboard.press('1');
    await expect(page.getByTestId('not-borne-out')).toBeVisible();
    await page.getByTestId('not-borne-out').scrollIntoViewIfNeeded();
    await shot(page, 'route-thin');
    await page.keyboard.press('1');
    await page
      .getByRole('button', { name: /Display panel/ })
      .first()
      .click();
    await expect(page.getByTestId('route-step').last()).toContainText('Battery off');
  }
  await page.keyboard.press('Enter');
  await pressUntil(page, atStep(page, 'down:unscrew-base-cover-2'));
  for (let i = 0; i < 4; i++) await page.keyboard.press('Space');
  await expect(page.getByTestId('count')).toHaveText('4/6');
  await shot(page, 'run');
  await page.keyboard.press('Space');
  await expect(page.getByTestId('count')).toHaveText('5/6');
  await page.keyboard.press('d');
  await expect(page.getByTestId('differences')).toBeVisible();
  if (process.env['SHOTS']) await shot(page, 'run-differs');
  await page.keyboard.press('Space');
  await pressUntil(page, async () => (await page.locator('.run').getAttribute('data-phase')) === 'swap');
  if (process.env['SHOTS']) await shot(page, 'run-swap');
  const review = page.url().replace('/run', '/review');
  if (process.env['SHOTS']) await tightening(page);
  await page.goto(review);
  await page.getByTestId('findings').click();
  await expect(page.getByTestId('finding').first()).toBeVisible();
  if (process.env['SHOTS']) await shot(page, 'review-findings');
  await page.goto('/logbook');
  await expect(page.locator('.chart canvas')).toHaveCount(3);
  await shot(page, 'logbook');
  await page.goto('/maths');
  await chooseFrom(page, page.getByRole('combobox', { name: 'Unit' }), 'SK-0407, Lark 14');
  await page.getByRole('button', { name: 'fill from the unit' }).click();
  await expect(page.getByTestId('reading')).toContainText('47.4');
  await shot(page, 'maths');
  await page.goto('/parts');
  await field(page, 'part-search').fill('t8 447');
  await expect(page.getByTestId('part-number')).toHaveText('TB-4471');
  await page.getByTestId('want').click();
  await expect(page.getByTestId('shopping-line')).toBeVisible();
  await shot(page, 'parts');
  await knowledge(page);
  await page.goto('/shop');
  await expect(page.getByTestId('technician')).toBeVisible();
  if (process.env['SHOTS']) await shot(page, 'shop');
});

/** An act at hand with its keys, a dialog, a circle; nothing of it stays. */
async function editing(page: Page): Promise<void> {
  await page.locator('[data-action="unscrew-battery"]').click({ position: { x: 200, y: 12 } });
  await page.keyboard.press('c');
  await expect(page.getByTestId('edit-dialog')).toBeVisible();
  await page.waitForTimeout(400);
  await shot(page, 'edit-dialog');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('edit-dialog')).toHaveCount(0);
  await page.keyboard.press('2');
  // On a narrow screen what was edited stands in a sheet.
  if ((page.viewportSize()?.width ?? 0) >= 1_100) await expect(page.getByTestId('edit')).toBeVisible();
  await shot(page, 'edit-done');
  await page.keyboard.press('u');
  await expect(page.getByTestId('edit')).toHaveCount(0);
}

/** A unit on arrival, with what was seen and measured. */
async function intake(page: Page): Promise<void> {
  await openUnit(page, 'SK-0398');
  await page.getByRole('link', { name: 'Intake' }).click();
  const outline = page.getByTestId('intake-outline');
  await expect(outline).toBeVisible();
  const box = (await outline.boundingBox())!;
  await outline.click({ position: { x: box.width * 0.2, y: box.height * 0.2 } });
  await page.getByRole('button', { name: '6 Bulge' }).click();
  await outline.click({ position: { x: box.width * 0.5, y: box.height * 0.55 } });
  await expect(page.getByTestId('triage-stop')).toBeVisible();
  await expect(page.getByTestId('intake-state')).toHaveText('Saved');
  await shot(page, 'intake');
  if (process.env['SHOTS']) {
    await page.getByTestId('measure-packMm').scrollIntoViewIfNeeded();
    await shot(page, 'intake-measures');
  }
}

/** The other two ways to record, in doubt, and the mat: on a unit that nobody has touched yet. */
async function waysIn(page: Page): Promise<void> {
  await openUnit(page, 'SK-0398');
  await page.getByRole('link', { name: 'Recorder' }).click();
  await expect(page.getByTestId('bench-line')).toBeFocused();
  const lines = [
    'bottom up',
    'bumpers: 2 T5 M2x5 left, 2 right',
    'battery door 2 T5 M2x4, off',
    'battery off',
    'front half 4 T5 M2x6 crosswise',
  ];
  await typeLines(page, lines);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('F4');
  await page.getByTestId('bench-camera').click();
  await expect(page.getByTestId('thumb')).toBeVisible();
  await page.getByTestId('bench-line').focus();
  await page.keyboard.press('Escape');
  await page.keyboard.type('battery 8 PH00 M1.6x4: 5 long, 2 short');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('doubts')).toBeFocused();
  if (process.env['SHOTS']) await shot(page, 'recorder-doubt');
  await page.keyboard.press('Escape');
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.press('Delete');
  await page.keyboard.press('F7');
  await expect(page.getByTestId('palette')).toBeVisible();
  if (process.env['SHOTS']) await shot(page, 'recorder-palette');
  await page.keyboard.press('F8');
  await page.getByTestId('play-pilot-7-exploring.srt').click();
  await page.getByRole('button', { name: 'All at once' }).click();
  // Down to the first doubt, which is dropped, and on to the next.
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('d');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowDown');
  await shot(page, 'recorder-narration');
  await page.getByRole('link', { name: 'Mat', exact: true }).click();
  await expect(page.getByTestId('mat-group').last()).toContainText('ront half');
  await page.getByTestId('mat-group').last().click();
  await page.keyboard.press('f');
  await page.keyboard.press('Delete');
  await page.keyboard.press('Delete');
  await page.keyboard.press('b');
  await page.keyboard.press('s');
  await expect(page.getByTestId('mat-placed')).toHaveText('4 of 4 placed');
  await shot(page, 'mat');
}

/** Handing back asks; names are corrected. */
async function benchDialogs(page: Page): Promise<void> {
  await page.keyboard.press('g');
  await expect(page.getByTestId('hand-back')).toBeVisible();
  await shot(page, 'bench-hand-back');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('c');
  await expect(page.getByLabel('Ticket')).toBeVisible();
  await shot(page, 'bench-correct');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

/** Screws that go in crosswise, drawn. */
async function tightening(page: Page): Promise<void> {
  await page.goto('/');
  await openUnit(page, 'SK-0415');
  await page.getByRole('combobox', { name: 'other part' }).fill('heatsink');
  await page.getByRole('option', { name: 'Heatsink', exact: true }).click();
  await expect(page.getByTestId('route-step').last()).toBeVisible();
  await page.keyboard.press('Enter');
  await pressUntil(page, atStep(page, 'back:loosen-heatsink'));
  await page.keyboard.press('Space');
  await expect(page.getByTestId('where')).toBeVisible();
  await shot(page, 'run-tighten');
}

/** The guide of the route on screen, as it is printed: its first page and one of its steps. */
async function guide(page: Page): Promise<void> {
  await page.keyboard.press('g');
  await expect(page.getByTestId('take-html')).toBeVisible();
  if (process.env['SHOTS']) await shot(page, 'route-along');
  await page.keyboard.press('p');
  await expect(page.frameLocator('[data-testid=preview]').getByRole('heading', { level: 1 })).toBeVisible();
  if (process.env['SHOTS']) await shot(page, 'route-paper');
  const download = page.waitForEvent('download');
  await page.keyboard.press('f');
  const pdf = await readPdf(readFileSync(await (await download).path()));
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('print-view')).toBeHidden();
  const sheets = await Promise.all([1, 2].map(async (n) => (await picture(await pdf.getPage(n), 110)).png()));
  const paper = await page.context().newPage();
  await paper.setViewportSize({ width: 1280, height: 900 });
  await paper.setContent(
    `<body style="margin:0;background:#9aa09c;display:flex;justify-content:space-evenly;align-items:center;height:900px">${sheets
      .map((png) => `<img style="height:860px" src="data:image/png;base64,${png.toString('base64')}">`)
      .join('')}</body>`,
  );
  await paper.screenshot({ path: `${folder}/guide.png` });
  await paper.close();
}

/** A model with a second revision, a table that comes in, and a search. */
async function knowledge(page: Page): Promise<void> {
  await page.goto('/models/TL14-3');
  await expect(page.locator('.steps li').first()).toBeVisible();
  await shot(page, 'model');
  await page.goto('/import');
  const buffer = Buffer.from(theirTable);
  await page
    .getByTestId('import-file')
    .locator('input')
    .setInputFiles({ name: 'theirs.csv', mimeType: 'text/csv', buffer });
  for (const [field, column] of theirColumns) {
    await page.getByTestId(`map-${field}`).click();
    await page.getByRole('option', { name: column, exact: true }).click();
  }
  await expect(page.getByTestId('import-line')).toHaveCount(7);
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('n');
  await shot(page, 'import');
  await page.keyboard.press('Control+k');
  await page.getByTestId('search-text').locator('input').fill('battery');
  await expect(page.getByTestId('search-hit').first()).toBeVisible();
  if (process.env['SHOTS']) await shot(page, 'search');
  await page.keyboard.press('Escape');
}

test('pictures of a workshop of several', async ({ page, app, browser }) => {
  test.setTimeout(120_000);
  await openWorkshop(app, page);
  await bringIn(page);
  const tablet = await pairTablet(browser, page, app.url);
  await page.waitForTimeout(400); // the code has been drawn
  await shot(page, 'people');
  await tablet.setViewportSize({ width, height });
  await tablet.emulateMedia({ colorScheme: process.env['THEME'] === 'dark' ? 'dark' : 'light' });
  await tablet.getByTestId('person-Teitur').click();
  await shot(tablet, 'sign-in');
  await tablet.getByTestId('secret').locator('input').fill('0000');
  await tablet.keyboard.press('Enter');
  await expect(tablet.getByText('That is not the PIN')).toBeVisible();
  await page.goto('/audit');
  await expect(page.getByTestId('audit')).toContainText('a wrong PIN');
  await shot(page, 'audit');
  if (!process.env['SHOTS']) return;
  await page.goto('/');
  await expect(page.getByTestId('unit-SK-0412')).toBeVisible();
  await page.keyboard.press('b');
  await page.keyboard.press('c');
  await page.getByTestId('held').locator('summary').click();
  await shot(page, 'bench-held');
});
