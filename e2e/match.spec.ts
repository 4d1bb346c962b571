import { expect, openSetup, signIn, test } from './support/shop-test';
import type { Page } from '@playwright/test';

async function stack(
  page: Page,
  layers: readonly (readonly [material: string, mm: string])[],
): Promise<void> {
  for (const [i, [material, mm]] of layers.entries()) {
    await page.getByRole('button', { name: 'Add a layer' }).click();
    await page.getByLabel(`Material of layer ${i + 1}`).selectOption({ label: material });
    await page.getByLabel(`Thickness of layer ${i + 1} in mm`).fill(mm);
  }
  await page.keyboard.press('Tab');
}

const answer = (page: Page) => page.getByRole('heading', { level: 1 });

test.describe('matching from any starting point', () => {
  test.beforeEach(async ({ page }) => signIn(page));

  test('finds thread and needle for a stack on a machine, and then the needle alone', async ({ page }) => {
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Flatbed compound 07' });
    await stack(page, [['Vegetable-tanned side', '2.8']]);
    await expect(page.getByText('usually sewn with Tex 90 to 135')).toBeVisible();
    await expect(page.getByText('Preference:')).toBeVisible();
    await page.getByLabel('Where the seam is used').selectOption({ label: 'heat and sparks' });
    await expect(answer(page)).toContainText('aramid filament');
    await page.getByRole('button', { name: 'Use this thread' }).first().click();
    await expect(answer(page)).toContainText('right-twist cutting point, system 135x16');
    await expect(page.getByLabel('Thread type')).toHaveValue('aramid');
  });

  test('finds the threads that a given needle takes', async ({ page }) => {
    await page.getByLabel('Needle you already have').fill('DPx17 #18 R');
    await expect(page.getByText('Taken as 135x17, NM 110 / 18, standard round point')).toBeVisible();
    await expect(answer(page)).toContainText('takes Tex 70 to 90 in bonded nylon');
    await page
      .getByRole('button', { name: /Tex 70 good match/ })
      .first()
      .click();
    await expect(page.getByLabel('Thread, as on the spool')).toHaveValue('Tex 70');
  });

  test('judges a given needle on a machine at once', async ({ page }) => {
    const machine = page.getByLabel('Machine', { exact: true });
    await machine.selectOption({ label: 'Heavy arm 13' });
    await page.getByLabel('Needle you already have').fill('135X16TRI 23');
    const misfit = 'Does not fit Heavy arm 13: it takes 794, this is 135x16';
    await expect(page.getByRole('heading', { name: misfit })).toBeVisible();
    await machine.selectOption({ label: 'Flatbed compound 07' });
    await expect(page.getByRole('heading', { name: 'Fits Flatbed compound 07' })).toBeVisible();
  });

  test('sends thin work over a large hole to a smaller hole, not to a thick needle', async ({ page }) => {
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Flatbed compound 07' });
    await stack(page, [['Heavy denim', '1.2']]);
    await page.getByLabel('Thread, as on the spool').fill('Tex 40');
    await expect(answer(page)).toContainText('NM 100 / 16');
    await expect(page.getByText('this thin work is pushed down the hole')).toBeVisible();
    await expect(page.getByText('A thicker needle is no cure.')).toBeVisible();
  });

  test('finds the needle for a given thread, machine and stack', async ({ page }) => {
    await page.getByLabel('Thread, as on the spool').fill('tkt 20');
    await stack(page, [['Vegetable-tanned side', '4']]);
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Cylinder 10' });
    await expect(answer(page)).toContainText('NM 140 / 22');
  });

  test('ranks the machines for a job by fit and by the work of changing over', async ({ page }) => {
    await openSetup(page, 'Tool roll strap, 07');
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Any machine (suggest one)' });
    await expect(answer(page)).toContainText('Flatbed compound 07');
    await expect(page.getByRole('row', { name: /Flatbed compound 07/ })).toContainText('already set up');
    await page.getByText(/machines cannot sew it, and why/).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Portable 21' })).toBeVisible();
    await page
      .getByRole('row', { name: /Cylinder 11/ })
      .getByRole('button', { name: 'Use this machine' })
      .click();
    await expect(page.getByLabel('Machine', { exact: true })).toContainText('Cylinder 11');
    await expect(answer(page)).toContainText('NM 140');
  });
});

test('gives the reason when a needle does not fit the machine', async ({ page }) => {
  await signIn(page);
  await openSetup(page, 'Tool roll strap, 07');
  await page.getByLabel('Needle you already have').fill('130/705 H 90');
  await expect(answer(page)).toHaveText('This needle will not work here');
  await expect(page.getByText('NM 90: other shank')).toBeVisible();
  await expect(page.getByText('has a flat shank; this clamp takes a round one')).toBeVisible();
  await page.getByRole('button', { name: 'Use the recommended needle instead' }).click();
  await expect(answer(page)).toContainText('NM 140');
  await page.getByLabel('Needle you already have').fill('70/12');
  await expect(page.getByText('Did you mean 70/10 or 80/12?')).toBeVisible();
});

test('says why any needle does not fit', async ({ page }) => {
  await signIn(page);
  await openSetup(page, 'Tool roll strap, 07');
  await page.getByText('Why not another needle?').click();
  await expect(page.getByText('This is the answer.')).toBeVisible();
  const picker = page.locator('gan-needle-picker');
  await picker.getByLabel('Size').selectOption({ label: '110/18' });
  await expect(page.locator('gan-why-not').getByText('the thread fits the eye less well')).toBeVisible();
  await picker.getByLabel('System').selectOption({ label: '794' });
  await expect(page.getByText('This machine takes 135x17, 135x16, not 794')).toBeVisible();
});

test('goes from Tex 45 to Tex 135 work and back, in the order the hands work', async ({ page }) => {
  await signIn(page);
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Flatbed compound 05' });
  await stack(page, [['No. 10 cotton duck', '0.8']]);
  await page.getByLabel('Plies of layer 1').fill('2');
  await page.getByLabel('Thread, as on the spool').fill('V46');
  await page.getByLabel('Set-up name').fill('Light lining, 05');
  await page.getByRole('button', { name: 'Save set-up' }).click();
  await expect(page.getByText('Saved as Light lining, 05.')).toBeVisible();
  await page.getByRole('button', { name: 'Mark machine as set up for this job' }).click();
  await expect(page.getByText('The machine is set up for this job.')).toBeVisible();

  await page.getByLabel('Thread, as on the spool').fill('V138');
  await page.getByLabel('Plate for this work').selectOption({ label: '2.8 mm' });
  await page.getByLabel('Material of layer 1').selectOption({ label: 'Vegetable-tanned side' });
  await page.getByLabel('Set-up name').fill('Heavy strap, 05');
  await page.getByRole('button', { name: 'Save as new' }).click();
  await expect(page.getByText('Saved as Heavy strap, 05.')).toBeVisible();
  await page.getByRole('link', { name: 'Changeover card' }).click();
  const steps = page.locator('gan-changeover li');
  await expect(page.getByText('from Light lining, 05 to Heavy strap, 05')).toBeVisible();
  await expect(steps.nth(0)).toContainText('with Tex 135');
  await expect(steps.nth(1)).toContainText('Power off. Wait until the motor has stopped.');
  await expect(steps.nth(2)).toContainText('Remove the Tex 45 thread');
  await expect(steps.nth(3)).toContainText('Needle: put in 135x16 NM');
  await expect(steps.nth(3)).toContainText('Power off, motor stopped');
  await expect(steps.nth(4)).toContainText('Plate and feed dog: change the 2.2 mm hole for the 2.8 mm one');
  await expect(page.getByText('the scarf faces left, the long groove right')).toBeVisible();

  await page.getByRole('link', { name: 'Back to the bench' }).click();
  await page.getByRole('button', { name: 'Mark machine as set up for this job' }).click();
  await expect(page.getByText('The machine is set up for this job.')).toBeVisible();
  await expect(page.getByText('2.8 mm, on the machine')).toBeAttached();
  await openSetup(page, 'Light lining, 05');
  await page.getByRole('link', { name: 'Changeover card' }).click();
  await expect(page.getByText('change the 2.8 mm hole for the 2.2 mm one')).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print card' })).toBeHidden();
  // On one sheet of either paper size.
  for (const paper of ['A4', 'Letter']) {
    const pdf = await page.pdf({ format: paper });
    expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1);
  }
});

test('exports set-up cards to a file and imports them row by row', async ({ page }) => {
  await signIn(page);
  await openSetup(page, 'Tool roll strap, 10');
  await page.getByRole('button', { name: 'Export and import set-ups' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export this set-up' }).click();
  const text = Buffer.concat(await (await (await download).createReadStream()).toArray()).toString();
  const file = JSON.parse(text) as { cards: Record<string, unknown>[] };
  const card = file.cards[0]!;
  const rows = [
    { ...card, name: 'Strap taken in, 10' },
    { ...card, name: 'Wrong stitch', stitchLengthMm: 'four' },
    { ...card, name: 'No machine', machine: { shopNumber: 99 } },
  ];
  const upload = (content: string) =>
    page
      .getByLabel('Import set-ups')
      .setInputFiles({ name: 'cards.json', mimeType: 'application/json', buffer: Buffer.from(content) });
  await upload(text.slice(0, 200));
  await expect(page.getByRole('alert')).toContainText('Not readable JSON');
  const mixed = JSON.stringify({ ...file, cards: rows }, null, 2);
  await upload(mixed);
  await expect(page.getByText('1 set-up imported, 2 rejected.')).toBeVisible();
  const line = mixed.split('\n').findIndex((one) => one.includes('"four"')) + 1;
  await expect(page.getByRole('row', { name: /stitchLengthMm/ })).toContainText(String(line));
  await expect(page.getByRole('row', { name: /no machine has this number/ })).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await openSetup(page, 'Strap taken in, 10');
  await expect(answer(page)).toContainText('NM 140');
});
