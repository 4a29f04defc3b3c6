import { expect, type Page } from '@playwright/test';

/** Types one bench line and keeps it. */
export async function typeLine(page: Page, line: string): Promise<void> {
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
}

/** Every line on the strip has the server's word. */
export async function allKept(page: Page, count: number): Promise<void> {
  await expect(page.locator('[data-testid=strip-line][data-state=kept]')).toHaveCount(count);
}

/** From the bench, by keys alone, to what a unit waits for. */
export async function openUnit(page: Page, label: string): Promise<void> {
  await page.goto('/');
  const unit = page.getByTestId(`unit-${label}`);
  await expect(unit).toBeVisible();
  while (!(await unit.getAttribute('class'))?.includes('here')) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
}

export const atStep = (page: Page, id: string) => async (): Promise<boolean> =>
  (await page.locator('.run').getAttribute('data-step')) === id;

/** Presses the one key until something is reached; each press waits for what it changed. */
export async function pressUntil(page: Page, reached: () => Promise<boolean>): Promise<void> {
  const state = async () =>
    `${await page.locator('.run').getAttribute('data-step')}|${(await page.getByTestId('count').allTextContents()).join()}`;
  for (let presses = 0; presses < 200 && !(await reached()); presses++) {
    // A hold cannot be hurried; the key is pressed when it has run out.
    await expect(page.locator('.run')).toHaveAttribute('data-holding', 'false', { timeout: 20_000 });
    const before = await state();
    await page.keyboard.press('Space');
    await expect.poll(state, { message: `Space on ${before}` }).not.toBe(before);
  }
  expect(await reached()).toBe(true);
}
