import { type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import {
  allKept,
  chooseFrom,
  fillNewModel,
  hurryUntil,
  inPhase,
  runByButtons,
  typeLine,
} from './support/bench.ts';

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
  await expect(page.getByTestId('intake-state')).toHaveText('Saved');

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

  // What goes back with it, on paper.
  const sheet = page.waitForEvent('download');
  await tabTo(page, /^Sheet for the owner$/);
  await page.keyboard.press('Enter');
  expect((await sheet).suggestedFilename()).toBe('SK-0500-hand-back.pdf');

  await handBack(page);
  await page.keyboard.press('u');
  await expect(page.getByTestId('unit-SK-0500')).toBeVisible();
  await handBack(page);
});

test.describe('by touch alone', () => {
  // A tablet beside the mat; words are typed on its own keyboard, which is a field that is filled.
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });

  /** The unit is chosen by a tap on its card, away from the buttons on it. */
  async function tapUnit(page: Page): Promise<void> {
    await page.getByRole('link', { name: 'Bench', exact: true }).tap();
    await page.getByTestId('unit-SK-0501').getByText('SK-0501').tap();
  }

  async function handBackByTouch(page: Page): Promise<void> {
    await tapUnit(page);
    await page.getByRole('button', { name: 'hand back SK-0501' }).tap();
    await page.getByTestId('hand-back').tap();
    await expect(page.getByTestId('unit-SK-0501')).toHaveCount(0);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }

  test('a new convertible with a missing foot: from its arrival to the last page and back to its owner', async ({
    page,
  }) => {
    test.setTimeout(180_000);
    await page.goto('/');
    await page.getByRole('button', { name: 'a unit arrives' }).tap();
    await fillNewModel(page, 'SK-0501', { maker: 'Ossel', name: 'Turn 13', code: 'OT13-1' });
    await chooseFrom(page, page.getByRole('combobox', { name: 'Form' }), 'convertible');
    await page.getByRole('button', { name: 'To intake' }).tap();
    await page.getByRole('button', { name: 'Foot missing' }).tap();
    await page.getByTestId('intake-outline').tap({ position: { x: 30, y: 30 } });
    await expect(page.getByRole('button', { name: 'Foot missing 1' })).toBeVisible();
    await expect(page.getByTestId('intake-state')).toHaveText('Saved');

    await page.getByRole('link', { name: 'Recorder' }).tap();
    await page.getByTestId('way-palette').tap();
    const palette = page.getByTestId('palette');
    const tap = (id: string) => page.getByTestId(`palette-${id}`).tap();
    const kind = async (...names: string[]): Promise<void> => {
      await tap('kind');
      for (const name of [...names, 'Done']) await palette.getByRole('button', { name, exact: true }).tap();
    };
    let kept = 0;
    const keep = async (id: string): Promise<void> => {
      await tap(id);
      await allKept(page, ++kept);
    };
    await tap('part-base-cover');
    await kind('T5', 'M2', '× 5');
    await keep('count-6');
    await keep('off');
    await tap('part-battery');
    await keep('unplug');
    await kind('PH0', 'M2', '× 3');
    await keep('count-4');
    await keep('off');
    await page.getByRole('link', { name: 'F9 review' }).tap();
    await page.getByTestId('publish').tap();
    await expect(page.getByTestId('told')).toHaveText('Published as revision 1.');
    await page.getByRole('button', { name: /Route$/ }).tap();
    await page
      .getByRole('button', { name: /Battery/ })
      .first()
      .tap();
    await expect(page.getByTestId('route-step').last()).toContainText('Battery off');
    await page.getByTestId('start-run').tap();
    await runByButtons(page, (button) => button.tap());
    await page.getByTestId('close-job').tap();
    await expect(page.getByTestId('closed')).toBeVisible();
    await expect(page.getByTestId('closing-facts')).toContainText(/foot/i);

    // Opened again with a reason, and closed again.
    await page.getByRole('button', { name: 'Open it again' }).tap();
    await page.getByLabel(/why|reason/i).fill('the hinge creaks');
    await page.getByRole('button', { name: 'Open it again' }).tap();
    await page.getByTestId('close-job').tap();
    await expect(page.getByTestId('closed')).toContainText('Opened again: the hinge creaks');

    await handBackByTouch(page);
    await page.getByTestId('bench-told').getByRole('button', { name: 'undo' }).tap();
    await expect(page.getByTestId('unit-SK-0501')).toBeVisible();
    await handBackByTouch(page);
    await page.getByRole('button', { name: 'handed back' }).tap();
    await expect(page.getByTestId('take-in-SK-0501')).toBeVisible();
  });
});
