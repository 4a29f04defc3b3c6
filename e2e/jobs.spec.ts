import { type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import {
  atStep,
  closeJob,
  hurryUntil,
  inPhase,
  openUnit,
  pressUntil,
  startRun,
  withTime,
} from './support/bench.ts';
import { published } from './support/summary.ts';

test.describe.configure({ timeout: 150_000 });

const title = (page: Page) => page.getByTestId('step-title');
/** Titles in the order in which they came, each with its place; what is missing is -1. */
const placesOf = (titles: readonly string[], wanted: readonly string[]): number[] =>
  wanted.map((words) => titles.findIndex((one) => one.startsWith(words)));
function expectInOrder(titles: readonly string[], wanted: readonly string[]): void {
  const places = placesOf(titles, wanted);
  expect(wanted.filter((_, i) => (places[i] ?? -1) < 0)).toEqual([]);
  expect(places).toEqual([...places].sort((a, b) => a - b));
}

test('battery on the notebook: one screw missing on arrival, one swapped length found at closing', async ({
  page,
}) => {
  await page.clock.install();
  await startRun(page, 'SK-0407', '1');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('m');
  await withTime(page, () => hurryUntil(page, async () => (await page.getByTestId('short').count()) > 0));
  await expect(page.getByTestId('short')).toContainText('1 screw is missing on arrival');
  await page.getByLabel('Of which kind, or why').fill('PH0 M2 × 5 pan, from the drawer');
  await page.getByTestId('short').getByRole('button', { name: 'fit new' }).click();
  await hurryUntil(page, inPhase(page, 'close'));
  await expect(page.getByText('(new: PH0 M2 × 5 pan, from the drawer)')).toBeVisible();

  // In the hand lies an M2 × 3 of the shields, and the rim is one short: a long one sits in a short hole.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('-');
  await expect(page.getByTestId('balance')).toHaveText('The ledger does not balance');
  await page.getByRole('button', { name: 'One D more in the hand' }).click();
  const swap = page.getByTestId('swap').first();
  await expect(swap).toContainText('2 mm too long');
  await expect(swap).toContainText('Take it out before power');
  await swap.getByText('How to get there').click();
  await expect(swap).toContainText('Base cover off');
  await expect(page.getByTestId('close-job')).toBeDisabled();
  // Both are where they belong again: the ledger says so, and the log keeps every word.
  await page.keyboard.press('+');
  await closeJob(page);
});

test('coin cell on the small desktop: the question that matters, the hold that cannot be skipped, the clock check', async ({
  page,
}) => {
  await page.clock.install();
  await openUnit(page, 'SK-0415');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.getByRole('combobox', { name: 'other part' }).fill('cmos');
  await page.getByRole('option', { name: 'Coin cell', exact: true }).click();
  const question = page.getByTestId('question');
  await expect(question).toHaveCount(1);
  await expect(question).toContainText('Drive bay?');
  await question.getByRole('button', { name: /^2\.5/ }).click();
  await expect(question).toHaveCount(0);
  await page.getByTestId('start-run').click();
  await hurryUntil(page, atStep(page, 'down:drain'));
  await expect(page.locator('.run')).toHaveAttribute('data-holding', 'true');
  await page.keyboard.press('Space');
  await page.keyboard.press('Enter');
  await page.clock.fastForward(20_000);
  await page.keyboard.press('Space');
  await expect(title(page)).toHaveText('Mains unplugged: hold the power button 30 s');
  await page.clock.fastForward(11_000);
  await expect(page.getByText('Held long enough')).toBeVisible();
  const titles = await withTime(page, () => hurryUntil(page, inPhase(page, 'close')));
  expectInOrder(titles, [
    'Mains unplugged',
    'Coin cell off',
    'Swap the coin cell',
    'New coin cell in',
    'Test: Power light and picture',
    'Top lid on',
    'Test: Date and time',
  ]);
  await closeJob(page);
});

test('keyboard on the notebook: two targets in one visit', async ({ page }) => {
  await page.clock.install();
  await openUnit(page, 'SK-0407');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.getByRole('button', { name: 'Keyboard' }).first().click();
  await page.getByRole('combobox', { name: 'other part' }).fill('fan');
  await page.getByRole('option', { name: 'Fan', exact: true }).click();
  await expect(page.getByTestId('visits')).toContainText('2 visits would take');
  await page.getByTestId('start-run').click();
  const titles = await withTime(page, () => hurryUntil(page, inPhase(page, 'close')));
  expectInOrder(titles, ['Swap the fan', 'New fan in', 'Test: Every key']);
  expectInOrder(titles, ['Swap the keyboard', 'New keyboard in', 'Base cover on', 'Test: Every key']);
  expect(titles.filter((one) => one === 'Base cover off')).toHaveLength(1);
  await closeJob(page);
});

test('board on the all-in-one: firmware first, parts that move over, compound, locks', async ({ page }) => {
  await page.clock.install();
  await openUnit(page, 'SK-0391');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.getByRole('combobox', { name: 'other part' }).fill('motherboard');
  await page.getByRole('option', { name: 'System board', exact: true }).click();
  await page.getByTestId('start-run').click();
  await expect(page.locator('.caution').first()).toContainText('Mains');
  const titles = await withTime(page, () => hurryUntil(page, inPhase(page, 'close')));
  expectInOrder(titles, [
    'Anything missing on arrival?',
    'Restore the firmware defaults',
    'System board off',
    'Swap the system board',
    'Move over: heatsink',
    'Move over: memory',
    'New system board in',
    'Clean both faces, new thermal paste',
    'Heatsink on',
    'Look: cables routed as noted',
    'Look: every lock closed',
    'Rear shroud on',
    'Test: Starts, memory and storage sizes right',
  ]);
  await closeJob(page);
});

test('battery of the handheld: the antenna under the drive comes first, and is tested after', async ({
  page,
}) => {
  await page.clock.install();
  await startRun(page, 'SK-0398', '1');
  const titles = await withTime(page, () => hurryUntil(page, inPhase(page, 'close')));
  expectInOrder(titles, [
    'Unplug battery',
    'Storage drive off',
    'Unplug antenna leads',
    'Battery off',
    'Swap the battery',
    'Move over: battery bracket',
    'Battery: fit new tape',
    'Plug in antenna leads',
    'Storage drive on',
    'Test: Reads a barcode',
  ]);
  await closeJob(page);
});

test('set aside, resumed on another page after the first one and the server are killed', async ({
  page,
  context,
  app,
}) => {
  await startRun(page, 'SK-0407', '1');
  await hurryUntil(page, atStep(page, 'down:unscrew-base-cover-2'));
  for (const key of ['Space', 'Space']) await page.keyboard.press(key);
  await expect(page.getByTestId('count')).toHaveText('2/6');
  await page.keyboard.press('4');
  await expect(page.getByTestId('count')).toHaveText('4/6');
  await page.keyboard.press('w');
  await page.getByTestId('pause').getByRole('button', { name: 'waiting for part' }).click();
  await expect(page.getByText('Set aside: waiting for part')).toBeVisible();
  await expect(page.getByText(/lines? waits?/)).toHaveCount(0);
  await page.close();
  await app.kill();
  await app.start();

  const other = await context.newPage();
  await other.goto('/');
  await expect(other.getByTestId('unit-SK-0407')).toContainText('Set aside: waiting for part');
  // Shopping offers what the job waits for.
  await other.goto('/parts');
  const waits = other.getByTestId('waits-for');
  await expect(waits).toContainText('TB-4471');
  await waits.getByRole('button', { name: 'add' }).click();
  await expect(other.getByTestId('shopping-line')).toContainText('Battery · SK-0407 · wanted');
  await expect(waits).toHaveCount(0);
  await openUnit(other, 'SK-0407');
  await expect(other.getByTestId('count')).toHaveText('4/6');
  await other.keyboard.press('Space');
  await expect(other.getByTestId('count')).toHaveText('4/6');
  await other.keyboard.press('w');
  await expect(other.getByText('Set aside:')).toBeHidden();
  await other.keyboard.press('Space');
  await expect(other.getByTestId('count')).toHaveText('5/6');
});

test('a unit that differs: each by one key, the rest planned again, and Review takes it up', async ({
  page,
  app,
}) => {
  await startRun(page, 'SK-0407', '1');
  await hurryUntil(page, atStep(page, 'down:unscrew-base-cover-2'));
  for (let i = 0; i < 5; i++) await page.keyboard.press('Space');
  await expect(page.getByTestId('count')).toHaveText('5/6');
  // There is no sixth in this unit, and none was missing.
  await page.keyboard.press('d');
  await expect(page.getByTestId('differences')).toContainText('5 here, the sequence says 6');
  await page.keyboard.press('Enter');
  // The captive ones are plain here.
  await expect(page.locator('.run')).not.toHaveAttribute('data-step', 'down:unscrew-base-cover-2');
  await hurryUntil(page, atStep(page, 'down:unscrew-drive-shield'));
  await page.keyboard.press('k');
  await page.getByLabel('Kind of screw').fill('T5 M2x4');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('differences')).toContainText('T5 M2 × 4 here');
  // No: that was wrong; one key takes it back.
  await expect(page.getByTestId('told').getByRole('button', { name: 'undo' })).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByTestId('differences')).not.toContainText('T5 M2 × 4 here');
  // The shield will not come: the fan is in the way, and comes off first from here.
  await page.keyboard.press('b');
  await expect(page.getByTestId('differ')).toBeVisible();
  await page.getByLabel('Part in the way').fill('fan');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('differences')).toContainText('waits for the fan');
  await expect(title(page)).not.toHaveText(/Drive shield/);
  const titles = await hurryUntil(page, atStep(page, 'down:unscrew-drive-shield'));
  expect(titles).toContain('Fan off');
  // The next step is not there in this unit.
  await page.keyboard.press('x');
  await expect(page.getByTestId('differences')).toContainText('is not there in this unit');
  await page.keyboard.press('t');
  await expect(page.locator('.run')).toHaveAttribute('data-phase', 'back');

  await page.goto(page.url().replace('/run', '/review'));
  await page.getByTestId('findings').click();
  const finding = page.getByTestId('finding').filter({ hasText: '5 here, the sequence says 6 (SK-0407)' });
  await expect(finding).toBeVisible();
  await finding.getByRole('button', { name: 'take 5' }).click();
  await expect(page.locator('.settled').filter({ hasText: '5 here' })).toContainText('mended');
  await page.reload();
  await page.getByTestId('findings').click();
  await expect(page.locator('.settled').filter({ hasText: '5 here' })).toContainText('mended');
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 2.');
  const document = await published(page, app.url, 'TL14-2');
  expect(document.joints.find(({ id }) => id === 'j-base-cover-screws-2')?.count).toBe(5);
});

test('what is left out on the way back stops the closing by its name, until it is back', async ({ page }) => {
  await page.clock.install();
  await startRun(page, 'SK-0407', '1');
  await withTime(page, () => hurryUntil(page, atStep(page, 'back:lift-drive-shield')));
  await page.keyboard.press('j');
  await page.getByTestId('words').getByRole('textbox').fill('cannot find it');
  await page.keyboard.press('Enter');
  await hurryUntil(page, inPhase(page, 'close'));
  await expect(page.getByTestId('not-back')).toContainText('Drive shield is not back');
  await expect(page.getByTestId('close-job')).toBeDisabled();
  await page.getByTestId('not-back').getByRole('button', { name: 'put it back' }).click();
  await expect(title(page)).toHaveText('Drive shield on');
  await page.keyboard.press('Space');
  await closeJob(page);
});

test('Space goes forward whatever was clicked before; a closed job is opened again with its reason', async ({
  page,
}) => {
  await startRun(page, 'SK-0407', '1');
  await pressUntil(page, async () => (await page.getByTestId('count').count()) > 0);
  const count = page.getByTestId('count');
  await page.getByTestId('more-keys').click();
  await page.getByRole('button', { name: /stripped/ }).click();
  await expect(page.getByText('1 stripped')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(count).toContainText('1/');
  await expect(page.getByText('1 stripped')).toBeVisible();
  await hurryUntil(page, inPhase(page, 'close'));
  await closeJob(page);
  await expect(page.getByTestId('closing-facts')).toContainText('1 stripped');
  await page.getByRole('button', { name: 'Open it again' }).click();
  await page.getByTestId('reopen-why').locator('input').fill('fan rattles');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('balance')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('closed')).toContainText('Opened again: fan rattles');
});
