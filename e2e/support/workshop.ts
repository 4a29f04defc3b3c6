import { type Browser, expect, type Page } from '@playwright/test';
import type { App } from './app.ts';

/* A workshop of several: its first owner, its people, a paired tablet, and taking each other's place. */

const input = (page: Page, id: string) => page.getByTestId(id).locator('input');

export async function openWorkshop(app: App, page: Page): Promise<void> {
  await app.kill();
  await app.start({ BEMTOR_ACCOUNTS: '1' });
  await expect.poll(() => app.said).toContain('The code that makes the first: ');
  await page.goto('/');
  await input(page, 'gate-code').fill(/first: ([\d-]+)/.exec(app.said)![1]!);
  await input(page, 'gate-name').fill('Alva');
  await input(page, 'gate-secret').fill('a phrase of the owner');
  await input(page, 'gate-device').fill('Desk');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('unit-SK-0412')).toBeVisible();
}
const staff = [
  ['Ilse', 'technician', '2222'],
  ['Runa', 'lead', '3333'],
  ['Teitur', 'apprentice', '4711'],
] as const;

export async function bringIn(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByTestId('to-people').click();
  await expect(page.getByTestId('people')).toContainText('Alva (you)');
  for (const [name, role, secret] of staff) {
    await page.keyboard.press('a');
    await input(page, 'person-name').fill(name);
    await page.getByTestId(`role-${role}`).click();
    await input(page, 'person-secret').fill(secret);
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('people')).toContainText(name);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
}

/** Another device, paired by what the owner's screen shows. */
export async function pairTablet(browser: Browser, owner: Page, url: string): Promise<Page> {
  await owner.keyboard.press('p');
  const code = await owner.getByTestId('pairing-code').innerText();
  const context = await browser.newContext({
    baseURL: url,
    viewport: { width: 1180, height: 820 },
    reducedMotion: 'reduce',
  });
  const tablet = await context.newPage();
  await tablet.clock.install();
  await tablet.goto(`/sign-in?code=${code.replace('-', '')}`);
  await input(tablet, 'gate-device').fill('Tablet at the mat');
  await tablet.keyboard.press('Enter');
  await expect(tablet.getByTestId('person-Teitur')).toBeVisible();
  return tablet;
}

/** Somebody takes the place, by keys alone. */
export async function takePlace(page: Page, name: string): Promise<void> {
  const place = ['Alva', ...staff.map(([one]) => one)].indexOf(name) + 1;
  await expect(page.getByTestId(`person-${name}`)).toBeVisible();
  await page.keyboard.press(String(place));
  await expect(input(page, 'secret')).toBeFocused();
  await page.keyboard.type(staff.find(([one]) => one === name)![2]);
  await page.keyboard.press('Enter');
}
export async function change(page: Page, name: string): Promise<void> {
  await page.keyboard.press('F4');
  await takePlace(page, name);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByTestId('who')).toHaveText(name.charAt(0));
}
