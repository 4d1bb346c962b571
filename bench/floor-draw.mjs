import { openBrowser } from '../scripts/lib/browser.mjs';
import { signIn } from './reach.mjs';

/**
 * Times in ms from the server's answer until the floor is drawn, opened again each time: what is in sight, and every
 * machine. The baseline is the drawn machines copied by the browser itself, without an application.
 */
export async function benchFloorDraw(address, machineCount, rounds = 5) {
  const inSight = [];
  const whole = [];
  const copied = [];
  const browser = await openBrowser();
  const [name, value] = (await signIn(address)).split('=');
  try {
    for (let i = 0; i < rounds; i++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      // Straight to the floor: requests of another page would be answered meanwhile, and included in the measurement.
      await context.addCookies([{ name, value, url: address }]);
      await page.goto(`${address}/floor`);
      const times = await page.evaluate(timeDrawing, machineCount);
      inSight.push(times.inSight);
      whole.push(times.whole);
      copied.push(times.copied);
      await context.close();
    }
  } finally {
    await browser.close();
  }
  const sorted = (times) => times.sort((a, b) => a - b);
  return { inSight: sorted(inSight), whole: sorted(whole), copied: sorted(copied) };
}

/** Runs in the page. */
async function timeDrawing(machineCount) {
  const painted = () =>
    new Promise((resolve) => requestAnimationFrame(() => setTimeout(() => resolve(performance.now()))));
  const cards = () => document.getElementsByTagName('gan-machine-row');
  const reaching = async (count) => {
    while (cards().length < count) await painted();
    return painted();
  };
  const first = await reaching(1);
  const last = await reaching(machineCount);
  const [asked] = performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('/api/floor'));
  const box = document.createElement('div');
  const drawn = [...cards()];
  const began = performance.now();
  box.append(...drawn.map((card) => card.cloneNode(true)));
  document.body.append(box);
  const copied = (await painted()) - began;
  return { inSight: first - asked.responseEnd, whole: last - asked.responseEnd, copied };
}
