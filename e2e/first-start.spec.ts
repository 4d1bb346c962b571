import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from '../scripts/lib/mariadb.mjs';
import { prepareDatabase, startServer } from '../scripts/lib/server.mjs';
import { expect, expectAccessible, expectNoSidewaysScroll, goTo, test } from './support/shop-test';

const CODE = 'A1B2C3D4E5';

test.describe('a real shop moves in', () => {
  let home: string;
  let address: string;
  const stops: (() => Promise<void>)[] = [];

  test.beforeAll(async () => {
    home = mkdtempSync(join(tmpdir(), 'gantelet-first-'));
    const database = await startMariadb(home);
    stops.push(database.stop);
    await prepareDatabase(home, database.environment, { ownShop: true });
    const server = await startServer(home, { ...database.environment, GANTELET_FIRST_CODE: CODE }, 0);
    stops.push(server.stop);
    ({ address } = server);
  });
  test.afterAll(async () => {
    for (const stop of stops.reverse()) await stop();
    rmSync(home, { recursive: true, force: true });
  });
  test.use({ baseURL: async ({}, use) => use(address) });

  test('goes from an empty works to a lead, zones, people, machines and fitted lives', async ({
    page,
    browser,
  }) => {
    await page.goto('/');
    await expect(page).toHaveURL(/\/first-start$/);
    await expect(page.getByRole('heading', { name: 'Set up your works' })).toBeVisible();
    await expectAccessible(page);
    await page.setViewportSize({ width: 360, height: 780 });
    await expectNoSidewaysScroll(page);
    await page.setViewportSize({ width: 1280, height: 800 });

    await page.getByLabel('Code the server showed').fill('WRONG00000');
    await page.getByLabel('Name of the works').fill('Weir Lane Leather');
    await page.getByLabel('Time zone').fill('Europe/Oslo');
    await page.getByLabel('Currency').fill('NOK');
    await page.getByLabel('Your name').fill('Ada Rowe');
    await page.getByLabel('Sign-in name').fill('ada');
    await page.getByLabel('Password').fill('waxed thread and awl');
    await page.getByLabel('Zones, separated').fill('Cutting room, Bench hall');
    await page.getByRole('button', { name: 'Another shift' }).click();
    const start = page.getByRole('button', { name: 'Set up the works and sign in' });
    await start.click();
    await expect(page.getByRole('alert')).toContainText('not the code the server showed');
    await page.getByLabel('Code the server showed').fill(CODE);
    await start.click();

    await expect(page).toHaveURL(/\/people$/);
    await expect(page.getByRole('heading', { name: '1 person here' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Zones' })).toContainText('Bench hall');
    await expectAccessible(page);
    const form = page.getByRole('form', { name: 'Add a person' });
    await form.getByLabel('Name', { exact: true }).fill('Bo Lind');
    await form.getByLabel('Sign-in name').fill('bo');
    await form.getByRole('radio', { name: /^mechanic/ }).check();
    await form.getByRole('button', { name: 'Add and make a sign-in code' }).click();
    const code = await page.getByRole('region', { name: 'Sign-in code' }).locator('output').innerText();

    // The mechanic signs in with the code, and registers the first machine.
    const other = await browser.newContext({ baseURL: address });
    const bo = await other.newPage();
    await bo.goto('/');
    await bo.getByRole('button', { name: 'I have a sign-in code' }).click();
    await bo.getByLabel('Sign-in name').fill('bo');
    await bo.getByLabel('Sign-in code').fill(code.toLowerCase());
    await bo.getByLabel('Choose a password').fill('password1');
    await bo.getByRole('button', { name: 'Sign in and keep this password' }).click();
    await expect(bo.getByRole('alert')).toContainText('one of the most common passwords');
    await bo.getByLabel('Choose a password').fill('needles in a tin');
    await bo.getByRole('button', { name: 'Sign in and keep this password' }).click();
    await expect(bo).toHaveURL(/\/now$/);
    await goTo(bo, '/people');
    await expect(bo.getByRole('alert')).toContainText('Only a lead can do this');

    // Forty machines are imported from the list the shop already has.
    await goTo(bo, '/floor');
    await bo.getByRole('link', { name: 'Import a list of machines' }).click();
    const rows = Array.from(
      { length: 40 },
      (_, i) =>
        `${i + 1};Compound ${i + 1};${i % 2 ? 'Bench hall' : 'Cutting room'};compound;135x17, 135x16;2,2`,
    );
    const upload = (lines: string[]) =>
      bo.getByLabel('List of machines, XLSX or CSV').setInputFiles({
        name: 'machines.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(['No;Machine;Hall;Feed;Needles;Plate hole', ...lines].join('\n')),
      });
    await upload([...rows.slice(0, 3), '4;Odd one;Cellar;belt;135x17;2,2']);
    await expect(bo.getByRole('heading', { name: '4 rows, 1 to correct.' })).toBeVisible();
    await expect(bo.getByRole('row', { name: /Odd one/ })).toContainText('one of Cutting room, Bench hall');
    await expectAccessible(bo);
    await upload(rows);
    await bo.getByRole('button', { name: 'Register them' }).click();
    await expect(bo.getByRole('status')).toContainText('40 machines registered.');
    await goTo(bo, '/floor');
    await expect(bo.getByText('20 machines, sewing')).toHaveCount(2);

    // Somebody who has left is signed out within seconds.
    await page.getByRole('button', { name: 'Change Bo Lind' }).click();
    await page.getByRole('button', { name: 'Has left' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Bo Lind' })).toContainText('has left');
    await bo.goto('/floor');
    await expect(bo.getByRole('heading', { name: 'Sign in' })).toBeVisible();
    await other.close();

    // A logbook of past needles is imported, and lives are fitted on the first day.
    await goTo(page, '/life/import');
    const stays = Array.from({ length: 120 }, (_, i) => {
      const [machine, day] = [1 + (i % 20), 1 + Math.floor(i / 20)];
      const why = i % 4 === 0 ? 'planned' : 'worn';
      return `${machine};135x16 NM 110 LR;2025-03-0${day} 07:00;2025-03-0${day} 15:00;${why};${4 + ((7 * i) % 6)},5;leather`;
    });
    await page.getByLabel('List of needles, XLSX or CSV').setInputFiles({
      name: 'past.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(['Machine no;Needle;From;To;Cause;Running hours;Material', ...stays].join('\n')),
    });
    await expect(page.getByRole('heading', { name: '120 rows, all in order.' })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Import them' }).click();
    await expect(page.getByRole('status')).toContainText('120 needles imported.');
    await page.getByRole('link', { name: 'Recalculate needle lives' }).click();
    await expect(page.getByRole('button', { name: /^Leather, cutting points, flatbed/ })).toBeVisible();
    await goTo(page, '/book');
    await expect(page.getByRole('button', { name: 'Past needles imported' })).toBeVisible();
    await goTo(page, '/now');
    await expect(page.getByText('None has been made yet.')).toBeVisible();

    // A works is set up only once.
    await page.goto('/first-start');
    await expect(page).not.toHaveURL(/\/first-start$/);
  });
});
