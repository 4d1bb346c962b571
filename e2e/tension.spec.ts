import { expect, signIn, test } from './support/shop-test';
import type { Page } from '@playwright/test';

const knobOf = (page: Page) => page.getByRole('spinbutton', { name: 'Turns from fully off' });
const turnsOf = async (page: Page) => Number(await knobOf(page).getAttribute('aria-valuenow'));
const headline = (page: Page) => page.getByRole('heading', { level: 1 });

async function open(page: Page, name: RegExp): Promise<void> {
  await page.goto('/tension');
  await page.getByRole('link', { name }).click();
  await expect(headline(page)).toContainText(/^(Sew the next seam|Set:)/);
}

async function log(page: Page, grade: string): Promise<void> {
  const seams = await page.getByRole('row').count();
  await page.getByText(grade, { exact: true }).first().click();
  const ruleOut = page.getByRole('button', { name: 'All of this is right' });
  if (await ruleOut.isVisible()) await ruleOut.click();
  await page.getByRole('button', { name: 'Log this seam' }).click();
  await expect(page.getByRole('row')).toHaveCount(seams === 0 ? 2 : seams + 1);
}

/** What a true judge would say of a seam on a machine that balances there. */
function gradeAt(turns: number, balance: number, windowTurns: number): string {
  const z = (turns - balance) / (windowTurns / 2);
  if (z < -2.3) return 'loops below';
  if (z < -1) return 'dots below';
  if (z <= 1) return 'balanced';
  return z <= 2.3 ? 'dots on top' : 'flat line on top';
}

test.describe('tension', () => {
  test.beforeEach(async ({ page }) => signIn(page));

  test('finds the window of a machine in a few seams, keeps them, and gives the setting back', async ({
    page,
  }) => {
    await open(page, /Log carrier body, 07/);
    await expect(page.getByText(/Expected .* turns, from 3 works logged on this machine/)).toBeVisible();
    const [balance, windowTurns] = [(await turnsOf(page)) + 0.3, 0.7];
    for (let n = 0; n < 9 && !(await headline(page).textContent())?.startsWith('Set:'); n++) {
      await log(page, gradeAt(await turnsOf(page), balance, windowTurns));
      await page.waitForTimeout(250);
    }
    await expect(headline(page)).toContainText('Set:');
    await expect(page.getByText('both edges seen')).toBeVisible();
    const kept = await turnsOf(page);
    expect(Math.abs(kept - balance)).toBeLessThanOrEqual(windowTurns / 2);
    await page.reload();
    await expect(headline(page)).toContainText('Set:');
    expect(await turnsOf(page)).toBe(kept);
  });

  test('believes loops only when what is not tension is ruled out', async ({ page }) => {
    await open(page, /Log carrier body, 26/);
    await page.getByText('loops below', { exact: true }).click();
    await expect(page.getByText('rule out what is not tension')).toBeVisible();
    await expect(page.getByText('Thread sits between the tension discs')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Log this seam' })).toBeDisabled();
    await page.getByRole('button', { name: 'Found one: mend it, sew again' }).click();
    await expect(page.getByText('rule out what is not tension')).toHaveCount(0);
    await log(page, 'loops below');
    await expect(page.getByText('tighter, clockwise')).toBeVisible();
  });

  test('asks for the bobbin when both are tight, and starts anew when its screw is turned', async ({
    page,
  }) => {
    await open(page, /Log carrier body, 25/);
    await page.getByText('balanced', { exact: true }).first().click();
    await page.getByLabel('Puckers, or thread breaks').check();
    await expect(page.getByText('both are too tight. A little off the bobbin first')).toBeVisible();
    await page.getByText('Log the bobbin', { exact: true }).first().click();
    await page.getByLabel('Screw turned by').selectOption({ label: '0.125 turn looser' });
    await page.getByLabel('Case and weights, g').fill('84');
    await page.getByRole('button', { name: 'creeps when jerked' }).click();
    await page.getByRole('button', { name: 'Log the bobbin' }).click();
    await expect(page.getByRole('img', { name: /Last reading about 99 cN/ })).toBeVisible();
    await expect(page.getByText('The case creeps in the drop test: leave it.')).toBeVisible();
    await page.getByLabel('bobbin first, then the top').check();
  });

  test('takes a measured lock, and the least tension on wish', async ({ page }) => {
    await open(page, /Window patch, 05/);
    await page.getByRole('button', { name: 'least tension that hides the far thread' }).click();
    await page.getByText('balanced', { exact: true }).first().click();
    await page.getByLabel('Lock seen in a cut seam').fill('45');
    await page.getByLabel('Lock seen in a cut seam').press('Tab');
    await page.getByLabel('Pre-tension, turns from off').fill('2.25');
    await page.getByLabel('Pre-tension, turns from off').press('Tab');
    const rows = await page.getByRole('row').count();
    await page.getByRole('button', { name: 'Log this seam' }).click();
    await expect(page.getByRole('row')).toHaveCount(rows + 1);
    await page.reload();
    await expect(page.getByText('Pre-tension stood at 2 ¼ turns.')).toBeVisible();
  });

  test('plans, prints and scores a ladder strip in one go', async ({ page }) => {
    await open(page, /Holdall repair, 23/);
    const before = await page.getByRole('row').count();
    await page.getByRole('button', { name: 'Ladder strip' }).click();
    const strip = page.getByRole('dialog', { name: 'Ladder strip' });
    await expect(strip.getByRole('row')).toHaveCount(6);
    await strip.getByLabel('Settings').selectOption({ label: '3' });
    await expect(strip.getByRole('row')).toHaveCount(4);
    await strip.getByLabel('What number 1 shows').selectOption({ label: 'dots below' });
    await strip.getByLabel('What number 2 shows').selectOption({ label: 'balanced' });
    await strip.getByLabel('What number 3 shows').selectOption({ label: 'dots on top' });
    await strip.getByRole('button', { name: 'Log 3 seams of the strip' }).click();
    await expect(strip).toBeHidden();
    await expect(page.getByRole('row')).toHaveCount(before + 3);
    await expect(page.getByRole('row', { name: /dots on top, strip/ })).toBeVisible();
  });

  test('learns what a turn is worth on this machine from a gauge, three pulls each', async ({ page }) => {
    await open(page, /Strap box stitch, 15/);
    await expect(page.getByRole('img', { name: /0 gauge readings: too few/ })).toBeVisible();
    for (const [n, cn] of [180, 265, 360].entries()) {
      for (const [pull, off] of [-6, 0, 6].entries())
        await page.getByLabel(`Pull ${pull + 1}, cN`).fill(String(cn + off));
      await page.getByLabel('Pull 3, cN').press('Tab');
      await page.getByRole('button', { name: new RegExp(`Log ${cn} cN at`) }).click();
      await expect(page.getByRole('img', { name: new RegExp(`^${n + 1} gauge readings`) })).toBeVisible();
      await page.getByRole('button', { name: 'A step tighter' }).click();
    }
    await expect(page.getByRole('img', { name: /3 gauge readings; about \d+ cN per turn/ })).toBeVisible();
    await expect(page.getByText(/turns about \d+ cN, next reading \d+ to \d+/)).toBeVisible();
  });

  test('moves the setting by arrow keys within the travel and records the knob mark', async ({ page }) => {
    await open(page, /Canvas lining, 21/);
    const before = await turnsOf(page);
    await knobOf(page).focus();
    await knobOf(page).press('ArrowUp');
    await expect(knobOf(page)).toHaveAttribute('aria-valuenow', String(before + 0.25));
    await knobOf(page).press('Shift+ArrowDown');
    await expect(knobOf(page)).toHaveAttribute('aria-valuenow', String(before + 0.125));
    await page.getByText(/Knob mark:/).click();
    await page.getByLabel('What marks zero').fill('red dot level with the screw');
    await page.getByLabel('Turns from off to fully in').fill('6.5');
    await page.getByRole('button', { name: 'Record the mark' }).click();
    await expect(page.getByText('Knob mark: red dot level with the screw')).toBeVisible();
  });
});
