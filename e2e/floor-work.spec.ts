import { expect, expectAccessible, expectNoSidewaysScroll, goTo, signIn, test } from './support/shop-test';

test.describe('the work on the floor', () => {
  test('lets everybody arrange the plan of a zone by keyboard or mouse', async ({ page }) => {
    await signIn(page, 'mechanic', '/floor');
    await page.getByRole('button', { name: 'Plan', exact: true }).click();
    const zone = page.locator('gan-zone-plan').first();
    await zone.getByRole('button', { name: 'Arrange Cover hall' }).click();
    const first = zone.getByRole('button', { name: /^Long-arm 01:/ });
    await expect(first).toHaveAccessibleName(/row 1, place 1$/);
    await first.focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowDown');
    await expect(first).toHaveAccessibleName(/row 2, place 2$/);

    const other = zone.getByRole('button', { name: /^Flatbed compound 07:/ });
    await other.hover();
    const plan = (await zone.locator('.plan').boundingBox())!;
    const from = (await other.boundingBox())!;
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(plan.x + plan.width * 0.93, plan.y + plan.height * 0.5, { steps: 8 });
    await page.mouse.up();
    await expect(other).toHaveAccessibleName(/row 2, place 8$/);
    await expectAccessible(page);
    await zone.getByRole('button', { name: 'Save this plan' }).click();
    await expect(page.getByRole('status')).toContainText('Floor plan saved for everybody.');

    await page.reload();
    await page.getByRole('button', { name: 'Plan', exact: true }).click();
    await zone.getByRole('button', { name: 'Arrange Cover hall' }).click();
    await expect(first).toHaveAccessibleName(/row 2, place 2$/);
    await expect(other).toHaveAccessibleName(/row 2, place 8$/);
  });

  test("logs a service and shows it in the machine's history", async ({ page }) => {
    await signIn(page, 'mechanic', '/machines');
    await page.getByRole('link', { name: 'Patcher 22' }).click();
    await page.getByRole('link', { name: 'Service and history' }).click();
    await expect(page.getByRole('heading', { name: /^Patcher 22: / })).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel('Note for the next entry').fill('a drop more than usual');
    const lint = page.locator('.service').filter({ hasText: 'Lint out of hook and case' });
    await lint.getByRole('button', { name: 'Done now' }).click();
    await expect(page.getByRole('status')).toContainText('Lint out of hook and case: logged.');
    await expect(lint).toContainText('0.0 of 4 running hours');
    await expect(page.getByRole('listitem').first()).toContainText('a drop more than usual');
    const before = await page.getByRole('listitem').count();
    await page.getByRole('button', { name: 'Load older entries' }).click();
    await expect.poll(() => page.getByRole('listitem').count()).toBeGreaterThan(before);
  });

  test('offers the kinds of service that the lead adds', async ({ page, browser, baseURL }) => {
    const office = await browser.newContext({ baseURL: baseURL! });
    const lead = await office.newPage();
    await signIn(lead, 'lead', '/machines');
    await lead.getByRole('link', { name: 'Kinds of service' }).click();
    await lead.getByLabel('What is done').fill('Belt looked at');
    await lead.getByLabel('Every').fill('1500');
    await lead.getByLabel('Counted in').selectOption({ label: 'running hours' });
    await lead.getByRole('button', { name: 'Add it' }).click();
    await expect(lead.getByText('Belt looked at: saved.')).toBeVisible();
    await expectAccessible(lead);
    await office.close();

    await signIn(page, 'mechanic', '/machines');
    await page.getByRole('link', { name: 'Portable 21' }).click();
    await page.getByRole('link', { name: 'Service and history' }).click();
    const belt = page.locator('.service').filter({ hasText: 'Belt looked at' });
    await expect(belt).toContainText(/ of 1500 running hours/);
    await belt.getByRole('button', { name: 'Done now' }).click();
    await expect(page.getByRole('status')).toContainText('Belt looked at: logged.');
    await expect(belt).toContainText('0.0 of 1500 running hours');
    await expect(page.getByRole('listitem').filter({ hasText: 'Belt looked at' })).toHaveCount(1);
  });

  test('ages a needle by pieces sewn where no counter is heard, leaving out removed entries', async ({
    page,
  }) => {
    await signIn(page, 'mechanic', '/floor');
    const row = page.locator('gan-machine-row', { hasText: 'Flatbed walking 23' });
    const writeDown = async (pieces: string) => {
      await row.getByRole('button', { name: /^Change needle/ }).click();
      await page.getByText('No counter: enter pieces sewn').click();
      await page.getByLabel('Pieces', { exact: true }).fill(pieces);
      await page.getByLabel('Stitches in each').fill('200');
      await page.getByLabel('Over the last hours').fill('1');
      await page.getByRole('button', { name: 'Save pieces' }).click();
    };
    await writeDown('3');
    await expect(page.getByRole('status')).toContainText('3 pieces logged.');
    await writeDown('2');
    await expect(page.getByText('Pieces are already logged for part of this time.')).toBeVisible();
    await row.getByRole('button', { name: /^Change needle/ }).click();
    await page.getByRole('link', { name: 'Service and history of this machine' }).click();
    await page.getByRole('button', { name: 'Remove, 3 pieces sewn' }).click();
    await expect(page.getByRole('listitem').first()).toContainText('removed by Tam Oduya');
    await goTo(page, '/floor');
    await writeDown('2');
    await expect(page.getByRole('status')).toContainText('2 pieces logged.');
  });
});

test.describe('a work sample on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('goes round a zone and narrows the share of time needles run', async ({ page }) => {
    await signIn(page, 'operator', '/floor');
    await page.getByRole('link', { name: 'Spot checks', exact: true }).click();
    await page.getByLabel('Zone').selectOption('Webbing bay');
    const text = page.locator('.reason');
    const checks = async () => Number(/(\d+) checks/.exec((await text.textContent())!)![1]);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Webbing bay');
    const before = await checks();
    await page.getByRole('button', { name: 'Walk round now, every machine once' }).click();
    await expectAccessible(page);
    await expectNoSidewaysScroll(page);
    const asked = new Set<string>();
    for (const answer of ['Sewing', 'Not sewing', 'Cannot see it', 'Sewing', 'Not sewing', 'Not sewing']) {
      const heading = page.getByRole('heading', { name: /^Check now: / });
      // The previous answer disappears a moment after its tap.
      await expect.poll(async () => asked.has((await heading.textContent())!)).toBe(false);
      asked.add((await heading.textContent())!);
      await page.getByRole('button', { name: answer, exact: true }).click();
    }
    await expect(page.getByRole('button', { name: 'Walk round now, every machine once' })).toBeVisible();
    expect(asked.size).toBe(6);
    await expect.poll(checks).toBe(before + 5);
  });
});
