import { type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import { allKept, hurryUntil, inPhase, typeLine } from './support/bench.ts';

const lines = [
  'base cover: 6 T5 M2x5',
  'base cover off',
  'unplug battery',
  'battery 4 PH0 M2x3',
  'battery off',
];

/** Tab until the control with this name has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  const named = (): Promise<string> =>
    page.evaluate(() => {
      const at = document.activeElement;
      const label = at?.getAttribute('aria-label') ?? at?.textContent ?? '';
      const of = at instanceof HTMLInputElement || at instanceof HTMLSelectElement ? at.labels?.[0] : null;
      return (of?.textContent ?? label).trim();
    });
  for (let i = 0; i < 80 && !name.test(await named()); i++) await page.keyboard.press('Tab');
  expect(await named()).toMatch(name);
}

async function arrive(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByTestId('unit-SK-0415')).toBeVisible();
  await page.keyboard.press('a');
  await expect(page.getByLabel('Ticket')).toBeFocused();
  await page.keyboard.type('SK-0500');
  await tabTo(page, /^Model/);
  await page.keyboard.type('new');
  for (const [label, value] of [
    [/^Maker/, 'Ossel'],
    [/^Name/, 'Turn 13'],
    [/^Code/, 'OT13-1'],
    [/^Form/, 'conv'],
  ] as const) {
    await tabTo(page, label);
    await page.keyboard.type(value);
  }
  await tabTo(page, /^To intake$/);
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('complaint')).toBeVisible();
}

/** The job is closed by its own key, never by the one that goes forward. */
async function close(page: Page): Promise<void> {
  await expect(page.getByTestId('balance')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('closed')).toBeVisible();
}

/** Chooses the unit on the bench, by keys. */
async function choose(page: Page): Promise<void> {
  const unit = page.getByTestId('unit-SK-0500');
  await page.goto('/');
  await expect(unit).toBeVisible();
  while (!(await unit.getAttribute('class'))?.includes('here')) await page.keyboard.press('ArrowDown');
}

async function handBack(page: Page): Promise<void> {
  const unit = page.getByTestId('unit-SK-0500');
  await choose(page);
  await page.keyboard.press('g');
  await expect(page.getByTestId('hand-back')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(unit).toHaveCount(0);
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

test('a new convertible with a missing foot: from its arrival to the last page and back to its owner, by keys alone', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await arrive(page);
  await page.keyboard.press('Escape');
  // A foot is missing, where the cross stands.
  await page.keyboard.press('2');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Foot missing').first()).toBeVisible();
  await expect(page.getByTestId('intake-state')).toHaveText('kept');

  await choose(page);
  await page.keyboard.press('r');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  for (const line of lines) await typeLine(page, line);
  await allKept(page, lines.length);
  await page.keyboard.press('F9');
  await expect(page.getByTestId('review-row').filter({ hasText: 'Battery off' })).toContainText('holds');
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
  await page.keyboard.press('o');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByTestId('route-step').last()).toContainText('Battery off');
  await page.keyboard.press('Enter');
  await hurryUntil(page, inPhase(page, 'close'));
  await close(page);
  await expect(page.getByTestId('closing-facts')).toContainText(/foot/i);

  // Opened again with a reason, and closed again.
  await tabTo(page, /^Open it again$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /why|reason/i);
  await page.keyboard.type('the hinge creaks');
  await page.keyboard.press('Enter');
  await close(page);
  await expect(page.getByTestId('closed')).toContainText('Opened again: the hinge creaks');

  await handBack(page);
  await page.keyboard.press('u');
  await expect(page.getByTestId('unit-SK-0500')).toBeVisible();
  await handBack(page);
});
