import { expect, test } from './support/app.ts';
import { chooseFrom, openUnit } from './support/bench.ts';

test('the Route screen: any target by any name, what it costs together, what is worth checking, what if', async ({
  page,
}) => {
  await openUnit(page, 'SK-0407');
  await expect(page.getByText('Where to?')).toBeVisible();

  // By pointing in the stack, by key, and by another name of the part.
  await page
    .getByRole('list', { name: 'Parts, outermost first' })
    .getByRole('button', { name: 'Touchpad' })
    .click();
  await expect(page.getByTestId('route-step').last()).toContainText('Touchpad off');
  // What is chosen is not offered again; its connector by itself still is.
  await page.getByRole('combobox', { name: 'other part' }).fill('trackpad');
  await expect(page.getByRole('listbox').getByRole('option')).toHaveText([
    'Free the touchpad ribbon, no more',
  ]);
  await page.getByRole('combobox', { name: 'other part' }).fill('dimm');
  await page.getByRole('option', { name: 'Memory', exact: true }).click();
  await expect(page.getByTestId('visits')).toContainText('2 visits would take');
  await page.getByRole('button', { name: 'Memory ×' }).click();
  await expect(page.getByTestId('visits')).toBeHidden();

  // Does the touchpad really wait for the battery? Leaving it out to try shortens the route; it is not run.
  const total = page.getByTestId('down-and-back');
  const before = await total.textContent();
  const question = page.getByTestId('worth-checking').getByRole('button').first();
  await expect(question).toContainText('saves');
  await question.click();
  await expect(page.getByTestId('what-if')).toContainText(`instead of ${before}`);
  await expect(page.getByTestId('start-run')).toBeDisabled();
  await page.getByRole('button', { name: 'as it stands' }).click();
  await expect(total).toHaveText(before ?? '');

  // What if a step had to wait for a later one? And what if a ground did not hold?
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowLeft');
  await chooseFrom(
    page,
    page.getByRole('combobox', { name: 'What if it waited for' }),
    'Base cover: free the clips',
  );
  await expect(page.getByTestId('what-if')).toContainText('1 added');
  await page.getByRole('button', { name: 'as it stands' }).click();
  await page.getByRole('button', { name: 'what if not?' }).first().click();
  await expect(page.getByTestId('what-if')).toContainText('1 left out');
  await page.getByRole('button', { name: 'as it stands' }).click();
  await expect(total).toHaveText(before ?? '');

  // A half-open unit: the cover is off already.
  await page.getByTestId('assumptions').locator('summary').click();
  await page.getByTestId('assumptions').getByRole('button', { name: 'Base cover' }).click();
  await expect(page.getByTestId('route-step').filter({ hasText: 'Base cover' })).toHaveCount(0);
  await page.getByRole('button', { name: 'as usual again' }).click();
  await expect(page.getByTestId('route-step').filter({ hasText: 'Base cover' }).first()).toBeVisible();

  // Two routes side by side.
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { name: 'Targets' }).click();
  await page.keyboard.press('c');
  await page.keyboard.press('1');
  await expect(page.getByTestId('compare')).toContainText('Touchpad and Battery');
  await expect(page.getByTestId('compare')).toContainText('the one set aside');

  // The steps are walked with the arrows, and each says why.
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('heading', { name: 'Why step 1', exact: true })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Why step 2', exact: true })).toBeVisible();
});

test('only disconnecting is a target of its own', async ({ page }) => {
  await openUnit(page, 'SK-0398');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.getByRole('combobox', { name: 'other part' }).fill('disconnect battery');
  await page.getByRole('listbox').getByRole('option').first().click();
  await expect(page.getByTestId('route-step').last()).toContainText('Unplug battery');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('step-title')).toBeVisible();
});
