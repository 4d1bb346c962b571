import { expect, goTo, signIn, test } from './support/shop-test';

test.describe('the machines', () => {
  test('can be registered with what a match needs, and are offered for work at once', async ({ page }) => {
    await signIn(page, 'mechanic', '/machines');
    await page.getByRole('link', { name: 'Register a machine' }).click();
    await expect(page.getByRole('button', { name: 'Register machine' })).toBeDisabled();
    await page.getByLabel('Shop number').fill('7');
    await page.getByLabel('Name').fill('Test flatbed 91');
    await page.getByPlaceholder('135x17, DPx17').fill('DPx17');
    await page.getByRole('button', { name: 'Add system' }).click();
    await page.getByLabel('Hook position').selectOption({ label: 'left of the needle' });
    await expect(page.getByText('the scarf faces left, the long groove right')).toBeVisible();
    await page.getByLabel('Thinnest thread').fill('200');
    await page.getByLabel('Thickest thread').fill('70');
    await page.getByLabel('Thickest thread').press('Tab');
    await expect(page.getByText('not below the least')).toBeVisible();
    await page.getByLabel('Thinnest thread').fill('');
    await page.getByLabel('Thinnest thread').press('Tab');
    await page.getByRole('button', { name: 'Register machine' }).click();
    await expect(page.getByRole('alert')).toContainText('Shop number 7 is taken by Flatbed compound 07');
    await expect(page.getByLabel('Name')).toHaveValue('Test flatbed 91');
    await page.getByLabel('Shop number').fill('91');
    await page.getByRole('button', { name: 'Register machine' }).click();
    await expect(page.getByText('Test flatbed 91 saved.')).toBeVisible();
    await goTo(page, '/bench');
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Test flatbed 91' });
    await page.getByRole('button', { name: 'Add a layer' }).click();
    await page.getByLabel('Thread, as on the spool').fill('V138');
    await expect(page.getByText('This machine takes thread up to Tex 70; this is Tex 135.')).toBeVisible();
    await expect(page.getByText('Tex 135: outside the machine’s limits')).toBeVisible();

    await goTo(page, '/machines');
    await page.getByRole('link', { name: 'Test flatbed 91' }).click();
    await page.getByText('Retire this machine').click();
    await page.getByRole('button', { name: 'Retire Test flatbed 91' }).click();
    await expect(page).toHaveURL(/\/machines$/);
    await expect(page.getByText('Test flatbed 91 retired.')).toBeVisible();
    const retired = page.getByRole('region', { name: 'Retired machines' });
    await expect(retired).toContainText('Test flatbed 91');
    await goTo(page, '/bench');
    await expect(page.getByRole('option', { name: 'Flatbed compound 07' })).toBeAttached();
    await expect(page.getByRole('option', { name: 'Test flatbed 91' })).toHaveCount(0);
  });

  test('keep a calibration of the stitch dial, and are read-only for operators', async ({ page }) => {
    await signIn(page, 'operator', '/machines');
    await expect(page.getByRole('link', { name: 'Register a machine' })).toHaveCount(0);
    await page.getByRole('link', { name: 'Flatbed compound 07' }).click();
    await expect(page.getByText(/Here a mark is about 1\.0\d mm/)).toBeVisible();
    await expect(page.getByLabel('Name')).toBeDisabled();
    await expect(page.getByRole('button', { name: 'Save changes' })).toHaveCount(0);
  });
});
