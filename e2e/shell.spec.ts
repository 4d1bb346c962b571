import { expect, expectAccessible, expectNoSidewaysScroll, signIn, test } from './support/shop-test';

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
  await expect(page).toHaveURL(/bench/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('g');
  await page.keyboard.press('f');
  await expect(page).toHaveURL(/floor/);
  await page.keyboard.press('/');
  await expect(page.getByLabel('Machine number, machine or set-up')).toBeFocused();
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
  await page.getByRole('button', { name: 'Inch and number sizes first' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('#22 / NM 140');
  await page.getByRole('button', { name: /Tam Oduya/ }).click();
  await page.getByRole('button', { name: 'Night shift colours' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('#22 / NM 140');
});

const DESK = { width: 1280, height: 800 };
/** Every rule is looked at once; another theme has other colours, another width other regions that scroll. */
const WALKS = [
  { theme: 'day', size: 'desk', viewport: DESK, rules: [] },
  {
    theme: 'day',
    size: 'phone',
    viewport: { width: 390, height: 844 },
    rules: ['color-contrast', 'scrollable-region-focusable', 'target-size'],
  },
  { theme: 'night', size: 'desk', viewport: DESK, rules: ['color-contrast'] },
];

for (const { theme, size, viewport, rules } of WALKS) {
  test(`no serious axe finding and no sideways scroll on any screen, ${theme}, ${size}`, async ({ page }) => {
    test.setTimeout(150_000);
    await page.setViewportSize(viewport);
    await page.addInitScript((wanted) => {
      localStorage.setItem('gantelet.preferences', JSON.stringify({ theme: wanted, unitOrder: 'metric' }));
    }, theme);
    await signIn(page);
    const check = async () => {
      await expectAccessible(page, rules);
      await expectNoSidewaysScroll(page);
    };
    await check();
    await page.getByLabel('Saved set-up').selectOption({ label: 'Tool roll strap, 07' });
    await expect(page.getByRole('heading', { level: 1 })).toContainText('NM 140');
    await check();
    await page.getByText('Why not another needle?').click();
    await check();
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Which machine? Ask' });
    await expect(page.getByText('Ranked by how well the best needle fits')).toBeVisible();
    await check();
    await page.goto('/thread?read=90');
    await expect(page.getByText('reads in 3 ways')).toBeVisible();
    await check();
    await page.goto('/label?read=V138');
    await expect(page.getByRole('article')).toBeVisible();
    await check();
    await page.goto('/rounds');
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await check();
    await page.goto('/rounds/told');
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await check();
    await page.goto('/rounds/settings');
    await expect(page.getByText('Who changes needles')).toBeVisible();
    await check();
    await page.goto('/machines');
    await expect(page.getByRole('heading', { name: /^\d+ machines$/ })).toBeVisible();
    await check();
    await page.getByRole('link', { name: 'Flatbed compound 05' }).click();
    await expect(page.getByLabel('Shop number')).toHaveValue('5');
    await check();
    await page.goto('/shop');
    await expect(page.getByText('The lead chooses these.')).toBeVisible();
    await check();
    await page.goto('/devices');
    await expect(page.getByRole('rowheader', { name: 'Counter of Long-arm 01' })).toBeVisible();
    await check();
    await page.goto('/catalogue');
    await expect(page.getByRole('rowheader', { name: '135x17' })).toBeVisible();
    await check();
    await page.getByRole('button', { name: 'ranking' }).click();
    await check();
    await page.getByRole('button', { name: 'Thread lost in the eye' }).click();
    await expect(page.getByRole('button', { name: 'Measured here' })).toBeVisible();
    await check();
    await page.goto('/tension');
    await expect(page.getByRole('link', { name: /Apron body, 11/ })).toBeVisible();
    await check();
    await page.getByRole('link', { name: /Apron body, 11/ }).click();
    await expect(page.getByRole('button', { name: 'Log this seam' })).toBeVisible();
    await check();
    await page.goto('/floor');
    await page.getByRole('button', { name: 'Change needle, Patcher 22' }).click();
    await expect(page.getByText('What came out?')).toBeVisible();
    await check();
    await page.keyboard.press('Escape');
    await check();
  });
}
