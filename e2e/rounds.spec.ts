import type { Page } from '@playwright/test';
import { expect, expectAccessible, expectNoSidewaysScroll, signIn, test } from './support/shop-test';

test.describe.configure({ mode: 'serial' });

/** Plans rounds and waits until the page has read the new plan. */
async function plan(page: Page, button = /Plan rounds|Re-plan from now/): Promise<void> {
  const { plan: before } = await read(page);
  await page.getByRole('button', { name: button }).click();
  let planned = before?.id;
  await expect.poll(async () => (planned = (await read(page)).plan?.id) !== before?.id).toBeTruthy();
  await expect(page.locator(`[data-plan="${planned}"]`)).toBeVisible();
  await expect(page.getByRole('progressbar', { name: 'How far the search is' })).toHaveCount(0);
  await expect(
    page.getByText(/This plan is within .* of the cheapest possible|This is the cheapest possible plan/),
  ).toBeVisible();
}

interface RoundsReply {
  readonly plan: {
    readonly id: string;
    readonly shifts: readonly { readonly startsAt: string }[];
    readonly machines: readonly {
      readonly name: string;
      readonly changes: readonly number[];
      readonly pinned: readonly number[];
      readonly ageHours: number;
    }[];
    readonly cost: { readonly total: number };
    readonly bound: number;
  } | null;
  readonly stock: readonly {
    readonly needle: {
      readonly systemId: string;
      readonly nm: number;
      readonly pointId: string;
      readonly finishId: string;
    };
    readonly onHand: number | null;
  }[];
}

const read = async (page: Page): Promise<RoundsReply> =>
  (await (await page.request.get('/api/rounds')).json()) as RoundsReply;

test.describe('rounds, for the lead', () => {
  test('are planned, moved by hand with the cost shown first, pinned, and planned again around the pin', async ({
    page,
  }) => {
    await signIn(page, 'lead', '/rounds');
    await plan(page);
    const { plan: made } = await read(page);
    expect(made!.bound).toBeLessThanOrEqual(made!.cost.total + 1e-9);
    await expect(page.getByRole('row', { name: /^this plan/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /^every Monday/ })).toBeVisible();
    await expectAccessible(page);

    const machine = made!.machines.find(({ changes }) => changes.length > 2)!;
    const from = machine.changes[1]!;
    const mark = page.getByRole('button', { name: new RegExp(`^${machine.name}, change after`) }).nth(1);
    await mark.focus();
    await page.keyboard.press('Enter');
    await expect(mark).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('g.price')).toContainText(/[+−]£|no extra cost/);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Moved and pinned.')).toBeVisible();
    const moved = (await read(page)).plan!.machines.find(({ name }) => name === machine.name)!;
    expect(moved.pinned).toEqual([from + 1]);
    expect(moved.changes).toContain(from + 1);

    await plan(page);
    const again = (await read(page)).plan!.machines.find(({ name }) => name === machine.name)!;
    expect(again.changes).toContain(from + 1);
    expect(again.pinned).toEqual([from + 1]);
  });

  test('can be dragged with the pointer, and put back when dropped where they were', async ({ page }) => {
    await signIn(page, 'lead', '/rounds');
    const mark = page.locator('g.change').first();
    // A chart that is still growing has no fixed place yet.
    await mark.hover();
    const box = (await mark.boundingBox())!;
    const [x, y] = [box.x + 8, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 90, y, { steps: 4 });
    await expect(page.locator('g.price')).toContainText(/[+−]£|no extra cost/);
    await page.mouse.move(x, y, { steps: 4 });
    await page.mouse.up();
    await expect(page.locator('g.price')).toHaveCount(0);
    const held = page.getByRole('group', { name: 'The change that is held' });
    await held.getByRole('button', { name: /Pin it here|Unpin/ }).click();
    await expect(page.getByText(/^(Pinned|Let go)\.$/)).toBeVisible();
    await page.getByText('Table', { exact: true }).click();
    await page.getByRole('button', { name: 'Other shifts' }).first().click();
    await expect(page.getByRole('option', { name: 'skip it' })).toBeAttached();
  });

  test('are planned by the people and days that the lead enters', async ({ page }) => {
    await signIn(page, 'lead', '/rounds/settings');
    const minutes = page.getByLabel('Minutes per shift').first();
    const before = await minutes.inputValue();
    await minutes.fill(String(Number(before) + 5));
    await minutes.blur();
    await page.getByRole('button', { name: 'Save settings' }).click();
    await expect(page.getByText('Saved. Re-plan to use it.')).toBeVisible();
    await page.reload();
    await expect(page.getByLabel('Minutes per shift').first()).toHaveValue(String(Number(before) + 5));
    await expectAccessible(page);
  });
});

test.describe('rounds, on a phone in the hall', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('are published, ticked off offline, and take needles from the store once', async ({
    page,
    context,
    browser,
  }) => {
    const lead = await browser.newPage();
    await signIn(lead, 'lead', '/rounds');
    await plan(lead);
    await lead.getByRole('button', { name: 'Publish plan' }).click();
    await expect(lead.getByText('Plan published: round sheets')).toBeVisible();
    await lead.close();

    await signIn(page, 'mechanic', '/rounds/sheets');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Tam Oduya');
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
    const first = page.locator('ol > li').first();
    const name = (await first.locator('strong').textContent())!;
    const published = (await (await page.request.get('/api/rounds/sheets')).json()) as {
      sheets: {
        personName: string;
        tasks: { machineName: string; needle: RoundsReply['stock'][number]['needle'] }[];
      }[];
    };
    const { needle } = published.sheets
      .filter(({ personName }) => personName === 'Tam Oduya')
      .flatMap(({ tasks }) => tasks)
      .find(({ machineName }) => machineName === name)!;
    const onHand = async () =>
      (await read(page)).stock.find((one) => JSON.stringify(one.needle) === JSON.stringify(needle))!.onHand!;
    const before = await onHand();

    await first.getByRole('button', { name: 'Changed, old needle whole' }).click();
    await expect(page.getByText(`${name}: change logged.`)).toBeVisible();
    await page.getByRole('button', { name: `Undo, ${name}` }).click();
    await expect(page.getByText(`${name}: needle change undone.`)).toBeVisible();
    expect(await onHand()).toBe(before);
    await first.getByRole('combobox').selectOption('machine-busy');
    await expect(first).toContainText('skipped: machine could not be stopped');

    await context.setOffline(true);
    await first.getByRole('button', { name: 'Changed, old needle whole' }).click();
    await expect(first).toContainText('changed');
    await expect(page.getByText(`${name}: change logged, saved on this device`)).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByText(/not sent yet/)).toHaveCount(0);
    // It has reached the server, and is not just on its way: leaving a page cancels its requests.
    await expect.poll(onHand).toBe(before - 1);
    await page.reload();
    await expect(page.locator('ol > li', { hasText: name }).first()).toContainText('changed');
    expect(await onHand()).toBe(before - 1);

    const { machines } = (
      (await (await page.request.get('/api/floor')).json()) as {
        zones: { machines: { name: string; age: { runningHours: number } }[] }[];
      }
    ).zones.reduce((all, zone) => ({ machines: [...all.machines, ...zone.machines] }), {
      machines: [] as { name: string; age: { runningHours: number } }[],
    });
    expect(machines.find((one) => one.name === name)!.age.runningHours).toBeLessThan(0.2);
  });
});
