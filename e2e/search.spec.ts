import { expect, test } from './support/app.ts';
import { openUnit } from './support/bench.ts';

test('one search over everything, by keys: a unit, a part by its label, a step in its revision; nothing found is said', async ({
  page,
}) => {
  await openUnit(page, 'SK-0407');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.keyboard.press('Control+k');
  const field = page.getByTestId('search-text').locator('input');
  await expect(field).toBeFocused();
  await page.keyboard.type('puncture');
  await expect(page.getByTestId('search-hit').first()).toContainText('Caution: ');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/models\/[^/]+\?revision=1$/);
  await expect(page.getByRole('heading', { name: /^Revision 1, / })).toBeVisible();

  // A scanner types and ends with Enter at once.
  await page.keyboard.press('Control+k');
  await expect(field).toBeFocused();
  await page.keyboard.type('tb4471');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('part-number')).toHaveText('TB-4471');

  await page.getByTestId('open-search').click();
  await expect(field).toBeFocused();
  await field.fill('0412');
  await expect(page.getByTestId('search-hit').first()).toContainText('SK-0412');
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('[data-testid=search-hit].here')).not.toContainText(
    'Tervane Lark 14, TL14-2, notebook',
  );
  await field.fill('walrus');
  await expect(page.getByTestId('search-none')).toContainText('Nothing holds all of “walrus”');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('search')).toBeHidden();
});
