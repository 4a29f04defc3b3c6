import { type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expect, test } from './support/app.ts';
import { allKept, openUnit, typeLine, field } from './support/bench.ts';
import { inShort, published } from './support/summary.ts';
import { wholeLark, wholeLarkInShort } from './support/wholeLark.ts';

const lines = (page: Page) => page.getByTestId('strip-line');

async function publish(page: Page): Promise<void> {
  await page.keyboard.press('F9');
  await expect(page.getByTestId('review-row').first()).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
}

test('a whole notebook by keyboard alone, in fewer than 60 lines', async ({ page, app }) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  expect(wholeLark.length).toBeLessThan(60);
  let kept = 0;
  for (const { line, key, keeps = true } of wholeLark) {
    if (key === 'Tab') {
      // The last act offers itself for the other side.
      await expect(page.getByTestId('reading')).toContainText('for the right speaker?');
      await page.keyboard.press('Tab');
      await expect(page.getByTestId('bench-line')).not.toHaveValue('');
      await page.keyboard.press('Enter');
    } else await typeLine(page, line);
    if (keeps) kept++;
    // What leans on the lines before waits for them, as a technician does who reads what was understood.
    await expect(lines(page)).toHaveCount(kept);
  }
  await allKept(page, kept);
  await publish(page);
  expect(inShort(await published(page, app.url, 'TL14-3'))).toEqual(wholeLarkInShort);
});

test('a slip of the thumb is read as what was meant; Tab completes; the shop’s own words are known', async ({
  page,
}) => {
  await page.goto('/shop');
  await field(page, 'shop-word').fill('snake');
  await field(page, 'shop-means').fill('display cable');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('shop-row')).toContainText('snake');
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await page.keyboard.type('unplug snake');
  await expect(page.getByTestId('reading')).toContainText('display cable');
  await page.keyboard.press('ControlOrMeta+a');
  // A slip of the thumb is read as what was meant; the line stays as it was typed.
  await page.keyboard.type('4 PH0 of the batery');
  await expect(page.getByTestId('reading')).toContainText('battery');
  await expect(page.getByTestId('bench-line')).toHaveValue('4 PH0 of the batery');
  await page.keyboard.type(', heatsi');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('bench-line')).toHaveValue('4 PH0 of the batery, heatsink ');
});

test('a notebook by the touch palette alone', async ({ page, app }) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await page.getByTestId('way-palette').click();
  const tap = (id: string) => page.getByTestId(`palette-${id}`).click();
  let kept = 0;
  const keep = async (...taps: string[]) => {
    for (const id of taps) await tap(id);
    await expect(lines(page)).toHaveCount(++kept);
  };
  const kind = async (...names: string[]) => {
    await tap('kind');
    for (const name of names)
      await page.getByTestId('palette').getByRole('button', { name, exact: true }).click();
    await page.getByTestId('palette').getByRole('button', { name: 'Done' }).click();
  };
  await keep('turn');
  await tap('part-base-cover');
  await kind('PH0', 'M2', '× 5');
  await keep('count-7');
  await keep('pry');
  await keep('off');
  await tap('part-battery');
  await keep('unplug');
  await keep('hold');
  await kind('PH00', 'M1.6', '× 4');
  await keep('count-4');
  await keep('off');
  await tap('part-fan');
  await keep('unplug');
  // A kind that this device has already is one tap.
  await page.getByRole('button', { name: /PH0 M2 × 5/ }).click();
  await keep('count-2');
  await keep('off');
  await allKept(page, kept);
  await page.getByRole('link', { name: 'F9 review' }).click();
  await page.getByTestId('publish').click();
  await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
  expect(inShort(await published(page, app.url, 'TL14-3'))).toEqual([
    'unscrew base-cover 7 PH0 M2 5',
    'pry base-cover',
    'lift base-cover',
    'unplug battery',
    'hold battery',
    'unscrew battery 4 PH00 M1.6 4',
    'lift battery',
    'unplug fan',
    'unscrew fan 2 PH0 M2 5',
    'lift fan',
  ]);
});

test('a narration from a file: accepted, corrected and dropped, and nothing decided is lost by a reload', async ({
  page,
  app,
}) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await page.keyboard.press('F8');
  const narration = readFileSync(new URL('../demo/narrations/pilot-7-exploring.srt', import.meta.url));
  await page
    .getByTestId('narration-file')
    .setInputFiles({ name: 'pilot.srt', mimeType: 'text/plain', buffer: narration });
  const drafts = page.getByTestId('draft');
  await expect(drafts.first()).toBeVisible();
  const all = await drafts.count();
  const left = async (count: number) =>
    expect(page.getByTestId('drafts-left')).toHaveText(`${count} of ${all} left`);
  await left(all);
  // On the head of the list one key accepts all that is sure, and stops at the next doubt.
  await page.keyboard.press('a');
  const here = page.locator('[data-testid=draft].here');
  await expect(here).toContainText('4 × screws of front half');
  await expect(here).toContainText('is this a count of screws?');
  const sure = await page.locator('[data-testid=draft].accepted').count();
  expect(sure).toBe(4);
  await left(all - sure);
  // Corrected: kind and length that were not said.
  await page.keyboard.press('c');
  await expect(field(page, 'correct-draft')).toBeFocused();
  await field(page, 'correct-draft').fill('front half 4 T5 M2x5');
  await page.keyboard.press('Enter');
  await left(all - 1 - sure);
  // The next was only counted ahead of the two that follow: it is dropped.
  await expect(here).toContainText('2 × screws of front half');
  await page.keyboard.press('d');
  await left(all - 2 - sure);
  await allKept(page, sure + 1);
  await page.reload();
  await page.getByTestId('way-narration').click();
  await left(all - 2 - sure);
  for (let open = all - 2 - sure; open > 0;) {
    const before = open;
    await page.keyboard.press('a');
    await expect(page.getByTestId('drafts-left')).not.toHaveText(`${before} of ${all} left`);
    open = Number((await page.getByTestId('drafts-left').textContent())?.split(' ')[0]);
  }
  await allKept(page, all - 1);
  await publish(page);
  const sequence = await published(page, app.url, 'TL14-3');
  const acts = inShort(sequence);
  expect(acts).toEqual(
    expect.arrayContaining([
      'lift battery-cover',
      'lift battery',
      'unscrew front-half 4 T5 M2 5',
      'unscrew front-half 2 T5',
      'lift front-half',
      'lift scan-engine',
      'lift system-board',
    ]),
  );
});

test('a narration that is none is refused in words', async ({ page }) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await page.getByTestId('way-narration').click();
  await page
    .getByTestId('narration-file')
    .setInputFiles({ name: 'empty.vtt', mimeType: 'text/vtt', buffer: Buffer.from('WEBVTT\n\n') });
  await expect(page.getByRole('alert')).toContainText('no words');
});

test('the player speaks a demo narration into the Recorder, draft by draft', async ({ page }) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await page.getByTestId('way-narration').click();
  await page.clock.install();
  await page.getByTestId('play-pilot-7-exploring.srt').click();
  await expect(page.getByTestId('drafts-left')).toBeVisible();
  await page.clock.runFor(15_000);
  await expect(page.getByTestId('draft')).toHaveCount(1);
  await page.clock.runFor(15_000);
  await expect(page.getByTestId('draft')).toHaveCount(4);
});

test('screws on the mat by keys and by taps, in the crosswise order, tied to a picture', async ({ page }) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLine(page, 'heatsink 4 PH1 M2x4 crosswise');
  await typeLine(page, 'base cover: 3 PH0 M2x5');
  await allKept(page, 2);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('F4');
  await page.getByTestId('bench-camera').click();
  await expect(page.getByTestId('thumb')).toBeVisible();
  await page.getByRole('link', { name: 'Mat', exact: true }).click();
  await expect(page.getByTestId('mat-group')).toHaveCount(2);
  const sheet = page.getByTestId('mat-sheet');
  const box = await sheet.boundingBox();
  if (!box) throw new Error('the sheet is not shown');
  for (const [x, y] of [
    [0.4, 0.4],
    [0.6, 0.4],
    [0.6, 0.6],
    [0.4, 0.6],
  ] as const)
    await sheet.click({ position: { x: box.width * x, y: box.height * y } });
  await expect(page.getByTestId('mat-placed')).toHaveText('4 of 4 placed');
  // Crosswise: the second is across from the first.
  await expect(page.getByTestId('mat-point').nth(2)).toHaveText('2');
  await page.getByTestId('mat-picture').click({ position: { x: 40, y: 40 } });
  await expect(page.getByTestId('picture-tie')).toHaveText('4');
  await page.keyboard.press('PageDown');
  await page.keyboard.press('n');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('m');
  await page.keyboard.press('f');
  await expect(page.getByTestId('mat-placed')).toHaveText('3 of 3 placed');
  await page.keyboard.press('Delete');
  await expect(page.getByTestId('mat-placed')).toHaveText('2 of 3 placed');
  await page.waitForTimeout(900);
  await page.reload();
  await expect(page.getByTestId('mat-group').first()).toContainText('4/4');
  await expect(page.getByTestId('mat-group').nth(1)).toContainText('2/3');
  await expect(page.getByTestId('picture-tie')).toHaveText('4');
  // The lead sees it beside the step that it is of.
  await page.getByRole('link', { name: 'Review', exact: true }).click();
  const rows = page.getByTestId('review-row');
  await expect(rows.filter({ hasText: 'Heatsink' }).getByTestId('thumb')).toBeVisible();
  await expect(rows.filter({ hasText: 'Base cover' }).getByTestId('thumb')).toHaveCount(0);
});

test('a picture that is none, or too large, is refused in words; the counting scale says what it can', async ({
  page,
}) => {
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLine(page, 'base cover: 7 PH0 M2x5');
  await allKept(page, 1);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('F4');
  const file = (name: string, mimeType: string, buffer: Buffer) =>
    page.getByTestId('picture-file').setInputFiles({ name, mimeType, buffer });
  await file('notes.txt', 'text/plain', Buffer.from('no picture'));
  await expect(page.getByRole('alert')).toContainText('is no picture');
  await file('huge.png', 'image/png', Buffer.alloc(12 * 1024 * 1024 + 1));
  await expect(page.getByRole('alert')).toContainText('12 MB at most');
  await file('broken.png', 'image/png', Buffer.from('not really'));
  await expect(page.getByRole('alert')).toContainText('no picture that can be read');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('picture-dialog')).toBeHidden();

  await page.getByTestId('weigh-A').click();
  await field(page, 'scale-mass').fill('1.62');
  await expect(page.getByTestId('scale-answer')).toContainText('6 to 8');
  await field(page, 'scale-sample-count').fill('10');
  await field(page, 'scale-sample-mass').fill('2.31');
  await expect(page.getByTestId('scale-answer')).toContainText('7 screws');
  await expect(page.getByTestId('scale-answer')).toContainText('As recorded');
});
