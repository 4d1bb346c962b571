import { expect, goTo, saveShop, signIn, test } from './support/shop-test';

test.describe('the shop', () => {
  test('chooses its schools, and Tension follows unless a visit overrides them', async ({ page }) => {
    await signIn(page, 'lead', '/shop');
    await page.getByLabel('bobbin first, then the top').check();
    await saveShop(page);
    await goTo(page, '/tension');
    await page.getByRole('link', { name: /Window patch, 05/ }).click();
    await expect(page.getByLabel('bobbin first, then the top')).toBeChecked();
    await page.getByLabel('leave the bobbin, correct at the top').check();
    await goTo(page, '/shop');
    await expect(page.getByLabel('bobbin first, then the top')).toBeChecked();
    await page.getByLabel('leave the bobbin, correct at the top').check();
    await saveShop(page);
  });

  test('registers a device, shows its token once, and blocks it', async ({ page }) => {
    await signIn(page, 'lead', '/devices');
    await page.getByLabel('Name').fill('Scale by the store');
    await page.getByLabel('Kind').selectOption({ label: 'Scale' });
    await page.getByRole('button', { name: 'Register' }).click();
    await expect(page.getByText('Scale by the store is registered')).toBeVisible();
    await expect(page.getByText(/^[\w-]{43}$/)).toBeVisible();
    await page.reload();
    await expect(page.getByRole('rowheader', { name: 'Scale by the store' })).toBeVisible();
    await expect(page.getByText(/^[\w-]{43}$/)).toHaveCount(0);
    await page.getByRole('button', { name: 'Block Scale by the store' }).click();
    await expect(page.getByRole('row', { name: /Scale by the store/ })).toContainText('blocked since');
  });

  test('enrols a tablet, where people sign in by PIN, with no more rights than a mechanic', async ({
    page,
  }) => {
    await signIn(page, 'lead', '/devices');
    await page.getByLabel('Name').fill('Tablet by the press');
    await page.getByLabel('Kind').selectOption({ label: 'Shared tablet' });
    await page.getByRole('button', { name: 'Register' }).click();
    await expect(page.getByText('This browser is now enrolled: people sign in here')).toBeVisible();
    const menu = page.getByRole('button', { name: /Ines Valdry/ });
    await menu.click();
    await page.getByRole('button', { name: 'PIN for tablets' }).click();
    const dialog = page.getByRole('dialog', { name: 'PIN for tablets' });
    await dialog.getByLabel('Your password').fill('lead-on-tarn-street');
    await dialog.getByLabel('PIN, 4 to 8 digits').fill('2580');
    await dialog.getByRole('button', { name: 'Use this PIN' }).click();
    await expect(dialog.getByText('Your PIN is set.')).toBeVisible();
    await dialog.getByRole('button', { name: 'Close', exact: true }).last().click();

    await menu.click();
    await page.getByRole('button', { name: 'Next person' }).click();
    // The name at the sign-in page, not the menu of the person signing out.
    await page.getByRole('button', { name: 'Ines Valdry', exact: true }).click();
    await page.getByLabel('PIN of Ines Valdry').fill('9753');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByText('That is not the PIN.')).toBeVisible();
    await page.getByLabel('PIN of Ines Valdry').fill('2580');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('button', { name: /Ines Valdry, mechanic/ })).toBeVisible();

    await page.getByRole('button', { name: /Ines Valdry/ }).click();
    await page.getByRole('button', { name: 'Next person' }).click();
    await page.getByRole('button', { name: 'I use my password' }).click();
    await page.getByLabel('Name').fill('ines');
    await page.getByLabel('Password').fill('lead-on-tarn-street');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('button', { name: /Ines Valdry, lead/ })).toBeVisible();
    await goTo(page, '/devices');
    await page.getByRole('button', { name: 'Block Tablet by the press' }).click();
    const row = page.getByRole('row', { name: /Tablet by the press/ });
    await expect(row).toContainText('blocked since');
  });

  test('lets only the lead choose', async ({ page }) => {
    await signIn(page, 'mechanic', '/shop');
    await expect(page.getByText('Only a lead can change these.')).toBeVisible();
    await expect(page.getByLabel('bobbin first, then the top')).toBeDisabled();
  });
});
