import { createRequire } from 'node:module';
import { browserProgram } from './packages.mjs';

/** Headless Chromium. Packages have to be installed before. */
export function openBrowser() {
  const { chromium } = createRequire(import.meta.url)('@playwright/test');
  return chromium.launch({
    executablePath: browserProgram(),
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  });
}

/** Signs a demo person in to an application and waits until that is done. */
export async function signInOn(page, address, [name, password]) {
  await page.goto(address);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('navigation', { name: 'Doors' }).waitFor();
}
