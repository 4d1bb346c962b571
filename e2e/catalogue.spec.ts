import { expect, goTo, openSetup, signIn, test } from './support/shop-test';

test.describe('the catalogue', () => {
  test.beforeEach(async ({ page }) => {
    await signIn(page);
    await page.keyboard.press('g');
    await page.keyboard.press('c');
    await expect(page).toHaveURL(/catalogue/);
  });

  test('lists systems, sizes, points, threads and materials with where each comes from', async ({ page }) => {
    await expect(page.getByRole('row', { name: /135x17 DPx17/ })).toBeVisible();
    await page.getByRole('button', { name: 'kinds of thread' }).click();
    await expect(page.getByRole('row', { name: /Waxed hand-sewing thread/ })).toContainText(
      'no: the wax clogs',
    );
    const mark = page.getByRole('row', { name: /^Aramid/ }).getByRole('button');
    await mark.focus();
    await expect(page.getByRole('tooltip')).toContainText('rule of thumb, not verified');
  });

  test('stores a measured value with its history, and every answer uses it', async ({ page }) => {
    await page.getByLabel('Find a value').fill('plate and feed');
    await page.getByRole('button', { name: 'Change plate and feed dog' }).click();
    await expect(page.getByText('Sunna Pell: 6.5 min, measured, new short driver')).toBeVisible();
    await page.getByLabel("The shop's own, min").fill('500');
    await page.keyboard.press('Tab');
    await expect(page.getByText('Allowed: 0 to 120 min')).toBeVisible();
    await page.getByLabel("The shop's own, min").fill('5');
    await page.getByLabel('How measured, or why').fill('magnetic driver');
    await page.getByRole('button', { name: 'Measured here' }).click();
    await expect(page.getByText('Tam Oduya: 5 min, measured, magnetic driver')).toBeVisible();
    await page.getByRole('button', { name: 'Restore the default' }).click();
    await expect(page.getByText('Tam Oduya: default restored')).toBeVisible();
  });

  test('lets the shop choose its own limit for a loose eye, and the bench follows', async ({ page }) => {
    await page.getByRole('button', { name: 'schools', exact: true }).click();
    await page.getByRole('button', { name: 'Largest ratio, loose eye' }).click();
    await page.getByLabel("The shop's own, a plain number").fill('0.34');
    await page.getByRole('button', { name: 'Our way of working' }).click();
    await expect(page.getByText('Tam Oduya: 0.34, chosen')).toBeVisible();
    await goTo(page, '/bench');
    await openSetup(page, 'Tool roll strap, 12');
    await expect(page.getByText('school limit 0.34')).toBeVisible();
    await goTo(page, '/catalogue');
    await page.getByLabel('Find a value').fill('loose eye');
    await page.getByRole('button', { name: 'Largest ratio, loose eye' }).click();
    await page.getByRole('button', { name: 'Restore the default' }).click();
    await expect(page.getByText('Tam Oduya: default restored')).toBeVisible();
  });
});
