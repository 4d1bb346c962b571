import { endSession, expect, signIn, test } from './support/shop-test';

test.describe('a session that has ended', () => {
  test('lets people sign in over the page, with everything typed still there', async ({ page }) => {
    await signIn(page);
    await page.getByLabel('Thread, as on the spool').fill('V138');
    await endSession(page);
    await page.getByLabel('Saved set-up').click();
    await page.getByRole('option').first().click();
    const dialog = page.getByRole('dialog', { name: 'Sign in again' });
    await expect(dialog).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(dialog).toBeVisible();
    await dialog.getByLabel('Name').fill('tam');
    await dialog.getByLabel('Password').fill('needle-and-hide');
    await dialog.getByRole('button', { name: 'Sign in' }).click();
    await expect(dialog).toBeHidden();
    await expect(page.getByLabel('Thread, as on the spool')).toHaveValue('V138');
  });

  test('keeps a needle change, and sends it once its person signs in again', async ({ page }) => {
    await signIn(page, 'operator', '/floor');
    const row = page.locator('gan-machine-row', { hasText: 'Patcher 22' });
    await row.getByRole('button', { name: /^Change needle/ }).click();
    await endSession(page);
    await page.getByRole('button', { name: 'Planned change' }).click();
    const dialog = page.getByRole('dialog', { name: 'Sign in again' });
    await expect(dialog).toBeVisible();
    await expect(page.getByText('1 change not sent yet')).toBeVisible();
    await dialog.getByLabel('Name').fill('jory');
    await dialog.getByLabel('Password').fill('sew-the-covers');
    await dialog.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByText('1 change not sent yet')).toBeHidden();
    const recent = page.getByRole('listitem').filter({ hasText: 'Patcher 22 planned' });
    await expect(recent.filter({ hasText: 'Jory Quist' })).toHaveCount(1);
  });

  test('leads back to the machine whose label was scanned', async ({ page, browser }) => {
    await signIn(page);
    const { zones } = (await (await page.request.get('/api/floor')).json()) as {
      zones: { machines: { id: string; name: string }[] }[];
    };
    const [{ id, name }] = zones.flatMap(({ machines }) => machines) as [{ id: string; name: string }];
    const phone = await browser.newPage();
    await phone.goto(`/floor/${id}`);
    await phone.getByLabel('Name').fill('jory');
    await phone.getByLabel('Password').fill('sew-the-covers');
    await phone.getByRole('button', { name: 'Sign in' }).click();
    await expect(phone.getByRole('dialog', { name })).toBeVisible();
    await phone.close();
  });

  test('is noticed in every tab, and the bench is the same after a reload', async ({ page, context }) => {
    await signIn(page);
    await page.getByLabel('Thread, as on the spool').fill('V138');
    await page.reload();
    await expect(page.getByLabel('Thread, as on the spool')).toHaveValue('V138');
    const pages = await Promise.all(Array.from({ length: 7 }, () => context.newPage()));
    await Promise.all(pages.map((one) => one.goto('/floor')));
    for (const one of pages) await expect(one.getByRole('heading', { level: 1 })).toContainText('due now');
  });
});
