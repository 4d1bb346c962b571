import type { Locator } from '@playwright/test';
import { expect, expectAccessible, expectNoSidewaysScroll, signIn, test } from './support/shop-test';

test.describe('the job queue', () => {
  test('can be ordered by cost, saved, added to and sewn from', async ({ page }) => {
    await signIn(page, 'mechanic', '/jobs');
    await expect(page.getByText(/of changing over/).first()).toBeVisible();
    await page.getByRole('button', { name: 'Work out the order' }).click();
    await expect(page.getByText(/Proven to be the cheapest order|a cheaper one may exist/)).toBeVisible();
    await expect(page.getByRole('heading', { name: 'No machine yet' })).toHaveCount(0);
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Use this order' }).click();
    await expect(page.getByText('Order saved.')).toBeVisible();
    await page.reload();
    await expect(page.getByText(/of changing over/).first()).toBeVisible();
    await expect(page.getByRole('heading', { name: 'No machine yet' })).toHaveCount(0);

    await page.getByLabel('Saved set-up').fill('Sheath welt');
    await page
      .getByRole('option', { name: /^Sheath welt/ })
      .first()
      .click();
    await page.getByLabel('Pieces').fill('12');
    await page.getByLabel('Minutes per piece').fill('2,5');
    await page.getByRole('button', { name: 'Pick' }).click();
    await page.getByRole('gridcell').last().click();
    await page.getByLabel('Note').fill('test of the queue');
    await page.getByRole('button', { name: 'Add, 30 min of sewing' }).click();
    await expect(page.getByText('Job added.')).toBeVisible();
    const row = page.getByRole('listitem').filter({ hasText: 'test of the queue' });
    await expect(row).toContainText('12 pieces');
    await row.getByRole('combobox').selectOption({ label: 'Heavy arm 13' });
    await page.getByRole('button', { name: 'Use this order' }).click();
    await expect(page.getByText('Order saved.')).toBeVisible();
    await row.getByRole('button', { name: /^Sewn/ }).click();
    await expect(page.getByText('Job sewn.')).toBeVisible();
    await expect(row).toHaveCount(0);
  });

  test('can be dragged, put back, and fits a phone', async ({ page }) => {
    await signIn(page, 'mechanic', '/jobs');
    await expect(page.getByText(/of changing over/).first()).toBeVisible();
    const centre = async (which: Locator) => {
      // Prices arrive after the list: a row that still moves has no fixed place yet.
      await which.hover();
      const { x, y, width, height } = (await which.boundingBox())!;
      return [x + width / 2, y + height / 2] as const;
    };
    const handles = page.locator('.handle');
    // A person whose row slips away under the pointer grabs it again.
    await expect(async () => {
      const [from, to] = [await centre(handles.nth(0)), await centre(handles.nth(1))];
      await page.mouse.move(...from);
      await page.mouse.down();
      // It counts as a drag only after some distance.
      await page.mouse.move(from[0] + 12, from[1] + 12);
      await page.mouse.move(to[0], to[1] + 6, { steps: 8 });
      await page.mouse.up();
      await expect(page.getByRole('button', { name: 'Discard changes' })).toBeVisible({ timeout: 2000 });
    }).toPass();
    await page.getByRole('button', { name: 'Discard changes' }).click();
    await page.setViewportSize({ width: 360, height: 740 });
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
  });
});
