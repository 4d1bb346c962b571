import type { Page } from '@playwright/test';
import { expect, expectAccessible, expectNoSidewaysScroll, goTo, openSetup, signIn } from './shop-test';

/** A walk through all screens: theme, size, and which axe rules to check; none means all. */
export interface Walk {
  readonly theme: 'day' | 'night';
  readonly viewport: { readonly width: number; readonly height: number };
  readonly rules: string[];
}

export const DESK = { width: 1280, height: 800 };

/** No serious axe finding and no sideways scrolling on any screen. */
export async function walkScreens(page: Page, { theme, viewport, rules }: Walk): Promise<void> {
  await page.setViewportSize(viewport);
  await page.addInitScript((wanted) => {
    localStorage.setItem('gantelet.preferences', JSON.stringify({ theme: wanted, unitOrder: 'metric' }));
  }, theme);
  await signIn(page);
  const check = async () => {
    await expectAccessible(page, rules);
    await expectNoSidewaysScroll(page);
  };
  await check();
  await openSetup(page, 'Tool roll strap, 07');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('NM 140');
  await check();
  await page.getByText('Why not another needle?').click();
  await check();
  await page.getByRole('link', { name: 'Foot, edge and speed' }).click();
  await page.getByLabel('Seam to edge, mm').fill('8');
  await check();
  await page.goBack();
  await page.getByRole('link', { name: 'Pull a seam apart and log it' }).click();
  await page.getByRole('button', { name: 'material tore' }).click();
  await check();
  await page.goBack();
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Any machine (suggest one)' });
  await expect(page.getByText('Ranked by needle fit')).toBeVisible();
  await check();
  await goTo(page, '/thread?read=90');
  await expect(page.getByText('can mean 3 different things')).toBeVisible();
  await check();
  await goTo(page, '/label?read=V138');
  await expect(page.getByRole('article')).toBeVisible();
  await check();
  await goTo(page, '/now');
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await check();
  await goTo(page, '/nowhere');
  await expect(page.getByRole('heading', { name: 'There is no page at this address' })).toBeVisible();
  await check();
  await goTo(page, '/lots');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('in all');
  await check();
  await page
    .getByRole('link', { name: /^Check a needle/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Catches nothing' }).click();
  await check();
  await goTo(page, '/loose-needle');
  await page.getByRole('button', { name: 'Round', exact: true }).click();
  await check();
  await goTo(page, '/rounds');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await check();
  await goTo(page, '/rounds/sheets');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await check();
  await goTo(page, '/store');
  await expect(page.getByText(/to order/).first()).toBeVisible();
  await check();
  await goTo(page, '/store/import');
  await expect(page.getByRole('heading', { name: 'Import a list into the store' })).toBeVisible();
  await check();
  await goTo(page, '/store/labels');
  await expect(page.getByRole('article').first()).toBeVisible();
  await check();
  await goTo(page, '/rounds/settings');
  await expect(page.getByText('Who changes needles')).toBeVisible();
  await check();
  await goTo(page, '/machines');
  await expect(page.getByRole('heading', { name: /^\d+ machines$/ })).toBeVisible();
  await check();
  await page.getByRole('link', { name: 'Flatbed compound 05' }).click();
  await expect(page.getByLabel('Shop number')).toHaveValue('5');
  await check();
  const machine = new URL(page.url()).pathname;
  await goTo(page, `${machine}/threading`);
  await page.getByRole('button', { name: /^(Edit this card|Write this machine’s card)$/ }).click();
  await expect(page.getByRole('button', { name: 'Save card' })).toBeVisible();
  await check();
  await goTo(page, `${machine}/hook`);
  await page.getByRole('button', { name: 'Misses some' }).click();
  await expect(page.getByText('Timing is out.')).toBeVisible();
  await check();
  await goTo(page, '/practice/faults');
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: /^Pull both threads/ }).click();
  await check();
  await goTo(page, '/machines/services');
  await expect(page.getByRole('heading', { name: 'Kinds of service' })).toBeVisible();
  await check();
  await goTo(page, '/setup-list');
  await expect(page.getByRole('heading', { name: 'Import a list of set-ups' })).toBeVisible();
  await check();
  await goTo(page, '/compare-needles');
  await expect(page.getByRole('heading', { name: 'Never swap them' })).toBeVisible();
  await check();
  await goTo(page, '/machines/plates');
  await expect(page.getByRole('button', { name: 'Edit P3' })).toBeVisible();
  await check();
  await goTo(page, '/shop');
  await expect(page.getByText('Only a lead can change these.')).toBeVisible();
  await check();
  await goTo(page, '/devices');
  await expect(page.getByRole('rowheader', { name: 'Counter of Long-arm 01' })).toBeVisible();
  await check();
  await goTo(page, '/catalogue/wall-chart');
  await expect(page.getByRole('rowheader', { name: '210', exact: true })).toBeVisible();
  await check();
  await goTo(page, '/catalogue');
  await expect(page.getByRole('rowheader', { name: '135x17' })).toBeVisible();
  await check();
  await page.getByRole('button', { name: 'ranking' }).click();
  await check();
  await page.getByRole('button', { name: 'Thread lost in the eye' }).click();
  await expect(page.getByRole('button', { name: 'Measured here' })).toBeVisible();
  await check();
  await goTo(page, '/tension');
  await expect(page.getByRole('link', { name: /Apron body, 11/ })).toBeVisible();
  await check();
  await page.getByRole('link', { name: /Apron body, 11/ }).click();
  await expect(page.getByRole('button', { name: 'Log this seam' })).toBeVisible();
  await check();
  await goTo(page, '/floor');
  await page.getByRole('button', { name: 'Change needle, Patcher 22' }).click();
  await expect(page.getByText('What came out?')).toBeVisible();
  await check();
  await page.keyboard.press('Escape');
  await check();
}
