import { expect, signIn, test } from './support/shop-test';

test.describe('the thread page', () => {
  test.beforeEach(async ({ page }) => {
    await signIn(page);
    await page.keyboard.press('g');
    await page.keyboard.press('h');
    await expect(page).toHaveURL(/thread/);
  });

  test('reads a label, places it on the ladder and takes it to the bench', async ({ page }) => {
    await page.getByLabel('As it reads on pack').fill('V138');
    await expect(page.getByRole('heading', { name: 'Thread, Tex 135' })).toBeVisible();
    await expect(
      page.getByRole('img', { name: /On the size ladder, thinnest first: size 138/ }),
    ).toBeVisible();
    await page.getByRole('link', { name: 'Put on the bench' }).click();
    await expect(page.getByLabel('Thread, as on the spool')).toHaveValue('V138');
  });

  test('compares two numbers from different systems', async ({ page }) => {
    await page.getByLabel('As it reads on pack').fill('is 107 bigger than 135?');
    await expect(page.getByText('107 is the thinner thread.')).toBeVisible();
    await expect(page.getByText('A lower ticket is a thicker thread.')).toBeVisible();
  });

  test('weighs a spool that has no label', async ({ page }) => {
    await page.getByLabel('Weight, g').fill('1.4');
    await expect(page.getByText('Tex 140, between 135 and 145')).toBeVisible();
    await page.getByRole('button', { name: 'Tex 135' }).click();
    await expect(page.getByRole('heading', { name: 'Thread, Tex 135' })).toBeVisible();
  });

  test('prints a label of 62 mm whose code opens the item', async ({ page }) => {
    await page.getByLabel('As it reads on pack').fill('135x16 140/22 LR');
    await page.getByRole('link', { name: 'Print a label' }).click();
    await page.getByLabel('Extra line on the label').fill('pocket 12');
    const label = page.getByRole('article');
    await expect(label).toContainText('135x16 140/22');
    await expect(label).toContainText('pocket 12');
    await expect(label.getByRole('img', { name: /thread\?read=135x16/ })).toBeVisible();
    const pdf = await page.pdf({ preferCSSPageSize: true });
    // 62 mm is 175.7 points.
    expect(pdf.toString('latin1')).toMatch(/MediaBox \[0 0 17[56](\.\d+)? /);
    await page.goto('/thread?read=135x16%20140%2F22%20LR');
    await expect(page.getByRole('heading', { name: 'Needle, 135x16 NM 140 / 22' })).toBeVisible();
  });
});
