import { configure, runSteps } from '@bemtor/core';
import { type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import { runByButtons, startRun } from './support/bench.ts';
import { published } from './support/summary.ts';

const title = (page: Page) => page.getByTestId('step-title');

for (const [unit, device, key] of [
  ['SK-0398', 'handheld', '1'],
  ['SK-0391', 'all-in-one', '1'],
] as const) {
  test(`${device}: a job from route to close by touch alone, and the ledger balances`, async ({ page }) => {
    test.setTimeout(120_000);
    // The holds of these devices last up to half a minute; the page's clock is turned on instead of waiting.
    await page.clock.install();
    await startRun(page, unit, key);
    const ticking = setInterval(() => void page.clock.fastForward(5_000).catch(() => undefined), 200);
    await runByButtons(page, (button) => button.click());
    clearInterval(ticking);
    await expect(page.getByTestId('balance')).toHaveText('The ledger balances');
    await page.getByTestId('close-job').click();
    await expect(page.getByTestId('closed')).toBeVisible();
  });
}

test('two benches on one job: each sees the other act, and one screw pressed by both is one screw', async ({
  page,
  context,
}) => {
  await startRun(page, 'SK-0407', '1');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(title(other)).toHaveText('Anything missing on arrival?');
  // Each bench sees where the other is, and both are told where they stand at one step.
  await expect(page.getByTestId('other-bench')).toHaveText(
    'Another bench is at this step too: say who acts.',
  );
  await expect(other.getByTestId('other-bench')).toContainText('at this step too');
  const next = (who: Page) => who.keyboard.press('Space');
  while (!(await page.getByTestId('count').isVisible())) {
    const before = await title(page).textContent();
    await next(page);
    await expect(title(page)).not.toHaveText(before ?? '');
  }
  await expect(other.getByTestId('count')).toHaveText('0/3');
  await Promise.all([next(page), next(other)]);
  await expect(page.getByTestId('count')).toHaveText(/^[12]\/3$/);
  await expect(async () =>
    expect(await other.getByTestId('count').textContent()).toBe(
      await page.getByTestId('count').textContent(),
    ),
  ).toPass();
});

test('a screw left in the tray is named at the close, and only a reason closes the job', async ({ page }) => {
  await startRun(page, 'SK-0407', '1');
  // The lid is closed with one screw fewer than came out: counted back from the ledger's own event.
  const job = (await (await page.request.get('/api/jobs')).json()) as { jobs: { id: string }[] };
  const { items } = (await (await page.request.get(`/api/jobs/${job.jobs[0]?.id}`)).json()) as {
    items: { body: { kind: string; steps?: string[] } }[];
  };
  const steps = items.find((item) => item.body.kind === 'started')?.body.steps ?? [];
  const document = await published(page, page.url().replace(/\/unit.*/, ''), 'TL14-2');
  const configuration = { keyboard: 'plain', card: 'cellular', layout: 'A' };
  const events = runSteps(configure(document, configuration), { steps, targets: ['battery'] }).flatMap(
    ({ id, joint, phase }) => {
      const what = phase === 'down' ? 'out' : 'back';
      const total = joint?.id === 'j-battery-screws' && what === 'back' ? 3 : joint?.count;
      const counted = joint ? [{ kind: 'counted', joint: joint.id, what, total }] : [];
      return [...counted, { kind: 'done', step: id }];
    },
  );
  await page.request.post(`/api/jobs/${job.jobs[0]?.id}/events`, {
    data: { items: events.map((body) => ({ id: crypto.randomUUID(), at: new Date().toISOString(), body })) },
  });
  await expect(page.getByTestId('balance')).toHaveText('The ledger does not balance');
  await expect(page.getByText('Battery, cell E: 1 of 4 is not back; 1 still in the tray')).toBeVisible();
  await expect(page.getByTestId('close-job')).toBeDisabled();
  await page.getByLabel('Why it is closed all the same').fill('Boss cracked, screw kept in the bag');
  await page.getByTestId('close-job').click();
  await expect(page.getByTestId('closed')).toContainText('Closed with an open ledger');
  await page.goto('/logbook');
  const row = page.getByTestId('job-row').filter({ hasText: 'SK-0407' });
  await expect(row).toContainText('1 still in the tray');
  await expect(row).toContainText('Boss cracked');
});
