import { expect, signIn, test } from './support/shop-test';

test.describe('on a phone, by a machine', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test("opens a machine's page from its code, and sends a change made offline once", async ({
    page,
    context,
  }) => {
    await signIn(page, 'operator', '/machines');
    await page.getByRole('link', { name: 'Flatbed compound 16' }).click();
    await page.getByRole('link', { name: 'Print QR sticker' }).click();
    const code = page.getByRole('img', { name: /QR code of http/ });
    const address = /http\S+/.exec((await code.getAttribute('aria-label')) ?? '')![0];
    await page.goto(address);
    await expect(page.getByRole('dialog', { name: 'Flatbed compound 16' })).toBeVisible();

    await context.setOffline(true);
    await page.getByRole('button', { name: 'Worn' }).click();
    await expect(
      page.getByText('Flatbed compound 16: needle change, worn: saved on this device'),
    ).toBeVisible();
    await expect(page.getByText('1 change not sent yet')).toBeVisible();
    const row = page.locator('gan-machine-row', { hasText: 'compound 16' });
    await expect(row).toContainText('good');
    await row.getByRole('button', { name: /^Change needle/ }).click();
    await page.getByText('Report a problem (do not change the needle)').click();
    await page.getByRole('button', { name: 'makes a clunk' }).click();
    await expect(page.getByText('2 changes not sent yet')).toBeVisible();

    const other = page.locator('gan-machine-row', { hasText: 'Long-arm 01' });
    await other.getByRole('button', { name: /^Change needle/ }).click();
    await page.getByRole('button', { name: 'Planned change' }).click();
    await expect(page.getByText('3 changes not sent yet')).toBeVisible();
    await page.getByRole('button', { name: 'Undo, Long-arm 01' }).click();
    await expect(page.getByText('2 changes not sent yet')).toBeVisible();

    await context.setOffline(false);
    await expect(page.getByText(/not sent yet/)).toHaveCount(0);
    await expect(row).toContainText('makes a clunk');
    await page.reload();
    await page.keyboard.press('Escape');
    const logged = page.getByRole('listitem').filter({ hasText: 'Flatbed compound 16 worn' });
    await expect(logged.filter({ hasText: 'Jory Quist' }).first()).toBeVisible();
    await expect(row).toContainText('makes a clunk');
    const floor = (await (await page.request.get('/api/floor')).json()) as {
      recent: { machineName: string; personName: string; at: string }[];
    };
    const justNow = floor.recent.filter(
      ({ machineName, at }) => machineName === 'Flatbed compound 16' && Date.now() - Date.parse(at) < 120_000,
    );
    expect(justNow.length).toBe(1);
  });
});
