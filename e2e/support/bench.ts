import { expect, type Locator, type Page } from '@playwright/test';

/** Types one bench line and keeps it. */
export async function typeLine(page: Page, line: string): Promise<void> {
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
}

/** Every line on the strip has the server's word. */
export async function allKept(page: Page, count: number): Promise<void> {
  await expect(page.locator('[data-testid=strip-line][data-state=kept]')).toHaveCount(count);
}

/** Types bench lines one after the other, and waits until the strip holds them all as kept, with `before` before them. */
export async function typeLines(page: Page, lines: readonly string[], before = 0): Promise<void> {
  for (const line of lines) await typeLine(page, line);
  await allKept(page, before + lines.length);
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

/** What one press changes: the step, the phase, the count, and whether screws are short. */
interface Stand {
  readonly step: string;
  readonly count: string;
  readonly short: boolean;
}

async function stand(page: Page): Promise<Stand> {
  const run = page.locator('.run');
  return {
    step: `${await run.getAttribute('data-step')}|${await run.getAttribute('data-phase')}`,
    count: (await page.getByTestId('count').allTextContents()).join(),
    short: (await page.getByTestId('short').count()) > 0,
  };
}

/** Every screw of the step is through: the step itself ends a moment later, as an event of its own. */
const allThrough = ({ count, short }: Stand): boolean => {
  const [through, of] = count.split('/');
  return !short && of !== undefined && through === of;
};

/** Presses a key and waits for all that it changes, so that the next press does not fall on a step half done. */
async function pressOnce(page: Page, key: 'Space' | 'Enter'): Promise<void> {
  // A hold cannot be hurried; the key is pressed when it has run out.
  await expect(page.locator('.run')).toHaveAttribute('data-holding', 'false', { timeout: 40_000 });
  const before = await stand(page);
  await page.keyboard.press(key);
  const moved = async (): Promise<boolean> => {
    const now = await stand(page);
    if (now.step !== before.step) return true;
    if (key === 'Enter') return now.short && !before.short;
    return now.count !== before.count && !allThrough(now);
  };
  await expect
    .poll(moved, {
      message: `${key} on ${JSON.stringify(before)}`,
      intervals: [20, 40, 80, 160],
      timeout: 20_000,
    })
    .toBe(true);
}

/** Presses the one key until something is reached; each press waits for what it changed. */
export async function pressUntil(page: Page, reached: () => Promise<boolean>): Promise<void> {
  for (let presses = 0; presses < 200 && !(await reached()); presses++) await pressOnce(page, 'Space');
  expect(await reached()).toBe(true);
}

/** Chooses targets by their keys on the Route screen of a unit, and starts the run. */
export async function startRun(page: Page, unit: string, ...keys: string[]): Promise<void> {
  await openUnit(page, unit);
  await expect(page.getByText('Where to?')).toBeVisible();
  for (const key of keys) await page.keyboard.press(key);
  await expect(page.getByTestId('route-step').last()).toBeVisible();
  await page.getByTestId('start-run').click();
  await expect(page.getByTestId('step-title')).toBeVisible();
}

export const inPhase = (page: Page, phase: string) => async (): Promise<boolean> =>
  (await page.locator('.run').getAttribute('data-phase')) === phase;

/** As `pressUntil`, with all screws of a step at once; the titles that were passed, in order. */
export async function hurryUntil(page: Page, reached: () => Promise<boolean>): Promise<string[]> {
  const titles: string[] = [];
  for (let presses = 0; presses < 300 && !(await reached()); presses++) {
    const title = (await page.getByTestId('step-title').textContent()) ?? '';
    if (titles.at(-1) !== title) titles.push(title);
    await pressOnce(page, 'Enter');
  }
  expect(await reached()).toBe(true);
  return titles;
}

/** Time that passes on the page's clock while something goes on; the clock has to be installed. */
export async function withTime<T>(page: Page, goOn: () => Promise<T>): Promise<T> {
  const ticking = setInterval(() => void page.clock.fastForward(5_000).catch(() => undefined), 200);
  try {
    return await goOn();
  } finally {
    clearInterval(ticking);
  }
}

/** Through a job by its buttons alone, up to the close: every step by its large one, all screws of a step at once. */
export async function runByButtons(page: Page, press: (button: Locator) => Promise<void>): Promise<void> {
  const run = page.locator('.run');
  for (let presses = 0; presses < 200 && (await run.getAttribute('data-phase')) !== 'close'; presses++) {
    await expect(run).toHaveAttribute('data-holding', 'false', { timeout: 40_000 });
    const step = await run.getAttribute('data-step');
    const all = page.getByRole('button', { name: 'Enter all' });
    await press((await all.isVisible()) ? all : page.getByRole('button', { name: /^Space/ }));
    await expect(run).not.toHaveAttribute('data-step', step ?? '');
  }
}

/** Says something in the log of the shop, as another bench would. */
export async function sayElsewhere(page: Page, url: string, body: object): Promise<void> {
  const answer = await page.request.post(`${url}/api/shop/events`, {
    data: { id: crypto.randomUUID(), at: new Date().toISOString(), body },
  });
  if (answer.status() !== 201) throw new Error(await answer.text());
}

/** In the dialog of an arrival: a ticket, and a model that is new to the shop. */
export async function fillNewModel(
  page: Page,
  ticket: string,
  { maker, name, code }: { readonly maker: string; readonly name: string; readonly code: string },
): Promise<void> {
  await page.getByLabel('Ticket').fill(ticket);
  await chooseFrom(page, page.getByRole('combobox', { name: 'Model' }), /^new to the shop/);
  for (const [label, value] of [
    ['Maker', maker],
    ['Name', name],
    ['Code on the label', code],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(value);
}

/** The application itself is on this device: from here on its pages open without the server. */
export const onDevice = (page: Page): Promise<void> =>
  expect.poll(() => page.evaluate(async () => Boolean(await caches.match('/')))).toBe(true);

/** Sends what waits, unless the page has done so by itself meanwhile. */
export async function tryNow(page: Page): Promise<void> {
  const button = page.getByTestId('try-now');
  const nothing = page.getByText('Nothing waits');
  await expect(button.or(nothing)).toBeVisible();
  await button.click({ timeout: 6_000 }).catch(async () => expect(nothing).toBeVisible());
}

/** What was just done is in this device's store: from here on a page may be left. */
export const inStore = (page: Page, things = 1): Promise<void> =>
  expect
    .poll(() =>
      page.evaluate(
        () =>
          new Promise<number>((resolve, reject) => {
            const open = indexedDB.open('bemtor');
            open.onerror = () => reject(open.error!);
            open.onsuccess = () => {
              const count = open.result.transaction('waiting').objectStore('waiting').count();
              count.onsuccess = () => {
                open.result.close();
                resolve(count.result);
              };
            };
          }),
      ),
    )
    .toBeGreaterThanOrEqual(things);

/** Where something is typed into a field of the kit. */
export const field = (page: Page, testid: string): Locator =>
  page.getByTestId(testid).locator('input, textarea:not([readonly])');

/** Chooses from a list of the kit by what stands there. */
export async function chooseFrom(page: Page, list: Locator, option: string | RegExp): Promise<void> {
  // The field around it takes the click.
  await list.click({ force: true });
  await page.getByRole('option', { name: option }).click();
}

/** Closes the job at whose end the page stands; its ledger balances. */
export async function closeJob(page: Page): Promise<void> {
  const balance = page.getByTestId('balance');
  await expect(balance).toHaveText('The ledger balances');
  // One Space too many closes nothing.
  await page.keyboard.press('Space');
  await expect(balance).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('closed')).toContainText('Every screw accounted for');
}
