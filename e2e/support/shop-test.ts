import { expect, test as base, type Page } from '@playwright/test';
import axe from 'axe-core';
import { CSRF_HEADER } from '@gantelet/contracts';

/** Demo sign-ins by role. */
const SIGN_INS = {
  operator: ['jory', 'sew-the-covers'],
  mechanic: ['tam', 'needle-and-hide'],
  lead: ['ines', 'lead-on-tarn-street'],
} as const;

/** Where the demos are served: each worker has one to itself. */
const DEMOS = process.env['GANTELET_ADDRESSES']!.split(',');

/** Every test fails on a content-security-policy violation, a page error or a request that leaves the machine. */
export const test = base.extend<{ wrongs: string[] }>({
  baseURL: async ({}, use, { parallelIndex }) => use(DEMOS[parallelIndex]!),
  wrongs: [
    async ({ page, baseURL }, use) => {
      const wrongs: string[] = [];
      page.on('pageerror', (error) => wrongs.push(`page error: ${error.message}`));
      page.on('console', (message) => {
        if (/Content Security Policy|violates the following/i.test(message.text()))
          wrongs.push(message.text());
      });
      page.on('request', (request) => {
        const { protocol, origin } = new URL(request.url());
        if (protocol.startsWith('http') && origin !== baseURL)
          wrongs.push(`left the machine: ${request.url()}`);
      });
      await use(wrongs);
      expect(wrongs).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** Signs somebody in and opens a page. The form itself is filled in only where signing in is being tested. */
export async function signIn(
  page: Page,
  role: keyof typeof SIGN_INS = 'mechanic',
  path = '/bench',
): Promise<void> {
  const [signInName, password] = SIGN_INS[role];
  const { csrfToken } = (await (await page.request.get('/api/session')).json()) as { csrfToken: string };
  const headers = { [CSRF_HEADER]: csrfToken };
  const reply = await page.request.post('/api/session', { headers, data: { signInName, password } });
  expect(reply.status()).toBe(200);
  await page.goto(path);
  await expect(page.getByRole('navigation', { name: 'Doors' })).toBeVisible();
}

/** Ends the session at the server, as expiry would: no reply still under way can bring it back. */
export async function endSession(page: Page): Promise<void> {
  const { csrfToken } = (await (await page.request.get('/api/session')).json()) as { csrfToken: string };
  const headers = { [CSRF_HEADER]: csrfToken };
  const reply = await page.request.delete('/api/session', { headers, data: {} });
  expect(reply.status()).toBe(200);
}

/** Opens a saved set-up on the bench by its name. */
export async function openSetup(page: Page, name: string): Promise<void> {
  const field = page.getByLabel('Saved set-up');
  await field.fill(name);
  await page.getByRole('option', { name }).first().click();
  const setups = (await (await page.request.get('/api/setups')).json()) as readonly {
    id: string;
    name: string;
  }[];
  const { id } = setups.find((setup) => setup.name === name)!;
  // The search field shows the name as soon as it is typed; the bench shows it once it has been read.
  await expect(page.getByRole('region', { name: 'On the bench' })).toHaveAttribute('data-setup', id);
}

/** Goes to another page as a link does: loading the application again would take most of a walk's time. */
export async function goTo(page: Page, path: string): Promise<void> {
  if (page.url() === new URL(path, page.url()).href) return;
  await page.evaluate((to) => {
    [...document.querySelectorAll('router-outlet')].at(-1)?.nextElementSibling?.setAttribute('data-left', '');
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);
  await expect(page.locator('[data-left]')).toHaveCount(0);
}

/** No serious or critical axe finding on the present screen, by all its rules or some. */
export async function expectAccessible(page: Page, rules: string[] = []): Promise<void> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const found = await page.evaluate(async (only) => {
    const { axe: inPage } = window as unknown as { readonly axe: typeof axe };
    const runOnly = only.length > 0 ? { runOnly: { type: 'rule' as const, values: only } } : {};
    // Collecting what passed takes longer than everything else.
    const { violations } = await inPage.run({ resultTypes: ['violations'], ...runOnly });
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join('; ')}`);
  }, rules);
  expect(found).toEqual([]);
}

/** Saves the shop page and waits until the server has it: the button is disabled while saving, too. */
export async function saveShop(page: Page): Promise<void> {
  const saved = page.waitForResponse(
    (reply) => reply.request().method() === 'PUT' && new URL(reply.url()).pathname === '/api/shop',
  );
  await page.getByRole('button', { name: 'Save for the whole shop' }).click();
  expect((await saved).status()).toBe(200);
  await expect(page.getByRole('button', { name: 'Save for the whole shop' })).toBeDisabled();
}

/** Nothing sticks out sideways. */
export async function expectNoSidewaysScroll(page: Page): Promise<void> {
  const over = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(over).toBeLessThanOrEqual(0);
}
