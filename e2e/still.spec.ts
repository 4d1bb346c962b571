import type { Page } from '@playwright/test';
import { expect, signIn, test } from './support/shop-test';

/** Pages made of lists, where one could push down what is below it. */
const PAGES = [
  ...['/now', '/floor', '/life', '/rounds', '/rounds/sheets', '/store', '/jobs'],
  ...['/machines', '/people', '/devices', '/lots', '/book'],
];

/** "Good" for the cumulative layout shift of a page: Core Web Vitals, from memory. */
const MOST_SHIFT = 0.1;

/** The server's answers are held until the page has been drawn without them, and then released all at once. */
async function openSlowly(page: Page, path: string): Promise<void> {
  let letThrough = (): void => undefined;
  const drawn = new Promise<void>((resolve) => (letThrough = resolve));
  let waiting = 0;
  await page.route(/\/api\/(?!session|shop)/, async (route) => {
    // A stream is never complete.
    if (route.request().resourceType() === 'eventsource') return route.continue();
    waiting += 1;
    await drawn;
    const response = await route.fetch();
    waiting -= 1;
    await route.fulfill({ response });
  });
  await page.goto(path, { waitUntil: 'commit' });
  await expect(page.locator('#room').locator('h1, h2').first()).toBeVisible();
  await page.evaluate(() => document.fonts.ready);
  letThrough();
  await expect.poll(() => waiting).toBe(0);
  await expect(page.locator('#room')).not.toContainText(/^\s*Reading /);
  // Two frames: what was read is drawn, and what it moved is counted.
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  );
  await page.unrouteAll({ behavior: 'ignoreErrors' });
}

test('nothing that can be tapped moves when answers arrive, on a phone', async ({ page }) => {
  await signIn(page, 'lead');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.addInitScript(() => {
    const shifts: number[] = [];
    Object.assign(window, { shifts });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) shifts.push((entry as unknown as { value: number }).value);
    }).observe({ type: 'layout-shift', buffered: true });
  });
  const moved: Record<string, number> = {};
  for (const path of PAGES) {
    await openSlowly(page, path);
    moved[path] = await page.evaluate(() =>
      (window as unknown as { shifts: number[] }).shifts.reduce((sum, value) => sum + value, 0),
    );
  }
  expect(Object.entries(moved).filter(([, shift]) => shift > MOST_SHIFT)).toEqual([]);
});
