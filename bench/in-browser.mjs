import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { openBrowser } from '../scripts/lib/browser.mjs';
import { ROOT } from '../scripts/lib/paths.mjs';

const ORIGIN = 'http://bench.localhost';
const PAGE = `<!doctype html><script type="importmap">
{ "imports": { "@gantelet/core": "${ORIGIN}/core/dist/index.js" } }</script>`;

/** Runs an exported function of a file in bench/ in headless Chromium and returns its result. */
export async function inBrowser(file, name) {
  const browser = await openBrowser();
  try {
    const page = await browser.newPage();
    await page.route(`${ORIGIN}/**`, (route) => {
      const path = new URL(route.request().url()).pathname;
      if (path === '/') return route.fulfill({ contentType: 'text/html', body: PAGE });
      return route.fulfill({ contentType: 'text/javascript', body: readFileSync(join(ROOT, path), 'utf8') });
    });
    await page.goto(`${ORIGIN}/`);
    return await page.evaluate(
      async ([path, wanted]) => (await import(path))[wanted](),
      [`${ORIGIN}/bench/${file}`, name],
    );
  } finally {
    await browser.close();
  }
}
