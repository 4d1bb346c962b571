import { expect, signIn, test } from './support/shop-test';

test.describe('tension', () => {
  test.beforeEach(async ({ page }) => signIn(page));

  test('starts from the nearest work, steps by the quarter-turn rule and stops when proved', async ({
    page,
  }) => {
    await page.getByRole('link', { name: 'Tension' }).click();
    await page.getByRole('link', { name: /Log carrier body, 07/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Begin at');
    await expect(page.getByText('sewed balanced there on this machine')).toBeVisible();
    const knob = page.getByRole('spinbutton', { name: 'Turns from fully off' });
    const start = Number(await knob.getAttribute('aria-valuenow'));
    const log = async (grade: string) => {
      await page.getByText(grade, { exact: true }).first().click();
      await page.getByRole('button', { name: 'Log this seam' }).click();
    };
    const turns = async (expected: number) => expect(knob).toHaveAttribute('aria-valuenow', String(expected));

    await log('dots below');
    await turns(start + 0.25);
    await expect(page.getByText('¼ turn tighter, clockwise')).toBeVisible();
    await page.getByLabel('creeps when jerked').check();
    await log('dots on top');
    await turns(start + 0.125);
    await expect(page.getByText('Halfway between a setting too loose and one too tight.')).toBeVisible();
    await log('balanced');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Sew one more at');
    await log('balanced');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Set:');
    await expect(page.getByText('balanced twice')).toBeVisible();
    await page.reload();
    await expect(page.getByRole('row')).toHaveCount(5);
  });

  test('asks for the threading before it believes loops, and for the bobbin when both are tight', async ({
    page,
  }) => {
    await page.goto('/tension');
    await page.getByRole('link', { name: /Log carrier body, 26/ }).click();
    await page.getByText('loops below', { exact: true }).click();
    await page.getByRole('button', { name: 'Log this seam' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Check the threading first');
    await page.getByText('balanced', { exact: true }).first().click();
    await page.getByLabel('Puckers, or thread breaks').check();
    await page.getByRole('button', { name: 'Log this seam' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Loosen the bobbin first');
  });

  test('moves the setting by arrow keys within the travel and records the knob mark', async ({ page }) => {
    await page.goto('/tension');
    await page.getByRole('link', { name: /Canvas lining, 21/ }).click();
    const knob = page.getByRole('spinbutton', { name: 'Turns from fully off' });
    const before = Number(await knob.getAttribute('aria-valuenow'));
    await knob.focus();
    await knob.press('ArrowUp');
    await expect(knob).toHaveAttribute('aria-valuenow', String(before + 0.25));
    await knob.press('Shift+ArrowDown');
    await expect(knob).toHaveAttribute('aria-valuenow', String(before + 0.125));
    await page.getByText(/Knob mark:/).click();
    await page.getByLabel('What marks zero').fill('red dot level with the screw');
    await page.getByLabel('Turns from off to fully in').fill('6.5');
    await page.getByRole('button', { name: 'Record the mark' }).click();
    await expect(page.getByText('Knob mark: red dot level with the screw')).toBeVisible();
  });
});
