import { expect, expectAccessible, signIn, test } from './support/shop-test';
import { DESK, walkScreens } from './support/walk-screens';

test('a wrong password is said, and the name stays typed', async ({ page }) => {
  await page.goto('/floor');
  await expect(page).toHaveURL(/sign-in/);
  await page.getByLabel('Name').fill('sunna');
  await page.getByLabel('Password').fill('not this one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('Name and password do not match');
  await expect(page.getByLabel('Name')).toHaveValue('sunna');
  await expectAccessible(page);
});

test('the whole round goes by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Name').focus();
  await page.keyboard.type('tam');
  await page.keyboard.press('Tab');
  await page.keyboard.type('needle-and-hide');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/now$/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('g');
  await page.keyboard.press('f');
  await expect(page).toHaveURL(/floor/);
  await page.keyboard.press('/');
  await expect(page.getByLabel(/^Machine, set-up, lot/)).toBeFocused();
  await page.keyboard.type('patcher');
  await expect(
    page.locator('ngb-typeahead-window').getByRole('option', { name: /Patcher 22/ }),
  ).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Patcher 22' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('g');
  await page.keyboard.press('t');
  await expect(page.getByRole('heading', { name: 'Which set-up?' })).toBeVisible();
});

test('unit order and theme are kept on the device', async ({ page }) => {
  await signIn(page);
  await page.getByLabel('Saved set-up').selectOption({ label: 'Tool roll strap, 07' });
  await page.getByRole('button', { name: /Tam Oduya/ }).click();
  await page.getByRole('button', { name: 'Show inch and number sizes first' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('#22 / NM 140');
  await page.getByRole('button', { name: /Tam Oduya/ }).click();
  await page.getByRole('button', { name: 'Dark theme' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('#22 / NM 140');
});

// Another theme has other colours, another width other regions that scroll: only these rules can come out otherwise.
test('no serious axe finding and no sideways scroll on any screen, by day on a phone', ({ page }) =>
  walkScreens(page, {
    theme: 'day',
    viewport: { width: 390, height: 844 },
    rules: ['color-contrast', 'scrollable-region-focusable', 'target-size'],
  }));

test('no serious axe finding and no sideways scroll on any screen, by night at a desk', ({ page }) =>
  walkScreens(page, { theme: 'night', viewport: DESK, rules: ['color-contrast'] }));
