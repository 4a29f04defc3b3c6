import type { Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, test } from './support/app.ts';
import { openUnit } from './support/bench.ts';

/* The guide leaves Bemtor: every format from Route, the same to the byte as on the command line, and read without it. */

/** What the command line writes of a published revision for the same job. */
function exported(document: object, format: string, more: readonly string[]): Buffer {
  const file = join(mkdtempSync(join(tmpdir(), 'bemtor-guide-')), 'sequence.json');
  writeFileSync(file, JSON.stringify(document));
  const bin = new URL('../cli/bin/bemtor.js', import.meta.url).pathname;
  return execFileSync(process.execPath, [bin, 'export', file, '--to', format, ...more]);
}

async function taken(page: Page, key: string): Promise<{ name: string; bytes: Buffer }> {
  const download = page.waitForEvent('download');
  await page.keyboard.press(key);
  const file = await download;
  return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
}

test('the guide of a route in every format by keys, alike on the command line; its page works without network and keeps its ticks', async ({
  page,
  app,
  browser,
}) => {
  await openUnit(page, 'SK-0407');
  await expect(page.getByText('Where to?')).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByTestId('route-step').last()).toContainText('Battery off');
  await page.keyboard.press('g');
  await expect(page.getByTestId('take-along')).toBeVisible();

  const get = async <T>(path: string): Promise<T> =>
    (await (await page.request.get(app.url + path)).json()) as T;
  const { units } = await get<{
    units: { label: string; serial: string; configuration: Record<string, string> }[];
  }>('/api/units');
  const unit = units.find(({ label }) => label === 'SK-0407')!;
  const revision = await get<{ document: object; publishedAt: string }>('/api/models/TL14-2/revisions/1');
  const more = [
    ...['--target', 'battery', '--purpose', 'replace', '--unit', unit.label, '--serial', unit.serial],
    ...['--revision', '1', '--day', revision.publishedAt.slice(0, 10)],
    ...['--link', `${app.url}/models/TL14-2?revision=1`],
    ...Object.entries(unit.configuration).flatMap(([key, value]) => ['--set', `${key}=${value}`]),
  ];
  const formats = ['html', 'md', 'csv-steps', 'csv-screws', 'csv-parts', 'jsonld', 'json', 'zip'];
  let whole: Awaited<ReturnType<typeof taken>> | undefined;
  for (const [i, format] of formats.entries()) {
    const file = await taken(page, String(i + 1));
    await expect(page.getByText(`Saved as ${file.name}`)).toBeVisible();
    expect(file.bytes.equals(exported(revision.document, format, more)), format).toBe(true);
    whole ??= file;
  }
  // On paper: seen first, on either sheet and in either size of letters, then made by the server.
  await page.keyboard.press('p');
  const preview = page.frameLocator('[data-testid=preview]');
  await expect(preview.getByRole('heading', { level: 1 })).toHaveText('Tervane Lark 14: replace battery');
  const letters = (): Promise<string> =>
    preview.locator('body').evaluate((body) => getComputedStyle(body).fontSize);
  await expect.poll(letters).toBe('14px'); // 10.5 pt
  for (const key of ['l', 's']) await page.keyboard.press(key);
  await expect.poll(letters).toBe('20px'); // 15 pt
  const file = await taken(page, 'f');
  await expect(page.getByTestId('paper-told')).toHaveText('Saved as TL14-2-battery.pdf');
  const asked = [...more, '--size', 'Letter', '--type', 'large'];
  expect(file.bytes.equals(exported(revision.document, 'pdf', asked))).toBe(true);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('print-view')).toBeHidden();

  const alone = await browser.newContext({ offline: true });
  const paper = await alone.newPage();
  const complaints: string[] = [];
  paper.on('console', (message) => complaints.push(message.text()));
  const copy = join(mkdtempSync(join(tmpdir(), 'bemtor-guide-')), whole!.name);
  writeFileSync(copy, whole!.bytes);
  await paper.goto(pathToFileURL(copy).href);
  await expect(paper.getByRole('heading', { level: 1 })).toHaveText('Tervane Lark 14: replace battery');
  await paper.getByRole('checkbox', { name: 'Anything missing on arrival?' }).check();
  await paper.reload();
  await expect(paper.getByRole('checkbox', { name: 'Anything missing on arrival?' })).toBeChecked();
  await expect(paper.getByRole('checkbox', { name: 'Battery off' })).not.toBeChecked();
  // On paper no step is broken over pages, and nothing is wider than the sheet.
  await paper.emulateMedia({ media: 'print' });
  await paper.setViewportSize({ width: 690, height: 975 }); // A4 within its margins, at 96 to the inch
  expect(await paper.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(690);
  expect(
    await paper
      .locator('ol > li')
      .evaluateAll((all) => all.every((one) => getComputedStyle(one).breakInside === 'avoid')),
  ).toBe(true);
  expect(complaints).toEqual([]);
  await alone.close();
});
