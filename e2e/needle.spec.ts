import { expect, expectAccessible, signIn, test } from './support/shop-test';

test.describe('needles before they go in', () => {
  test('keeps a bad lot found on arrival from ever reaching a machine', async ({ page }) => {
    await signIn(page, 'mechanic', '/lots');
    await page.getByLabel('Code on the pack').fill('E2E-BAD');
    await page.getByLabel('System').selectOption('794');
    await page.getByLabel('Size').selectOption({ label: '200/25' });
    await page.getByLabel('Point').selectOption({ label: 'diamond cutting point' });
    await page.getByLabel('Needles in it').fill('50');
    await page.getByRole('button', { name: 'Register the lot' }).click();
    await expect(page.getByText('Lot E2E-BAD registered.')).toBeVisible();
    await page.getByRole('link', { name: 'Check a needle of E2E-BAD' }).click();
    await page.getByRole('button', { name: 'Catches nothing' }).click();
    await page.getByRole('button', { name: 'Log it, next needle' }).click();
    await expect(page.getByText('Check logged.')).toBeVisible();
    await page.getByRole('button', { name: 'Snags' }).click();
    await expect(page.getByRole('heading', { name: 'Bad: into the sharps box' })).toBeVisible();
    await page.getByRole('button', { name: 'Log it, next needle' }).click();
    await expect(page.getByText(/kept out of machines/)).toBeVisible();

    await page.goto('/floor');
    const row = page.locator('gan-machine-row', { hasText: 'Heavy arm 13' });
    await row.getByRole('button', { name: /^Change needle/ }).click();
    const sheet = page.getByRole('dialog', { name: 'Heavy arm 13' });
    await sheet.getByText('A different needle goes in').click();
    await sheet.getByLabel('Size').selectOption({ label: '200/25' });
    await sheet.getByLabel('Point').selectOption({ label: 'diamond cutting point' });
    await expect(sheet.getByText(/794 NM 200, diamond/).first()).toBeVisible();
    await expect(sheet.getByRole('option', { name: /E2E-BAD/ })).toHaveCount(0);
  });

  test('magnifies a needle by camera, and stores its photo with the check', async ({ page }) => {
    await signIn(page, 'mechanic', '/needle-check');
    await page.getByRole('button', { name: 'Snags' }).click();
    await page.getByText('Look closely, keep a photo').click();
    await page.getByRole('button', { name: 'Look through the camera' }).click();
    const view = page.getByLabel('What the camera sees');
    await expect.poll(() => view.evaluate((video: HTMLVideoElement) => video.videoWidth)).toBeGreaterThan(0);
    await page.getByLabel('Zoom').fill('2');
    await page.getByRole('button', { name: 'Take the photo' }).click();
    await expect(page.getByAltText('The photo that goes with this check')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Log it', exact: true }).first().click();
    await expect(page.getByText('Check logged.')).toBeVisible();
    await page
      .getByRole('button', { name: /^Photo of the check/ })
      .first()
      .click();
    const kept = page.getByAltText('Photo taken with this check');
    await expect
      .poll(() => kept.evaluate((image: HTMLImageElement) => image.naturalWidth))
      .toBeGreaterThan(100);
  });

  test('identifies a loose needle by shank, length and point, on a phone', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await signIn(page, 'operator', '/loose-needle');
    await page.getByRole('button', { name: 'Round', exact: true }).click();
    await page.getByLabel('Shank, mm across').fill('1,62');
    await page.getByLabel('Butt to eye, mm').fill('33.8');
    await expect(page.getByText('Cannot tell yet')).toBeVisible();
    await page.getByRole('button', { name: 'Round point' }).click();
    await expect(page.getByRole('heading', { name: '16x231' })).toBeVisible();
    await expectAccessible(page);
  });
});
