import { expect, expectNoSidewaysScroll, signIn, test } from './support/shop-test';

/** As long as a name may be, without a space to break at, and with characters of several code points. */
const NAME = `${'Heavycompoundfeedwalkingfootpostbed'.repeat(2).slice(0, 58)}👩‍🔧`;

for (const viewport of [
  { width: 360, height: 740 },
  { width: 1280, height: 800 },
]) {
  test.describe(`a long name, ${viewport.width} wide`, () => {
    test.use({ viewport });

    test('fits every screen, card and label that shows it', async ({ page }) => {
      await signIn(page, 'lead');
      const list = (await (await page.request.get('/api/machines')).json()) as {
        id: string;
        shopNumber: number;
      }[];
      const { id, name } = list.find(({ shopNumber }) => shopNumber === 9) ?? list[0]!;
      const rename = async (to: string): Promise<void> => {
        await page.goto(`/machines/${id}`);
        await page.getByLabel('Name').fill(to);
        await page.getByRole('button', { name: 'Save changes' }).click();
        await expect(page.getByRole('heading', { name: to })).toBeVisible();
        await expect(page.getByText(`${to} saved.`)).toBeVisible();
      };
      await rename(NAME);
      for (const path of [
        '/floor',
        `/floor/${id}`,
        '/machines',
        `/machines/${id}`,
        `/machines/${id}/history`,
        `/machines/${id}/sticker`,
        '/bench',
        '/tension',
        '/rounds',
        '/rounds/settings',
        '/devices',
      ]) {
        await page.goto(path);
        await expect(page.getByRole('heading').first()).toBeVisible();
        await page.waitForLoadState('networkidle');
        await test.step(path, () => expectNoSidewaysScroll(page));
      }
      await rename(name);
    });
  });
}
