import AxeBuilder from '@axe-core/playwright';
import { expect, test as base, type Page } from '@playwright/test';
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

/** Signs somebody in and opens the bench. The form itself is filled in where signing in is what is tested. */
export async function signIn(page: Page, role: keyof typeof SIGN_INS = 'mechanic'): Promise<void> {
  const [signInName, password] = SIGN_INS[role];
  const { csrfToken } = (await (await page.request.get('/api/session')).json()) as { csrfToken: string };
  const headers = { [CSRF_HEADER]: csrfToken };
  const reply = await page.request.post('/api/session', { headers, data: { signInName, password } });
  expect(reply.status()).toBe(200);
  await page.goto('/bench');
  await expect(page.getByRole('navigation', { name: 'Doors' })).toBeVisible();
}

/** Ends the session at the server, as its time would: no answer that is still under way can bring it back. */
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
  // The search field holds the name as soon as it is typed; the bench tells what is on it once that was read.
  await expect(page.getByRole('region', { name: 'On the bench' })).toHaveAttribute('data-setup', id);
}

/** No serious or critical finding of axe on the screen as it stands, by all its rules or some. */
export async function expectAccessible(page: Page, rules: string[] = []): Promise<void> {
  // To gather what passed too takes longer than all the rest.
  const builder = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  const { violations } = await (rules.length > 0 ? builder.withRules(rules) : builder).analyze();
  const bad = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(
    bad.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join('; ')}`),
  ).toEqual([]);
}

/** Nothing sticks out sideways. */
export async function expectNoSidewaysScroll(page: Page): Promise<void> {
  const over = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(over).toBeLessThanOrEqual(0);
}
