import { expect, expectAccessible, expectNoSidewaysScroll, goTo, signIn, test } from './support/shop-test';

test.describe('a fault on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('goes from a report on the floor to a working machine, and into its history', async ({ page }) => {
    await signIn(page, 'mechanic', '/floor');
    const card = page.locator('gan-machine-row', { hasText: 'Flatbed compound 17' });
    await card.getByRole('button', { name: /^Report a problem/ }).click();
    await page.getByRole('button', { name: 'Skipped stitches' }).click();
    await expect(card).toContainText('skipped stitches');
    await card.click();
    await page.getByRole('link', { name: 'Find the cause, check by check' }).click();
    const now = page.getByRole('region', { name: 'What to do now' });
    await expect(page.getByRole('heading', { name: 'Skipped stitches, Flatbed compound 17' })).toBeVisible();
    await expect(now.getByRole('heading', { level: 2 })).toHaveText(/Fit a new needle of the same kind/);
    await expectAccessible(page);
    await expectNoSidewaysScroll(page);

    await now.getByRole('button', { name: 'Done, sew a test seam' }).click();
    await now.getByRole('button', { name: 'Still there' }).click();
    await expect(now.getByRole('heading', { level: 2 })).toHaveText(/Read system, size and point/);
    // It survives a reload.
    await page.reload();
    await now.getByRole('button', { name: 'Needle too small for the thread or the stack' }).click();
    await now.getByRole('button', { name: 'Repaired, sew a test seam' }).click();
    await now.getByRole('button', { name: 'Good', exact: true }).click();
    const mended = now.getByRole('heading', { name: /Fixed, as far/ });
    const luck = now.getByText('it may be by luck');
    await expect(mended.or(luck)).toBeVisible();
    if (await luck.isVisible()) await now.getByRole('button', { name: 'Good', exact: true }).click();
    await expect(mended).toBeVisible();
    await expect(now.getByLabel('What was it?')).toHaveValue('n_small');
    await now.getByRole('button', { name: 'Log it' }).click();
    await expect(page.getByRole('status')).toContainText('Skipped stitches: logged.');
    await goTo(page, '/machines');
    await page.getByRole('link', { name: 'Flatbed compound 17' }).click();
    await page.getByRole('link', { name: 'Service and history' }).click();
    await expect(page.getByRole('listitem').first()).toContainText('Skipped stitches: fixed');
    await expect(page.getByRole('listitem').first()).toContainText('Needle too small');
  });

  test('checks threading and bobbin case for a nest, and never a knob first', async ({ page }) => {
    await signIn(page, 'operator', '/faults');
    await page.getByRole('button', { name: 'Nest or loops below' }).click();
    const now = page.getByRole('region', { name: 'What to do now' });
    await expect(now).toContainText(
      /Re-thread the whole top path with the foot up|Pull both threads by hand/,
    );
    await expect(now.getByRole('button', { name: /^Search the top tension/ })).toBeHidden();
    await expect(now.getByRole('heading', { level: 2 })).not.toContainText('Search the top tension');
    await page.getByLabel('Only in the first stitches of a seam').selectOption({ label: 'yes' });
    await expect(now).toContainText('Start again with both tails held');
  });
});
