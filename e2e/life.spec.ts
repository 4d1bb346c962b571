import { expect, expectAccessible, goTo, saveShop, signIn, test } from './support/shop-test';

test.describe('life', () => {
  test('fits the lives of every group and finds the cheapest time to change', async ({ page }) => {
    await signIn(page, 'mechanic', '/life');
    await page.getByRole('button', { name: 'Recalculate' }).click();
    await expect(page.getByText(/up to date/)).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/^(Change at|Run to failure)/);
    const group = page.getByRole('button', { name: /Leather, cutting points, cylinder arm/ });
    await group.click();
    await expect(group).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByRole('img', { name: /One in ten needles is worn by/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /flat 8 h £/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /worn \d+/ }).first()).toBeVisible();
    await expectAccessible(page);
  });

  test('shows that needles were changed since the fit, and fits again', async ({ page }) => {
    await signIn(page, 'mechanic', '/life');
    await expect(page.getByText(/Calculated \d/)).toBeVisible();
    await goTo(page, '/floor');
    await page.getByRole('button', { name: 'Change needle, Flatbed compound 07' }).click();
    await page.getByRole('button', { name: 'Changing job: discard needle' }).click();
    await expect(page.getByText('Flatbed compound 07: needle change logged')).toBeVisible();
    await goTo(page, '/life');
    await expect(page.getByText('needles or costs have changed since.')).toBeVisible();
    await page.getByRole('button', { name: 'Recalculate' }).click();
    await expect(page.getByText(/up to date/i)).toBeVisible();
  });

  test('uses the costs of a change that the lead enters', async ({ page }) => {
    await signIn(page, 'lead', '/shop');
    await page.getByLabel('Work spoiled, leather').fill('60');
    await saveShop(page);
    await goTo(page, '/life');
    await page.getByRole('button', { name: /Leather, cutting points, cylinder arm/ }).click();
    await expect(page.getByRole('button', { pressed: true })).toHaveAccessibleName(
      /Leather, cutting points, cylinder arm/,
    );
    const hours = async () => {
      const text = await page.getByRole('heading', { level: 1 }).textContent();
      return Number(/at ([\d.]+) h/.exec(text!)?.[1]);
    };
    const before = await hours();
    await expect(page.getByText('needles or costs have changed since.')).toBeVisible();
    await page.getByRole('button', { name: 'Recalculate' }).click();
    await expect(page.getByText(/up to date/i)).toBeVisible();
    await expect.poll(hours).toBeLessThan(before);
  });

  test('shows the lot that wears too soon, with its eye checks, and splits a group', async ({ page }) => {
    await signIn(page, 'lead', '/life');
    await page.getByRole('button', { name: /^Canvas and cloth, cloth points, flatbed/ }).click();
    const lots = page.locator('gan-lots-panel');
    await expect(lots.getByText('26-110E: bad.')).toBeVisible();

    await goTo(page, '/lots');
    await page.getByRole('button', { name: /older lots$/ }).click();
    // Codes come from the suppliers: lots of other kinds may have the same.
    const lot = (code: string) =>
      page
        .getByRole('listitem')
        .filter({ hasText: `${code}: ` })
        .filter({ hasText: '135x17 NM 110, standard round' });
    await lot('26-110E')
      .getByRole('link', { name: /^Check a needle/ })
      .click();
    await page.getByText('Friction of the eye, with gauge and weight').click();
    await page.getByLabel('Weight, N').fill('1.17');
    await page.getByLabel('Pulling up, N').fill('2.2');
    await page.getByLabel('Letting down, N').fill('0.7');
    await expect(page.getByText('Friction 56 %.')).toBeVisible();
    await page.getByRole('button', { name: 'Log it, next needle' }).click();
    await expect(page.getByText('Check logged.')).toBeVisible();

    await goTo(page, '/lots');
    const rename = async (from: string, to: string) => {
      await lot(from)
        .getByRole('button', { name: /^Correct/ })
        .click();
      await page.getByLabel('Code on the pack').fill(to);
      await page.getByRole('button', { name: 'Correct the lot' }).click();
      await expect(page.getByText(`Lot ${to} corrected.`)).toBeVisible();
    };
    await rename('26-110E', '26-110E, sent back');
    await rename('26-110E, sent back', '26-110E');

    await goTo(page, '/life');
    await page.getByRole('button', { name: /^Canvas and cloth, cloth points, flatbed/ }).click();
    await expect(lots.getByRole('row').filter({ hasText: '26-110E' })).toContainText('56 % of 1');
    await page.getByText('Merge or split groups').click();
    await page
      .getByLabel('Split, Canvas and cloth, cloth points, flatbed', { exact: true })
      .selectOption('by needle size');
    const part = page.getByRole('button', { name: /^Canvas and cloth, cloth points, flatbed, NM 110/ });
    await expect(part).toBeVisible();
    await page
      .getByLabel('Split, Canvas and cloth, cloth points, flatbed', { exact: true })
      .selectOption('no');
    await expect(part).toHaveCount(0);
  });
});
