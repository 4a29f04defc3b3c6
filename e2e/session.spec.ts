import { type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import { allKept, openUnit, typeLine, field } from './support/bench.ts';

/*
 * A whole visit at the bench by keys alone: down, five lines in doubt, a word of the shop's own, a correction,
 * and the way back up until the ledger balances. Invented, as all of the demo.
 */

const lines = (page: Page) => page.getByTestId('strip-line');
const line = (page: Page) => page.getByTestId('bench-line');

/** Types a line in doubt: it is not kept, and the doubt has the focus. */
async function doubted(page: Page, text: string, why: string): Promise<void> {
  const before = await lines(page).count();
  await typeLine(page, text);
  await expect(page.getByTestId('doubts')).toContainText(why);
  await expect(page.getByTestId('doubts')).toBeFocused();
  await expect(lines(page)).toHaveCount(before);
}

async function kept(page: Page, count: number): Promise<void> {
  await expect(lines(page)).toHaveCount(count);
  await expect(line(page)).toBeFocused();
}

async function down(page: Page): Promise<void> {
  const first = [
    'bottom up',
    'foot strip off, 3 T5 M2x4 under it',
    'base cover: 6 PH0 M2x5, 2 captive PH0 rear corners',
    'base cover off',
    'unplug battery, wings',
    'hold power 15 s',
  ];
  for (const text of first) await typeLine(page, text);
  await kept(page, 6);
  // The sum does not come out: the line is written again.
  await doubted(page, 'battery 8 PH00 M1.6x4: 5 long, 2 short', '5 + 2 is 7, not 8');
  await page.keyboard.press('Escape');
  await expect(line(page)).toBeFocused();
  await page.keyboard.press('ControlOrMeta+a');
  await typeLine(page, 'battery 7 PH00 M1.6x4');
  await kept(page, 7);
  await typeLine(page, 'battery off');
  await typeLine(page, 'fan 3 PH0 M2x4');
  await kept(page, 9);
  await typeLine(page, 'no, two');
  await expect(lines(page).last()).toContainText('2 × PH0 M2 × 4 of fan');
  await kept(page, 9);
  await typeLine(page, 'unplug it');
  await kept(page, 10);
  await expect(lines(page).last()).toContainText('Unplug fan');
  await typeLine(page, 'fan off');
  await kept(page, 11);
}

/** A word that nobody knows is taught where it stands, and the line is read again. */
async function teach(page: Page): Promise<void> {
  await page.keyboard.type('unplug snake, 2 PH0 zonked');
  await expect(page.getByTestId('unread-0')).toContainText('zonked');
  await page.keyboard.press('F2');
  await expect(page.getByTestId('teach')).toBeFocused();
  await page.keyboard.press('w');
  await field(page, 'teach-means').fill('captive');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('teach')).toHaveCount(0);
  await expect(page.getByTestId('unread-0')).toHaveCount(0);
  await expect(page.getByTestId('reading')).toContainText('captive');
  await expect(line(page)).toBeFocused();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.press('Delete');
}

async function doubtsBelow(page: Page): Promise<void> {
  // Nothing is in work: kept as it is read, without a part.
  await doubted(page, 'tape off', 'of which part?');
  await page.keyboard.press('Enter');
  await kept(page, 12);
  await expect(lines(page).last()).toContainText('ape');
  // Of a part that was spoken of, by its key.
  await doubted(page, 'undo 2 clips', 'of which part?');
  const answer = page.getByTestId('doubt-answer-1');
  const part = (await answer.textContent())?.replace(/^\s*1\s*/, '').trim() ?? '';
  expect(part).not.toBe('');
  await page.keyboard.press('1');
  await kept(page, 13);
  await expect(lines(page).last()).toContainText(part);
  // Struck again: it was not undone at all.
  await typeLine(page, 'scratch that');
  await expect(lines(page).last()).toHaveClass(/struck/);
  await doubted(page, 'peel it', 'of which part?');
  await page.keyboard.press('n');
  await kept(page, 14);
  await expect(lines(page).last()).toContainText('peel it');
  for (const text of ['heatsink 4 PH1 captive sprung, numbered', 'heatsink off']) await typeLine(page, text);
  await kept(page, 16);
  await doubted(page, 'it pops off', 'of which part?');
  await page.keyboard.press('n');
  await kept(page, 17);
}

async function backUp(page: Page): Promise<void> {
  await expect(page.getByTestId('in-tray')).toHaveText('18');
  const back = [
    'heatsink back on, 4 captive screws',
    'fan back in, 2 screws',
    'plug fan in',
    'battery in, 7 screws',
    'plug battery back in',
    'test: power light and picture',
    'base cover back on',
    '6 cover screws in',
    '3 T5 back in',
    'foot strip back on',
  ];
  for (const [i, text] of back.entries()) {
    await typeLine(page, text);
    await kept(page, 18 + i);
  }
}

test('a session of thirty lines: doubts answered by keys, a word taught, a correction, and back up to balance', async ({
  page,
}) => {
  await openUnit(page, 'SK-0412');
  await expect(line(page)).toBeFocused();
  await down(page);
  await teach(page);
  await doubtsBelow(page);
  await backUp(page);
  await expect(page.getByTestId('in-tray')).toHaveText('0');
  await expect(page.getByTestId('tray-back')).toHaveText('18');
  await expect(page.getByTestId('layer-base-cover')).toHaveClass('back');
  await allKept(page, 27);
  // All of it is there after a reload, and the taught word too.
  await page.reload();
  await allKept(page, 27);
  await expect(page.getByTestId('in-tray')).toHaveText('0');
  await page.keyboard.type('2 PH0 zonked');
  await expect(page.getByTestId('reading')).toContainText('captive');
});
