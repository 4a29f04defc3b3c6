import { expect, test } from './support/app.ts';
import { closeJob, hurryUntil, inPhase, openUnit, startRun, typeLines, withTime } from './support/bench.ts';
import { bringIn, change, openWorkshop, pairTablet, takePlace } from './support/workshop.ts';

/* A workshop of several, from the code on the server's screen to a job that somebody else closes. */

test('the owner opens the workshop and pairs a tablet; an apprentice records and is told whom to ask; a lead publishes, a technician closes', async ({
  page,
  app,
  browser,
}) => {
  const faults: string[] = [];
  await openWorkshop(app, page);
  await bringIn(page);
  const tablet = await pairTablet(browser, page, app.url);
  tablet.on('pageerror', ({ message }) => faults.push(message));

  await takePlace(tablet, 'Teitur');
  await expect(tablet.getByTestId('unit-SK-0412')).toBeVisible();
  await openUnit(tablet, 'SK-0412');
  await expect(tablet.getByTestId('bench-line')).toBeFocused();
  await typeLines(tablet, ['base cover: 6 PH0 M2x5', 'base cover off', 'unplug battery', 'battery off']);
  await tablet.keyboard.press('F9');
  await expect(tablet.getByTestId('review-row').first()).toBeVisible();
  await tablet.keyboard.press('p');
  await expect(
    tablet.getByText(
      'Publishing a sequence is for a lead or an owner, and Teitur is an apprentice: ask Alva or Runa',
    ),
  ).toBeVisible();

  await change(tablet, 'Runa');
  await tablet.keyboard.press('p');
  await expect(tablet.getByTestId('told')).toHaveText('Published as revision 1.');

  await change(tablet, 'Teitur');
  await startRun(tablet, 'SK-0407', '1');
  await withTime(tablet, () =>
    hurryUntil(
      tablet,
      async () => (await tablet.getByTestId('short').count()) > 0 || (await inPhase(tablet, 'close')()),
    ),
  );
  await change(tablet, 'Ilse');
  if ((await tablet.getByTestId('short').count()) > 0) await tablet.keyboard.press('f');
  await withTime(tablet, () => hurryUntil(tablet, inPhase(tablet, 'close')));
  await closeJob(tablet);

  // The owner sees who did what; the logbook, who worked.
  await page.goto('/audit');
  const audit = page.getByTestId('audit');
  await expect(audit).toContainText('was refused');
  await expect(audit).toContainText('publishing a sequence');
  await expect(audit).toContainText('Tablet at the mat');
  const saved = page.waitForEvent('download');
  await page.keyboard.press('c');
  expect((await saved).suggestedFilename()).toBe('audit.csv');
  await page.goto('/logbook');
  await expect(page.getByTestId('job-row').filter({ hasText: 'SK-0407' }).first()).toContainText('Ilse');

  // A tablet that was lost is turned away; what it shows is the way in, and nothing else.
  await page.goto('/people');
  await page.getByRole('button', { name: 'Turn Tablet at the mat away' }).click();
  await expect(page.getByTestId('told')).toContainText('is turned away');
  await tablet.goto('/');
  await expect(tablet.getByTestId('gate-code')).toBeVisible();
  await expect(tablet.getByTestId('unit-SK-0412')).toHaveCount(0);
  expect(faults).toEqual([]);
});

test('a cable that is out throws nobody out: lines wait, and go under the name of who typed them', async ({
  page,
  app,
}) => {
  await openWorkshop(app, page);
  await bringIn(page);
  await change(page, 'Teitur');
  await openUnit(page, 'SK-0412');
  await expect(page.getByTestId('bench-line')).toBeFocused();
  await typeLines(page, ['base cover: 6 PH0 M2x5']);
  await app.kill();
  await page.keyboard.type('base cover off');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-testid=strip-line][data-state=waiting]')).toHaveCount(1);
  await page.reload();
  await expect(page.getByTestId('strip-line')).toHaveCount(2);
  await app.start({ BEMTOR_ACCOUNTS: '1' });
  await expect(page.locator('[data-testid=strip-line][data-state=kept]')).toHaveCount(2, { timeout: 40_000 });
  const unit = page.url().split('/unit/')[1]!.split('/')[0]!;
  const { recording } = (await (await page.request.get(`${app.url}/api/units/${unit}`)).json()) as {
    recording: { id: string };
  };
  const { items } = (await (await page.request.get(`${app.url}/api/recordings/${recording.id}`)).json()) as {
    items: { by: string }[];
  };
  expect(items.map(({ by }) => by)).toEqual(['Teitur', 'Teitur']);
});
