import { expect, test } from './support/app.ts';
import { openUnit, sayElsewhere, typeLines } from './support/bench.ts';
import { published } from './support/summary.ts';

test('a second recording of the model: what they count differently is named with both, and one key takes one', async ({
  page,
  app,
}) => {
  await page.goto('/');
  const arrived = { kind: 'unit-arrived', unit: crypto.randomUUID(), label: 'SK-0420', model: 'TL14-3' };
  await sayElsewhere(page, app.url, arrived);
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLines(page, ['base cover: 6 PH0 M2x5', 'base cover off', 'unplug battery', 'battery off']);

  await page.goto('/');
  await page.getByTestId('unit-SK-0420').getByText('Lark 14').click();
  await page.keyboard.press('r');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLines(page, ['base cover: 7 PH0 M2x5', 'base cover off', 'unplug battery', 'battery off']);
  await page.keyboard.press('F9');
  await expect(page.getByTestId('review-row').first()).toContainText('7 screws');

  const witness = page.getByTestId('witness');
  await expect(witness).toContainText('SK-0412, 4 lines');
  await witness.click();
  await expect(page.getByText('Base cover, screws: 7 in one recording, 6 in another')).toBeVisible();
  await page.keyboard.press('f');
  const finding = page.locator('[data-rule="counts-differ"]');
  await expect(finding).toContainText('the first stands');
  const stored = page.waitForResponse((answer) => answer.url().endsWith('/entries') && answer.ok());
  await finding.getByRole('button', { name: 'take 6' }).click();
  await expect(page.locator('.settled[data-rule="counts-differ"]')).toContainText('mended');
  await stored;
  // It stays so over a reload, and taking it back brings the question back.
  await page.reload();
  await expect(page.getByTestId('review-row').first()).toBeVisible(); // a key pressed before that is nobody's
  await page.keyboard.press('f');
  const settled = page.locator('.settled[data-rule="counts-differ"]');
  await expect(settled).toContainText('mended');
  await settled.getByRole('button', { name: 'undo' }).click();
  await expect(finding).toContainText('ignore');
  await finding.getByRole('button', { name: 'take 6' }).click();
  await expect(settled).toContainText('mended');
  await page.keyboard.press('p');
  await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
  const document = await published(page, app.url, 'TL14-3');
  expect(document.joints.find(({ holds }) => holds.some((part) => part === 'base-cover'))?.count).toBe(6);
});
