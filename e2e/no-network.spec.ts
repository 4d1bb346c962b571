import { expect, signIn, test } from './support/shop-test';
import type { Page } from '@playwright/test';

test.use({ serviceWorkers: 'allow' });

/** Until the service worker has cached the application and controls this page. */
async function atHand(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await expect(async () => {
    await page.reload();
    expect(await page.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated');
    const kept = await page.evaluate(async () => {
      const caches_ = await Promise.all((await caches.keys()).map((name) => caches.open(name)));
      return (await Promise.all(caches_.map((cache) => cache.keys()))).flat().map(({ url }) => url);
    });
    expect(kept.some((url) => url.endsWith('/index.html'))).toBe(true);
    expect(kept.some((url) => url.endsWith('/api/floor'))).toBe(true);
    expect(kept.some((url) => url.endsWith('/api/session'))).toBe(true);
  }).toPass();
}

test.describe('without a network', () => {
  test('shows what was last read and says so, logs a change, and sends it once online again', async ({
    page,
    context,
  }) => {
    await signIn(page, 'operator', '/floor');
    const row = page.locator('gan-machine-row', { hasText: 'Flatbed drop 24' });
    await expect(row).toBeVisible();
    await atHand(page);
    await page.close();
    await context.setOffline(true);

    const cold = await context.newPage();
    await cold.goto('/floor');
    const there = cold.locator('gan-machine-row', { hasText: 'Flatbed drop 24' });
    await expect(there).toBeVisible();
    await expect(cold.getByText(/No connection. This page shows data from \d+ \w+, \d\d:\d\d/)).toBeVisible();
    await there.getByRole('button', { name: /^Change needle/ }).click();
    await cold.getByRole('button', { name: 'Planned change' }).click();
    await expect(cold.getByText(/1 change not sent yet/)).toBeVisible();

    await context.setOffline(false);
    await expect(cold.getByText(/not sent yet/)).toHaveCount(0);
    await cold.reload();
    await expect(there).toContainText('good');
    await expect(cold.getByText(/No connection/)).toHaveCount(0);
  });

  test('starts a changeover, and shows its steps again once online', async ({ page, context }) => {
    const step = (number: number) =>
      page.getByRole('heading', { name: new RegExp(`^Cylinder 25: step ${number} of`) });
    const now = page.getByRole('region', { name: 'Step now' });
    await signIn(page, 'mechanic', '/floor');
    await atHand(page);
    await page.getByRole('button', { name: 'Change needle, Cylinder 25' }).click();
    await page.getByRole('link', { name: 'Change over to another job' }).click();
    const job = page.getByRole('button', { name: 'Change over to Log carrier body, 25' });
    await expect(job).toBeEnabled();

    await context.setOffline(true);
    await job.click();
    await expect(step(1)).toBeVisible();
    await expect(page.getByText('saved on this device', { exact: true })).toBeVisible();
    await now.getByRole('button', { name: 'Done' }).click();
    await expect(step(2)).toBeVisible();
    await expect(page.getByText('2 changes not sent yet')).toBeVisible();

    await context.setOffline(false);
    await expect(page.getByText(/not sent yet/)).toHaveCount(0);
    await page.reload();
    await expect(step(2)).toBeVisible();
    await expect(page.getByText('saved on this device')).toHaveCount(0);
    await page.getByRole('button', { name: 'Set aside …' }).click();
    await page.getByLabel('Why is it being set aside?').fill('only to look');
    await page.getByRole('button', { name: 'Set aside', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Cylinder 25: set aside' })).toBeVisible();
  });

  test('keeps nothing for the next person after signing out', async ({ page, context, browser }) => {
    await signIn(page, 'operator', '/floor');
    await atHand(page);
    // While online, what others do comes through the service worker too.
    const other = await browser.newContext({ baseURL: new URL(page.url()).origin });
    const otherPage = await other.newPage();
    await signIn(otherPage, 'mechanic', '/floor');
    await otherPage.getByRole('button', { name: 'Change needle, Cylinder 25' }).click();
    await otherPage.getByRole('button', { name: 'Planned change' }).click();
    await expect(
      page
        .getByRole('listitem')
        .filter({ hasText: /Cylinder 25 .*Tam Oduya/ })
        .first(),
    ).toBeVisible();
    await other.close();
    await page.getByRole('button', { name: /Jory Quist/ }).click();
    await page.getByRole('button', { name: 'Sign out', exact: true }).click();
    await expect(page).toHaveURL(/sign-in/);
    await context.setOffline(true);
    await page.goto('/floor');
    await expect(page.locator('gan-machine-row')).toHaveCount(0);
    await expect(page.getByText('Cannot reach the server.')).toBeVisible();
  });
});
