import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openBrowser, signInOn } from './lib/browser.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { needBrowser, needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, buildWeb, installPackages } from './lib/prepare.mjs';
import { main } from './lib/say.mjs';
import { prepareDatabase, startDevices, startServer } from './lib/server.mjs';

/** One current picture of each main view, from fresh demo data, into docs/screenshots. */

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const MECHANIC = ['tam', 'needle-and-hide'];
const LEAD = ['ines', 'lead-on-tarn-street'];
const VIEWS = [
  ['now', DESK, openNow],
  ['bench', DESK, openStrap],
  ['faults', DESK, openFault],
  ['threading', DESK, openThreading],
  ['thread', DESK, openThread],
  ['tension', DESK, openTension],
  ['practice', DESK, openPractice],
  ['floor', DESK, openFloor],
  ['needle-check', DESK, openNeedleCheck],
  ['life', DESK, openLife],
  ['rounds', DESK, openRounds, 'day', LEAD],
  ['jobs', DESK, openJobs],
  ['store', DESK, openStore],
  ['book', DESK, openBook, 'day', LEAD],
  ['catalogue', DESK, openCatalogue, 'night'],
  ['shop', DESK, openShop],
  ['floor-phone', PHONE, openFloor],
  ['changeover-phone', PHONE, startChangeover],
  ['rounds-phone', PHONE, openRoundSheets],
];

await main(async () => {
  await needDatabase();
  await needBrowser();
  await installPackages();
  await buildNodeParts();
  await buildWeb();
  const home = mkdtempSync(join(tmpdir(), 'gantelet-pictures-'));
  const database = await startMariadb(home);
  let browser, devices, server;
  try {
    await prepareDatabase(home, database.environment);
    devices = await startDevices(home, database.environment);
    server = await startServer(home, devices.environment, 0);
    browser = await openBrowser();
    await takeAll(browser, server.address);
  } finally {
    await browser?.close();
    await server?.stop();
    await devices?.stop();
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
});

async function takeAll(browser, address) {
  for (const [name, viewport, open, theme = 'day', who = MECHANIC] of VIEWS) {
    const options = { viewport, baseURL: address, reducedMotion: 'reduce', locale: 'en-GB' };
    const context = await browser.newContext(options);
    const page = await context.newPage();
    await page.addInitScript((wanted) => {
      localStorage.setItem('gantelet.preferences', JSON.stringify({ theme: wanted, unitOrder: 'metric' }));
    }, theme);
    await signInOn(page, address, who);
    await open(page);
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) });
    await context.close();
  }
}

async function openNow(page) {
  await page.goto('/now');
  await page.getByRole('listitem').first().waitFor();
}

async function openSetup(page, name) {
  await page.getByLabel('Saved set-up').fill(name);
  await page.getByRole('option', { name }).first().click();
}

async function openStrap(page) {
  await page.goto('/bench');
  await openSetup(page, 'Tool roll strap, 07');
  await page.getByRole('img', { name: /Stitches of/ }).waitFor();
}

async function openThreading(page) {
  await page.goto('/machines');
  await page.getByRole('link', { name: 'Flatbed compound 07' }).click();
  await page.getByLabel('Shop number').waitFor();
  await page.goto(`${new URL(page.url()).pathname}/threading`);
  await page.getByText('Cone on its stand').waitFor();
}

async function openFault(page) {
  await page.goto('/faults');
  await page.getByLabel('Machine').selectOption({ label: 'Flatbed compound 17' });
  await page.getByRole('button', { name: 'Skipped stitches' }).click();
  // The order depends on how long the needle has run by the time of day: either of the two is handled.
  const swap = page.getByRole('button', { name: 'Done, sew a test seam' });
  const look = page.getByRole('button', { name: 'Nothing found' });
  await swap.or(look).first().click();
  const still = page.getByRole('button', { name: 'Still there' });
  if (await still.isVisible()) await still.click();
}

async function startChangeover(page) {
  await openFloor(page);
  await page.getByRole('button', { name: 'Change needle, Flatbed compound 18' }).click();
  await page.getByRole('link', { name: 'Change over to another job' }).click();
  await page.getByRole('button', { name: 'Change over to Log carrier handle, 18' }).click();
  await page.getByRole('button', { name: 'Done up to thread out' }).click();
  await page.getByRole('button', { name: /^Keep in pocket/ }).waitFor();
}

async function openThread(page) {
  await page.goto('/thread');
  await page.getByLabel('As it reads on pack').fill('tkt 20 or V92');
}

async function openCatalogue(page) {
  await page.goto('/catalogue');
  await page.getByRole('button', { name: 'Eye and thread' }).click();
}

async function openLife(page) {
  await page.goto('/life');
  await page.getByRole('button', { name: /^Canvas and cloth, cloth points, flatbed/ }).click();
  await page.getByRole('img', { name: /One in ten needles/ }).waitFor();
  await page.waitForTimeout(2000);
}

async function openShop(page) {
  await page.goto('/shop');
  await page.getByLabel('One needle').waitFor();
}

async function openTension(page) {
  await page.goto('/tension');
  await page.getByRole('link', { name: /Apron body, 11/ }).click();
  await page.getByText('balanced', { exact: true }).first().click();
}

async function openPractice(page) {
  await page.goto('/practice');
  await page.getByRole('button', { name: /Cover seam/ }).click();
  await page.getByRole('button', { name: 'Sew a test seam' }).click();
}

async function openFloor(page) {
  await page.goto('/floor');
  await page.locator('gan-machine-row').first().waitFor();
}

async function openRounds(page) {
  await page.goto('/rounds');
  await page.getByRole('button', { name: 'Published' }).waitFor();
}

async function openRoundSheets(page) {
  await page.goto('/rounds/sheets');
  await page.getByRole('listitem').first().waitFor();
}

async function openNeedleCheck(page) {
  await page.goto('/needle-check');
  await page.getByLabel('Lot').fill('DX');
  await page
    .getByRole('option', { name: /DX-100/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Catches nothing' }).click();
  await page.getByRole('button', { name: 'Slides' }).first().click();
  await page.getByRole('heading', { name: 'Good', exact: true }).waitFor();
}

async function openStore(page) {
  await page.goto('/store');
  await page
    .getByText(/to order/)
    .first()
    .waitFor();
  await page.getByRole('tab', { name: 'Thread' }).click();
  await page.getByRole('button', { name: 'Tex 135 bonded nylon, black', exact: true }).click();
  await page.getByRole('button', { name: 'Count', exact: true }).click();
}

async function openJobs(page) {
  await page.goto('/jobs');
  await page
    .getByText(/of changing over/)
    .first()
    .waitFor();
  await page.getByRole('button', { name: 'Work out the order' }).click();
  await page.getByRole('button', { name: 'Use this order' }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
}

async function openBook(page) {
  await page.goto('/book');
  await page.getByLabel('What').selectOption({ label: 'Needle changed' });
  await page.getByRole('button', { name: 'Needle changed' }).first().click();
  await page.getByRole('definition').first().waitFor();
}
