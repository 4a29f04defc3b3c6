import { expect, test } from './support/app.ts';
import type { Page } from '@playwright/test';
import { hurryUntil, inStore, onDevice, openUnit, typeLines, tryNow } from './support/bench.ts';

/** The recorder of a unit that nobody has recorded, ready for its first line. */
async function recorder(page: Page): Promise<void> {
  await page.goto('/');
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await expect(page.getByText('Say what comes off')).toBeVisible();
}
const keptLines = (page: Page) => page.locator('[data-testid=strip-line][data-state=kept]');

/** Types a line and waits until this device has it, whatever becomes of it. */
async function typeHere(page: Page, line: string, before = 0): Promise<void> {
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('strip-line')).toHaveCount(before + 1);
}

test('a server that was reset: what this device has is named, sent to a new recording, and nothing typed is lost', async ({
  page,
  app,
}) => {
  await recorder(page);
  await typeLines(page, ['base cover 7 PH0 M2x5', 'base cover off']);
  await expect(keptLines(page)).toHaveCount(2);
  await app.reset();
  await typeHere(page, 'unplug battery', 2);
  await expect(page.getByTestId('stream-trouble')).toContainText('no longer has this recording');
  await expect(page.getByTestId('strip-line')).toHaveCount(3);
  await page.getByTestId('restart').click();
  await expect(page.getByTestId('stream-trouble')).toHaveCount(0);
  await expect(keptLines(page)).toHaveCount(3);
  await page.reload();
  await expect(keptLines(page)).toHaveCount(3);
  await expect(page.getByTestId('strip-line').last()).toContainText('Unplug battery');
});

test('two tabs begin one unit while the server is away: one recording holds the lines of both, in order', async ({
  page,
  context,
  app,
}) => {
  await recorder(page);
  const other = await (await context.browser()!.newContext()).newPage();
  await other.goto(page.url());
  for (const tab of [page, other]) await expect(tab.getByText('Say what comes off')).toBeVisible();
  await app.kill();
  await page.bringToFront();
  await typeHere(page, 'base cover 7 PH0 M2x5');
  await other.bringToFront();
  await typeHere(other, 'unplug battery');
  await app.start();
  for (const tab of [page, other])
    await expect(keptLines(tab)).toHaveCount(2, {
      timeout: 20_000,
    });
  const { units } = (await (await page.request.get(`${app.url}/api/units`)).json()) as {
    units: { label: string; recording: { lines: number } }[];
  };
  expect(units.find(({ label }) => label === 'SK-0412')?.recording.lines).toBe(2);
  await other.context().close();
});

test('what waits is listed, by what it is and why, and leaves the list when the server is back', async ({
  page,
  app,
}) => {
  await recorder(page);
  await onDevice(page);
  await app.kill();
  await typeHere(page, 'base cover 7 PH0 M2x5');
  await page.getByRole('link', { name: 'What waits' }).click();
  await expect(page.getByTestId('leftover')).toContainText('base cover 7 PH0 M2x5');
  await expect(page.getByTestId('leftover')).toContainText('The server does not answer');
  await app.start();
  await tryNow(page);
  await expect(page.getByText('Nothing waits')).toBeVisible({ timeout: 20_000 });
});

test('eight tabs at once: each keeps what is typed in it', async ({ page, context }) => {
  await recorder(page);
  const tabs = [page];
  for (let i = 1; i < 8; i++) {
    const tab = await context.newPage();
    await tab.goto(page.url());
    await expect(tab.getByTestId('bench-line')).toBeFocused();
    tabs.push(tab);
  }
  const last = tabs.at(-1) ?? page;
  await last.bringToFront();
  await typeLines(last, ['base cover 7 PH0 M2x5']);
  await expect(keptLines(last)).toHaveCount(1);
  // The others hear of it by the one connection that the browser has.
  await expect(keptLines(page)).toHaveCount(1);
});

test('a line entered before the unit could be read is there after a reload', async ({ page, app }) => {
  await recorder(page);
  const path = page.url();
  // The unit is never answered: the line has nowhere to go yet.
  await page.route('**/api/units/**', () => undefined);
  await page.goto(path);
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await page.keyboard.type('base cover 7 PH0 M2x5');
  await page.keyboard.press('Enter');
  await page.keyboard.type('half a li');
  await page.goto('/waiting');
  await expect(page.getByTestId('waiting-typed')).toContainText('base cover 7 PH0 M2x5');
  await page.unroute('**/api/units/**');
  await page.getByRole('link', { name: 'To its recorder' }).click();
  await expect(keptLines(page)).toHaveCount(1);
  await expect(page.getByTestId('bench-line')).toHaveValue('half a li');
  const { units } = (await (await page.request.get(`${app.url}/api/units`)).json()) as {
    units: { label: string; recording: { lines: number } | null }[];
  };
  expect(units.find(({ label }) => label === 'SK-0412')?.recording?.lines).toBe(1);
});

test('a line entered on a busy page that is reloaded at once is there afterwards', async ({ page, app }) => {
  await recorder(page);
  const path = page.url();
  await onDevice(page);
  await typeLines(page, ['base cover 7 PH0 M2x5']);
  await app.kill();
  for (const count of [2, 3, 4]) {
    await expect(page.getByTestId('bench-line')).toBeFocused();
    await page.keyboard.type('base cover off');
    // The page has taken the key, and comes to nothing more before it is left.
    await page.evaluate(() =>
      window.addEventListener('keydown', () => {
        const end = performance.now() + 400;
        while (performance.now() < end);
      }),
    );
    await Promise.all([page.keyboard.press('Enter'), page.goto(path)]);
    await expect(page.getByTestId('strip-line')).toHaveCount(count);
  }
});

test('photos taken while the server is away show at once, survive a reload, and are kept when it is back', async ({
  page,
  app,
}) => {
  await recorder(page);
  await typeLines(page, ['base cover 7 PH0 M2x5']);
  await expect(keptLines(page)).toHaveCount(1);
  await onDevice(page);
  await app.kill();
  await page.keyboard.press('ArrowUp');
  for (const count of [1, 2]) {
    await page.getByTestId('add-picture').click();
    await page.getByTestId('bench-camera').click();
    await expect(page.getByTestId('picture-dialog')).toBeHidden();
    await expect(page.getByTestId('thumb')).toHaveCount(count);
  }
  await expect(page.getByTestId('picture-waits')).toHaveCount(2);
  await inStore(page, 2);
  await page.reload();
  await expect(page.getByTestId('thumb')).toHaveCount(2);
  await expect(page.getByTestId('picture-waits')).toHaveCount(2);
  const shown = (): Promise<boolean[]> =>
    page
      .getByTestId('thumb')
      .evaluateAll((all) => all.map((one) => one instanceof HTMLImageElement && one.naturalWidth > 0));
  await expect.poll(shown).toEqual([true, true]);
  await page.getByRole('link', { name: 'What waits' }).click();
  await expect(page.getByTestId('waiting-picture')).toHaveCount(2);
  await app.start();
  await tryNow(page);
  await expect(page.getByText('Nothing waits')).toBeVisible({ timeout: 20_000 });
  await page.goBack();
  await expect(page.getByTestId('picture-waits')).toHaveCount(0);
  await expect.poll(shown).toEqual([true, true]);
  const sources = await page
    .getByTestId('thumb')
    .evaluateAll((all) => all.map((one) => one.getAttribute('src') ?? ''));
  for (const source of sources) {
    const answer = await page.request.get(app.url + source);
    expect([answer.status(), answer.headers()['content-type']]).toEqual([200, 'image/jpeg']);
  }
});

test('a photo of a line stands beside its step in Review, Route and Run', async ({ page }) => {
  await recorder(page);
  await typeLines(page, ['base cover 7 PH0 M2x5', 'base cover off']);
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.getByTestId('add-picture').click();
  await page.getByTestId('bench-camera').click();
  await expect(page.getByTestId('thumb')).toHaveCount(1);
  await expect(page.getByTestId('picture-waits')).toHaveCount(0);
  await page.keyboard.press('F9');
  await expect(page.getByTestId('review-row').first().getByTestId('thumb')).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
  await page.keyboard.press('o');
  const field = page.getByRole('combobox', { name: 'Other part' });
  await field.fill('base cover');
  await page.getByRole('option', { name: 'Base cover', exact: true }).click();
  const steps = page.getByTestId('route-step');
  await expect(steps.getByLabel('there is a photo')).toHaveCount(1);
  await steps.filter({ has: page.getByLabel('there is a photo') }).click();
  await expect(page.getByTestId('step-photos').getByTestId('thumb')).toBeVisible();
  await page.getByTestId('start-run').click();
  await expect(page.getByTestId('step-title')).toBeVisible();
  const photo = page.locator('.run').getByTestId('thumb');
  await hurryUntil(page, async () => (await photo.count()) > 0);
});
