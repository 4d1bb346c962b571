import { expect, openSetup, signIn, test } from './support/shop-test';

test.describe('the bench', () => {
  test.beforeEach(async ({ page }) => signIn(page));

  test("matches hide over duck with Tex 135, with reasons, other schools' choices and next steps", async ({
    page,
  }) => {
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Flatbed compound 07' });
    const add = page.getByRole('button', { name: 'Add a layer' });
    for (const [layer, [material, mm]] of [
      ['Vegetable-tanned side', '2'],
      ['No. 10 cotton duck', '0.6'],
      ['Vegetable-tanned side', '2'],
    ].entries()) {
      await add.click();
      await page.getByLabel(`Material of layer ${layer + 1}`).selectOption({ label: material });
      await page.getByLabel(`Thickness of layer ${layer + 1} in mm`).fill(mm);
    }
    await page.getByLabel('Thread, as on the spool').fill('V138');
    await expect(page.getByText('Taken as Tex 135')).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(
      'NM 140 / 22 right-twist cutting point, system 135x16',
    );
    await expect(page.getByText('Thread is 30 % of the blade width: good match.')).toBeVisible();
    await expect(page.getByText('No. 10 cotton duck: the point cuts yarns')).toBeVisible();
    await expect(page.getByText('tight eye gives NM 120 / 19')).toBeVisible();
    await expect(
      page.getByText('round point in leather gives NM 140 / 22, standard round point'),
    ).toBeVisible();
    await expect(page.getByRole('img', { name: /Thread of 0\.42 mm in a blade of 1\.4 mm/ })).toBeVisible();

    await openSetup(page, 'Tool roll strap, 10');
    await expect(page.getByLabel('Set-up name')).toHaveValue('Tool roll strap, 10');
    await expect(page.getByText('Work has unsaved changes. Restore them?')).toBeVisible();
    await page.getByRole('button', { name: 'Restore' }).click();
    await expect(page.getByLabel('Thread, as on the spool')).toHaveValue('V138');
    await expect(page.getByLabel('Thickness of layer 2 in mm')).toHaveValue('0.6');
    await expect(page.getByRole('button', { name: 'Restore' })).toHaveCount(0);
  });

  test('asks which numbering a bare size belongs to', async ({ page }) => {
    await page.getByLabel('Thread, as on the spool').fill('30');
    await expect(page.getByText('used in more than one system')).toBeVisible();
    await page.getByRole('button', { name: 'ticket 30 (Tex 90)' }).click();
    await expect(page.getByText('Taken as Tex 90')).toBeVisible();
  });

  test('takes leather thickness in ounces when inch units come first', async ({ page }) => {
    await page.getByRole('button', { name: /Tam Oduya/ }).click();
    await page.getByRole('button', { name: 'Show inch and number sizes first' }).click();
    await page.getByRole('button', { name: 'Add a layer' }).click();
    const ounces = page.getByLabel('Thickness of layer 1 in oz');
    await ounces.fill('10');
    await ounces.press('Tab');
    // An ounce of leather is a 64th of an inch: 10 oz are 0.156 in.
    await expect(page.getByText('1 layer, 0.156 in')).toBeVisible();
  });

  test('refuses with the reason when nothing fits', async ({ page }) => {
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Flatbed drop 24' });
    await page.getByRole('button', { name: 'Add a layer' }).click();
    await page.getByLabel('Thread, as on the spool').fill('V415');
    await expect(page.getByRole('heading', { name: 'Nothing fits' })).toBeVisible();
    await expect(page.getByText('This machine takes thread up to Tex 90; this is Tex 400.')).toBeVisible();
    await expect(page.getByText('nothing fits', { exact: true })).toBeVisible();
  });

  test('saves a set-up, reopens it from search and sets it on the machine', async ({ page }) => {
    await openSetup(page, 'Tool roll strap, 10');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('NM 140');
    await page.getByLabel('Set-up name').fill('Belt keeper, 10');
    await page.getByLabel('Stitch, mm').fill('3.5');
    await page.getByLabel('Stitch, mm').press('Tab');
    await page.getByRole('button', { name: 'Save as new' }).click();
    await expect(page.getByText('Saved as Belt keeper, 10.')).toBeVisible();
    await page.getByRole('button', { name: 'Mark machine as set up for this job' }).click();
    await expect(page.getByText('The machine is set up for this job.')).toBeVisible();
    await page.getByRole('button', { name: 'Clear' }).click();
    await expect(page.getByText('has unsaved changes')).toHaveCount(0);
    await page.locator('body').press('/');
    await page.getByRole('combobox', { name: /^Machine, set-up/ }).fill('keeper');
    await page
      .locator('ngb-typeahead-window')
      .getByRole('option', { name: /Belt keeper, 10/ })
      .click();
    await expect(page.getByLabel('Stitch, mm')).toHaveValue('3.5');
    await expect(page.getByText('The machine is set up for this job.')).toBeVisible();
  });

  test('marks an outdated change as such and keeps what was typed', async ({ page, context }) => {
    await openSetup(page, 'Gauntlet cuff, 09');
    await page.getByLabel('Set-up name').fill('Gauntlet cuff, 09 mine');
    const other = await context.newPage();
    await other.goto(page.url());
    await other.getByLabel('Set-up name').fill('Gauntlet cuff, 09 theirs');
    await other.getByRole('button', { name: 'Save changes' }).click();
    await expect(other.getByText('Saved as Gauntlet cuff, 09 theirs.')).toBeVisible();
    await page.getByRole('button', { name: 'Save changes' }).click();
    await expect(page.getByRole('alert')).toContainText('Somebody changed this since you opened it');
    await expect(page.getByLabel('Set-up name')).toHaveValue('Gauntlet cuff, 09 mine');
  });

  test('saves the drawing as a self-contained SVG file', async ({ page }) => {
    await openSetup(page, 'Tool roll strap, 07');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as SVG: eye-and-thread' }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe('eye-and-thread.svg');
    const text = Buffer.concat(await (await file.createReadStream()).toArray()).toString();
    expect(text).toContain('xmlns="http://www.w3.org/2000/svg"');
    expect(text).not.toContain('var(');
  });
});

test('lets an operator read the bench but save nothing', async ({ page }) => {
  await signIn(page, 'operator');
  await openSetup(page, 'Tool roll strap, 07');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('NM 140');
  await expect(
    page.getByRole('button', { name: /^(Save (set-up|changes|as new)|Mark machine as set up for this job)/ }),
  ).toHaveCount(0);
});
