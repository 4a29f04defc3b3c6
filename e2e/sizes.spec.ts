import { type Locator, type Page } from '@playwright/test';
import { expect, test } from './support/app.ts';
import { allKept, field, openUnit, pressUntil, typeLine } from './support/bench.ts';

/*
 * Every screen at the sizes that stand on a bench: a desk, a tablet under fingers, a telephone, and a desk at a zoom of
 * 200 %, which is half its size. What the work needs is in view without a scroll, nothing sticks out, nothing is cut.
 */
const sizes = [
  { name: 'desk 1280 × 800', width: 1280, height: 800, touch: false },
  { name: 'tablet 1024 × 768', width: 1024, height: 768, touch: true },
  { name: 'tablet upright 820 × 1180', width: 820, height: 1180, touch: true },
  { name: 'telephone 390 × 844', width: 390, height: 844, touch: true },
  { name: 'zoom of 200 %', width: 640, height: 400, touch: false },
] as const;

/** The part of an element that is inside the window, as a share of its area, or of the window's where that is less. */
async function inView(page: Page, what: Locator): Promise<number> {
  const box = await what.first().boundingBox();
  const { width, height } = page.viewportSize() ?? { width: 0, height: 0 };
  if (!box || box.width === 0 || box.height === 0) return 0;
  const across = Math.min(box.x + box.width, width) - Math.max(box.x, 0);
  const down = Math.min(box.y + box.height, height) - Math.max(box.y, 0);
  return Math.max(0, across / Math.min(box.width, width)) * Math.max(0, down / Math.min(box.height, height));
}

/** Is it on top where it stands? What lies under a bar that sticks is not in view. */
const onTop = (what: Locator): Promise<boolean> =>
  what.first().evaluate((element) => {
    const { left, top, width, height } = element.getBoundingClientRect();
    const there = document.elementFromPoint(left + width / 2, top + Math.min(height / 2, 40));
    return there !== null && (element.contains(there) || there.contains(element));
  });

/** Texts that are cut off, and controls that are smaller than a finger. */
function faults(touch: boolean): string[] {
  const seen = (element: Element): boolean => {
    const { width, height, right, bottom } = element.getBoundingClientRect();
    return width > 1 && height > 1 && right > 0 && bottom > 0;
  };
  const words = (element: Element): string => (element.textContent ?? '').trim().slice(0, 40);
  const all = [...document.querySelectorAll<HTMLElement>('body *')].filter(seen);
  const cut = all.filter((element) => {
    const own = [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim());
    if (!own || element.closest('.visually-hidden, [aria-hidden=true], svg, .v-field-label')) return false;
    const style = getComputedStyle(element);
    const isCut = element.scrollWidth > element.clientWidth + 1 && style.overflowX !== 'visible';
    // What is shortened says the rest where it is pointed at.
    const tells = style.textOverflow === 'ellipsis' && element.closest('[title]') !== null;
    return isCut && style.overflowX === 'hidden' && !tells;
  });
  const out = all.filter((element) => {
    if (!element.matches('button, a, input, textarea, h1, [role=combobox]')) return false;
    const { left, right } = element.getBoundingClientRect();
    const scrolls = element.closest<HTMLElement>('nav, [tabindex], .v-slide-group, .v-table__wrapper');
    return (left < -1 || right > window.innerWidth + 1) && !scrolls;
  });
  const small = touch
    ? all.filter((element) => {
        if (!element.matches('button, [role=tab], .v-field')) return false;
        if (element.closest('.v-field') && !element.matches('.v-field')) return false;
        const { width, height } = element.getBoundingClientRect();
        return Math.min(width, height) < 39.5 || Math.max(width, height) < 47.5;
      })
    : [];
  const wide = document.documentElement.scrollWidth > window.innerWidth;
  return [
    ...(wide ? ['scrolls sideways'] : []),
    ...cut.map((element) => `cut: “${words(element)}”`),
    ...out.map((element) => `sticks out: “${words(element)}” ${element.tagName}`),
    ...small.map((element) => `small: “${words(element)}” ${element.getAttribute('aria-label') ?? ''}`),
  ];
}

for (const { name, width, height, touch } of sizes)
  test.describe(name, () => {
    test.use({ viewport: { width, height }, hasTouch: touch });

    test('what the work needs is in view on every screen', async ({ page }) => {
      const table: string[] = [];
      /** `need`: what has to be in view whole; `see`: what has to be seen of, at least a good part. */
      const look = async (screen: string, need: Locator[], see: Locator[] = []): Promise<void> => {
        const bad = await page.evaluate(faults, touch);
        for (const one of need) {
          const share = await inView(page, one);
          if (share < 0.98) bad.push(`not in view: ${String(one)} (${Math.round(share * 100)} %)`);
          else if (!(await onTop(one))) bad.push(`covered: ${String(one)}`);
        }
        for (const one of see)
          if ((await inView(page, one)) < 0.3) bad.push(`hardly in view: ${String(one)}`);
        table.push(`${screen.padEnd(22)} ${bad.length === 0 ? 'in view' : bad.join('; ')}`);
        expect.soft({ screen, bad }).toEqual({ screen, bad: [] });
      };
      const button = (words: string | RegExp) => page.getByRole('button', { name: words });

      await page.goto('/');
      await expect(page.getByTestId('unit-SK-0412')).toBeVisible();
      await look('bench', [page.locator('.unit.here a').first()], [page.getByTestId('unit-SK-0391')]);
      await openUnit(page, 'SK-0412');
      await expect(page.getByTestId('bench-line')).toBeFocused();
      await typeLine(page, 'base cover: 6 PH0 M2x5, 2 captive PH0 rear corners');
      await allKept(page, 1);
      await page.keyboard.type('one more gold screw under the drive shield at the rear corners');
      await look(
        'recorder',
        [page.getByTestId('bench-line'), button('Enter keep')],
        [page.getByTestId('strip-line')],
      );
      await page.keyboard.press('F7');
      await expect(page.getByTestId('palette')).toBeVisible();
      await look('recorder, palette', [page.getByTestId('palette-parts')]);
      await page.goto(page.url().replace('/recorder', '/mat'));
      await expect(page.getByTestId('mat-group').first()).toBeVisible();
      await look('mat', [], [page.getByTestId('mat-sheet')]);
      await page.goto(page.url().replace('/mat', '/review'));
      await expect(page.getByTestId('review-row').first()).toBeVisible();
      await look('review', [page.getByTestId('publish')], [page.getByTestId('review-row').first()]);
      await openUnit(page, 'SK-0407');
      await expect(page.getByText('Where to?')).toBeVisible();
      await page.keyboard.press('1');
      await expect(page.getByTestId('route-step').last()).toBeVisible();
      await look('route', [page.getByTestId('start-run')], [page.getByTestId('profile')]);
      await page.getByTestId('start-run').click();
      await expect(page.getByTestId('step-title')).toBeVisible();
      const onward = button(/^Space/);
      await look('run, arrival', [page.getByTestId('step-title'), onward]);
      await pressUntil(page, () => page.getByTestId('count').isVisible());
      await look('run, screws', [page.getByTestId('step-title'), page.getByTestId('count'), onward]);
      await page.goto(page.url().replace('/run', '/intake'));
      await expect(page.getByTestId('complaint')).toBeVisible();
      await look('intake', [], [field(page, 'complaint')]);
      await page.goto('/maths');
      await page.getByTestId('instrument-fit').click();
      await look('maths', [field(page, 'field-old.number')]);
      await page.goto('/parts');
      await field(page, 'part-search').fill('tb44');
      await expect(page.getByTestId('part-number')).toHaveText('TB-4471');
      await look('parts', [field(page, 'part-search')], [page.getByTestId('part-hit').first()]);
      await page.goto('/logbook');
      await expect(page.getByTestId('job-row').first()).toBeVisible();
      await look('logbook', [page.getByRole('heading', { level: 1 })]);
      await page.goto('/models');
      await expect(page.getByTestId('model-TL14-2')).toBeVisible();
      await look('models', [page.getByTestId('new-model')], [page.getByTestId('model-TL14-2')]);
      await page.goto('/models/TL14-2');
      await expect(page.getByTestId('model-option').first()).toBeVisible();
      await look('model', [page.getByRole('heading', { level: 1 })]);
      await page.goto('/import');
      await expect(page.getByTestId('import-read')).toBeVisible();
      await look('import', [page.getByTestId('import-file')]);
      await page.goto('/shop');
      await expect(page.getByTestId('technician')).toBeVisible();
      await look('shop', [field(page, 'technician')]);
      await page.goto('/waiting');
      await expect(page.getByText('Nothing waits')).toBeVisible();
      await look('what waits', [page.getByText('Nothing waits')]);
      console.log(`${name}\n  ${table.join('\n  ')}`);
    });
  });
