import type { Page } from '@playwright/test';
import { expect, expectAccessible, expectNoSidewaysScroll, goTo, signIn, test } from './support/shop-test';

const PHONE = { width: 390, height: 844 };

test.describe('a changeover on a phone', () => {
  test.use({ viewport: PHONE });

  const now = (page: Page) => page.getByRole('region', { name: 'Step now' });
  const steps = (page: Page) => page.getByRole('region', { name: 'All steps' });

  /** From the machine's sheet, as opened by scanning its sticker. */
  const begin = async (page: Page, machine: string, job: string): Promise<void> => {
    await goTo(page, '/floor');
    await page.getByRole('button', { name: `Change needle, ${machine}` }).click();
    await page.getByRole('link', { name: 'Change over to another job' }).click();
    await page.getByRole('button', { name: `Change over to ${job}` }).click();
    await expect(page.getByRole('heading', { name: new RegExp(`^${machine}: step 1 of`) })).toBeVisible();
  };

  test('goes from light to heavy and back, done by two people and partly offline', async ({
    page,
    context,
    browser,
  }) => {
    await signIn(page, 'mechanic', '/floor');
    const card = page.locator('gan-machine-row', { hasText: 'Flatbed compound 18' });
    const before = (await card.locator('.needle').textContent()) ?? '';

    await begin(page, 'Flatbed compound 18', 'Log carrier handle, 18');
    await expectAccessible(page);
    await expectNoSidewaysScroll(page);
    await steps(page).getByRole('button', { name: 'Done up to thread out' }).click();
    await expect(now(page).getByRole('heading')).toHaveText('Needle');
    await now(page)
      .getByRole('button', { name: /^Keep in pocket \d+$/ })
      .click();
    await expect(now(page).getByRole('heading')).not.toHaveText('Needle');

    // Offline: ticks count on the device, and are sent later.
    await context.setOffline(true);
    await now(page).getByRole('button', { name: 'Done' }).click();
    await expect(steps(page)).toContainText('saved on this device');
    await page.getByRole('button', { name: 'Done up to guards on, power on' }).click();
    await expect(now(page).getByRole('heading')).toHaveText('Test seam');
    await context.setOffline(false);
    await expect(steps(page)).not.toContainText('saved on this device');

    // Another person continues on another device.
    const other = await browser.newContext({ viewport: PHONE });
    const second = await other.newPage();
    await signIn(second, 'lead', '/floor');
    const secondCard = second.locator('gan-machine-row', { hasText: 'Flatbed compound 18' });
    await expect(secondCard).toContainText('Being changed over by Tam Oduya: test seam');
    await secondCard.click();
    await second.getByRole('link', { name: /^step \d+ of \d+$/ }).click();
    await now(second).getByRole('button', { name: 'Done' }).click();
    await now(second).getByRole('button', { name: 'Finish: set up for Log carrier handle, 18' }).click();
    await expect(second.getByRole('heading', { name: 'Flatbed compound 18: set up' })).toBeVisible();
    await other.close();

    await goTo(page, '/floor');
    await expect(card.locator('.needle')).toContainText('NM 180');
    await expect(card).not.toContainText("not the set-up's needle");

    // Back to the old job.
    await begin(page, 'Flatbed compound 18', 'Strap box stitch, 18');
    await steps(page).getByRole('button', { name: 'Done up to thread out' }).click();
    await now(page)
      .getByRole('button', { name: /^Keep in pocket/ })
      .click();
    await steps(page).getByRole('button', { name: 'Done up to test seam' }).click();
    await now(page).getByRole('button', { name: 'Finish: set up for Strap box stitch, 18' }).click();
    await expect(page.getByRole('heading', { name: 'Flatbed compound 18: set up' })).toBeVisible();
    await goTo(page, '/floor');
    await expect(card.locator('.needle')).toHaveText(before);

    // The needle that sewed for a few minutes is in its pocket, ready for the next time.
    await begin(page, 'Flatbed compound 18', 'Log carrier handle, 18');
    await steps(page).getByRole('button', { name: 'Done up to thread out' }).click();
    await expect(now(page).getByRole('radio', { name: /^Pocket \d+: 0\.\d h/ })).toBeChecked();
    await page.getByRole('button', { name: 'Set aside …' }).click();
    await page.getByLabel('Why is it being set aside?').fill('only to look');
    await page.getByRole('button', { name: 'Set aside', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Flatbed compound 18: set aside' })).toBeVisible();
  });

  test('is set aside with a reason, and the needle that does not belong is flagged', async ({ page }) => {
    await signIn(page, 'mechanic');
    await begin(page, 'Cylinder 25', 'Log carrier body, 25');
    await steps(page).getByRole('button', { name: 'Done up to thread out' }).click();
    await now(page)
      .getByRole('button', { name: /^Keep in pocket/ })
      .click();
    await expect(now(page).getByRole('heading')).not.toHaveText('Needle');
    await page.getByRole('button', { name: 'Set aside …' }).click();
    await page.getByLabel('Why is it being set aside?').fill('no Tex 135 in the cabinet');
    await page.getByRole('button', { name: 'Set aside', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Cylinder 25: set aside' })).toBeVisible();
    await goTo(page, '/floor');
    const card = page.locator('gan-machine-row', { hasText: 'Cylinder 25' });
    await expect(card).toContainText("not the set-up's needle");
    await card.click();
    await expect(page.getByRole('note')).toContainText('Another needle is in the machine.');
    await expect(page.getByText('Different needle: 135x16 NM 120')).toBeVisible();
  });
});
