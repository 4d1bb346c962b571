import { expect, expectAccessible, expectNoSidewaysScroll, signIn, test } from './support/shop-test';
import type { Page } from '@playwright/test';

const knob = (page: Page) => page.getByRole('spinbutton', { name: 'Top, turns from fully off' });

/** Reads the drawing of both sides, as a learner would, and says which way the top has to go. */
async function read(page: Page): Promise<1 | 0 | -1> {
  const drawing = page.getByRole('img', { name: /Calculated seam, both sides/ }).first();
  const said = (await drawing.getAttribute('aria-label')) ?? '';
  if (/loops below|needle thread on the underside/.test(said)) return 1;
  return /flat line|bobbin thread on top/.test(said) ? -1 : 0;
}

test.describe('practice', () => {
  test.beforeEach(async ({ page }) => {
    await signIn(page, 'operator');
    await page.keyboard.press('g');
    await page.keyboard.press('p');
    await expect(page.getByRole('heading', { name: 'Practice' })).toBeVisible();
  });

  test('takes a machine from unset to balanced by reading both sides, beside the best rule', async ({
    page,
  }) => {
    await page.getByRole('button', { name: /Cover seam/ }).click();
    let seams = 0;
    const sew = async () => {
      await page.getByRole('button', { name: 'Sew a test seam' }).click();
      await expect(page.getByRole('heading', { name: `Seam ${++seams}: look at both sides` })).toBeVisible();
    };
    await sew();
    for (let n = 0; n < 14; n++) {
      const way = await read(page);
      if (way === 0) break;
      await knob(page).press(way > 0 ? 'ArrowUp' : 'ArrowDown');
      await sew();
    }
    const balanced = page.getByRole('heading', { name: /^Balanced, in \d+ seams/ });
    for (let n = 0; n < 4; n++) {
      await page.getByRole('button', { name: 'It is balanced' }).click();
      await expect(balanced.or(page.getByText('Not yet. Look again'))).toBeVisible();
      if (await balanced.isVisible()) break;
      await knob(page).press('ArrowUp');
      await sew();
    }
    await expect(balanced).toBeVisible();
    await expect(page.getByRole('heading', { name: "The tool's" })).toBeVisible();
    await expect(page.getByText('Bobbin in backwards')).toBeVisible();
    await expectAccessible(page);
    await page.reload();
    await expect(page.getByRole('button', { name: /Cover seam.*in \d+ seams/ })).toBeVisible();
  });

  test('has the threading checked before a knob can cure loops', async ({ page }) => {
    await page.getByRole('button', { name: /A nest below/ }).click();
    await page.getByRole('button', { name: 'Sew a test seam' }).click();
    await expect(page.getByRole('img', { name: /loops below/ }).first()).toBeVisible();
    await page.getByRole('button', { name: 'loops below', exact: true }).click();
    await expect(page.getByText('Right: loops below.')).toBeVisible();
    await page.getByRole('button', { name: 'It is balanced' }).click();
    await expect(page.getByText('Not yet. Look again')).toBeVisible();
    await page.getByText('Check for faults other than tension').click();
    await page.getByRole('button', { name: /Check: Thread sits between the tension discs/ }).click();
    await page.getByRole('button', { name: 'Sew a test seam' }).click();
    await expect(page.getByRole('img', { name: /both sides clean/ })).toBeVisible();
    await page.getByRole('button', { name: 'It is balanced' }).click();
    await expect(page.getByRole('heading', { name: /^Balanced, in 2 seams/ })).toBeVisible();
  });

  test('fits a phone and every theme', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.getByRole('button', { name: /Belt keeper/ }).click();
    await page.getByRole('button', { name: 'Sew a test seam' }).click();
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
  });
});
