import { expect, expectAccessible, expectNoSidewaysScroll, goTo, signIn, test } from './support/shop-test';

test.describe('the book', () => {
  test('finds what was done a moment ago and a year ago by words and kind', async ({ page }) => {
    await signIn(page, 'mechanic', '/catalogue');
    await goTo(page, '/lots');
    await page.getByLabel('Code on the pack').fill('BOOK-77');
    await page.getByRole('button', { name: 'Register the lot' }).click();
    await expect(page.getByText('Lot BOOK-77 registered.')).toBeVisible();

    await goTo(page, '/book');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('newest entries');
    await page.getByLabel('Words').fill('book 77');
    await page.getByRole('button', { name: 'Look up' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('1 entry');
    await page.getByRole('button', { name: 'Lot registered' }).click();
    await expect(page.getByRole('definition').filter({ hasText: 'BOOK-77' })).toBeVisible();
    await expectAccessible(page);

    await page.getByRole('button', { name: 'Everything' }).click();
    await page.getByLabel('What').selectOption({ label: 'Service done' });
    await expect(page.getByRole('row')).toHaveCount(51);
    await page.getByRole('button', { name: 'Older' }).click();
    await expect(page.getByRole('row')).toHaveCount(101);
    await page.setViewportSize({ width: 360, height: 740 });
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
  });

  test('is not for operators', async ({ page }) => {
    await signIn(page, 'operator');
    await page.getByRole('navigation', { name: 'Doors' }).getByRole('link', { name: 'More' }).click();
    await expect(page.getByRole('link', { name: 'Machines' })).toBeVisible();
    await expect(page.getByRole('link', { name: 'Book', exact: true })).toHaveCount(0);
  });
});
