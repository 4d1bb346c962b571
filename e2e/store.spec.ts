import { expect, expectAccessible, expectNoSidewaysScroll, signIn, test } from './support/shop-test';

test.describe('the store', () => {
  test('shows what to order, and follows it from order to use', async ({ page }) => {
    await signIn(page, 'mechanic', '/store');
    const answer = page.getByRole('heading', { level: 1 });
    await expect(answer).toContainText(/\d things to order, £/);
    const wanted = page.getByRole('region', { name: 'To order' });
    const thread = wanted.getByRole('listitem').filter({ hasText: 'bonded nylon' });
    await expect(thread).toContainText(/\d+ cones, [\d,]+ m/);
    await thread.getByRole('button', { name: /^Order/ }).click();
    await expect(page.getByLabel('Ordered, m')).not.toHaveValue('');
    await page.getByRole('button', { name: 'Log', exact: true }).click();
    await expect(page.getByText('Order saved.')).toBeVisible();
    await expect(thread).toHaveCount(0);
    await page.getByRole('button', { name: 'Delivered' }).click();
    await expect(page.getByText('Order closed.')).toBeVisible();
    await expect(page.getByText(/m received, Tam Oduya/).first()).toBeVisible();
    await expectAccessible(page);

    await page.getByRole('button', { name: 'Count', exact: true }).click();
    await page.getByLabel('Counted, in all, m').fill('1200');
    await page.getByRole('button', { name: 'Log', exact: true }).click();
    await expect(page.getByText('Logged.')).toBeVisible();
    await expect(thread).toHaveCount(1);
    await page.getByRole('button', { name: 'Remove: counted' }).first().click();
    await expect(page.getByText('Removed.')).toBeVisible();
    await expect(thread).toHaveCount(0);
    const list = await page.request.get('/api/store/order-list.csv');
    expect(await list.text()).toContain('supplier,thing,packs');
  });

  test('stocks what a machine sews with, and fits a phone', async ({ page }) => {
    await signIn(page);
    await page.setViewportSize({ width: 360, height: 740 });
    await page.goto('/store');
    await page.getByRole('button', { name: 'Add Tex 270 bonded nylon' }).click();
    await page.getByLabel('Colour').fill('brown');
    await page.getByLabel('Location', { exact: true }).fill('Thread shelf 3');
    await page.getByRole('button', { name: 'Add to the store' }).click();
    await expect(page.getByText('Added to the store.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Add Tex 270 bonded nylon' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Tex 270 bonded nylon, brown' }).click();
    await expect(page.getByText('No movements yet.')).toBeVisible();
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
  });

  test('prints a label for each drawer, whose code opens its items', async ({ page }) => {
    await signIn(page);
    await page.setViewportSize({ width: 360, height: 740 });
    await page.goto('/store');
    await page.getByRole('link', { name: 'print labels' }).click();
    // The store's search covers locations too: only the labels page has a list of them.
    await page.getByRole('combobox', { name: 'Location' }).selectOption('Oil cupboard');
    await expect(page.getByRole('article')).toHaveText([/^Sewing-machine oil, 1 l/]);
    const { items } = (await (await page.request.get('/api/store')).json()) as {
      items: { id: string; place: string }[];
    };
    // The QR code on a label holds this address.
    await page.goto(`/store?item=${items.find(({ place }) => place === 'Oil cupboard')!.id}`);
    await expect(page.getByRole('button', { name: 'Take out' })).toBeInViewport();
  });

  test('imports a list from a spreadsheet', async ({ page }) => {
    await signIn(page, 'mechanic', '/store');
    await page.getByRole('link', { name: 'Import a list from a spreadsheet' }).click();
    const rows = [
      'Item;Stock;Kind;Location',
      '134-35 NM 200;12;;Cabinet 9',
      'Hook screw, long arm;4;part;Cabinet 9',
    ];
    await page.getByLabel('List of needles, thread and parts, XLSX or CSV').setInputFiles({
      name: 'store.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(rows.join('\n')),
    });
    await expect(page.getByRole('heading', { name: '2 rows, all in order.' })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Import into the store' }).click();
    await expect(page.getByRole('status')).toContainText('2 things added.');
    await page.getByRole('link', { name: 'The store' }).click();
    await expect(page.getByText('Cabinet 9').first()).toBeVisible();
  });
});
