import { expect, expectAccessible, openSetup, signIn, test } from './support/shop-test';
import { DESK, walkScreens } from './support/walk-screens';

test('reports a wrong password and keeps the name typed', async ({ page }) => {
  await page.goto('/floor');
  await expect(page).toHaveURL(/sign-in/);
  await page.getByLabel('Name').fill('sunna');
  await page.getByLabel('Password').fill('not this one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('Name and password do not match');
  await expect(page.getByLabel('Name')).toHaveValue('sunna');
  await expectAccessible(page);
});

test('the whole job can be done by keyboard alone', async ({ page }) => {
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

test('unit order and theme are stored on the device', async ({ page }) => {
  await signIn(page);
  await openSetup(page, 'Tool roll strap, 07');
  await page.getByRole('button', { name: /Tam Oduya/ }).click();
  await page.getByRole('button', { name: 'Show inch and number sizes first' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('#22 / NM 140');
  await page.getByLabel('Stitches per inch').fill('5');
  await expect(page.getByText('5 per inch, 5.1 mm')).toBeVisible();
  await page.getByRole('button', { name: /Tam Oduya/ }).click();
  await page.getByRole('button', { name: 'Dark theme' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('#22 / NM 140');
});

// Another theme has other colours, another width other scrolling regions: only these rules can turn out differently.
test('no serious axe finding and no sideways scroll on any screen, by day on a phone', ({ page }) =>
  walkScreens(page, {
    theme: 'day',
    viewport: { width: 390, height: 844 },
    rules: ['color-contrast', 'scrollable-region-focusable', 'target-size'],
  }));

test('no serious axe finding and no sideways scroll on any screen, by night at a desk', ({ page }) =>
  walkScreens(page, { theme: 'night', viewport: DESK, rules: ['color-contrast'] }));

test('every page is two taps away on a phone, and each role has its own first page', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 780 });
  await signIn(page, 'lead');
  const doors = page.getByRole('navigation', { name: 'Doors' });
  const rooms = page.getByRole('navigation', { name: 'Rooms' });
  for (const [door, room, heading] of [
    ['Now', 'What needs me', /stopped|due|No machine needs you/],
    ['Floor', 'Spot checks', /sewing .* of the shift/],
    ['Plan', 'Needle life', /^(Change at|Run to failure)/],
    ['More', 'Devices', /devices$/],
  ] as const) {
    await doors.getByRole('link', { name: door }).click();
    await rooms.getByRole('link', { name: room }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(heading);
    await expect(rooms.getByRole('link', { name: room })).toHaveAttribute('aria-current', 'page');
  }
  await page.goto('/');
  await expect(page).toHaveURL(/rounds$/);
});

test('search finds sizes and pages, and says when nothing matches', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'Search' }).click();
  const field = page.getByRole('combobox', { name: /^Machine, set-up, lot/ });
  await field.fill('no such thing anywhere');
  await expect(page.getByText('Nothing matches “no such thing anywhere”.')).toBeVisible();
  await field.fill('V138');
  await page.getByRole('option', { name: /Tex 135 thread/ }).click();
  await expect(page.getByLabel('As it reads on pack')).toHaveValue('V138');
});

test('changing a password signs out all other devices', async ({ page, browser }) => {
  await signIn(page, 'operator');
  const tablet = await browser.newPage();
  await signIn(tablet, 'operator');
  const change = async (from: string, to: string) => {
    await page.getByRole('button', { name: /Jory Quist/ }).click();
    await page.getByRole('button', { name: 'Change password' }).click();
    const dialog = page.getByRole('dialog', { name: 'Change password' });
    await dialog.getByLabel('Current password').fill(from);
    await dialog.getByLabel(/^New password/).fill(to);
    await dialog.getByRole('button', { name: 'Change password' }).click();
    await expect(dialog.getByText('Password changed.')).toBeVisible();
    await dialog.getByRole('button', { name: 'Close' }).last().click();
  };
  await change('sew-the-covers', 'another-one-for-today');
  await tablet.goto('/floor');
  await expect(tablet).toHaveURL(/sign-in/);
  await tablet.close();
  await change('another-one-for-today', 'sew-the-covers');
});
