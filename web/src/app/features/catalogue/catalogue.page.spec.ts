import { CATALOGUE } from '@gantelet/core';
import { newId, type Role, type ShopValueEntry } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { shopActions, shopFeature } from '../shop/shop.state';
import { CataloguePage } from './catalogue.page';
import { catalogueActions, catalogueFeature } from './catalogue.state';

const NAME = 'Thread lost in the eye';
const value = CATALOGUE.find(({ name }) => name === NAME)!;

const entry = (change: Partial<ShopValueEntry>): ShopValueEntry => ({
  ...{ id: newId(), valueId: value.id, value: 0.3, standing: 'measured', note: 'ten seams cut open' },
  ...{ setAt: '2026-03-02T09:00:00.000Z', setBy: 'Tam' },
  ...change,
});

describe('the catalogue', () => {
  afterEach(() => {
    sessionStorage.clear();
    localStorage.clear();
  });

  async function open(history: readonly ShopValueEntry[], role: Role = 'mechanic', find = '') {
    return mountPage(CataloguePage, {
      features: [catalogueFeature, shopFeature],
      inputs: { find },
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        catalogueActions.historyRead({ history }),
      ],
    });
  }
  const rowOf = (host: HTMLElement, name: string) =>
    [...host.querySelectorAll('tbody tr')].find((row) => row.textContent?.includes(name))?.textContent ?? '';

  it('finds a value by its name or by where it is used, and says when none matches', async () => {
    const page = await open([], 'mechanic', 'lost in the eye');
    expect(page.host.querySelector('h1')!.textContent).toContain('Values with "lost in the eye"');
    expect(rowOf(page.host, NAME)).toContain(value.usedIn);
    await page.type('Find a value', 'no value is called so');
    expect(page.text()).toContain('No matching value.');
  });

  it("shows the shop's own values beside the defaults, and counts those in force", async () => {
    const restored = CATALOGUE.find(({ id }) => id !== value.id)!;
    const page = await open(
      [entry({}), entry({ valueId: restored.id, value: 1 }), entry({ valueId: restored.id, value: null })],
      'mechanic',
      NAME,
    );
    expect(page.text()).toContain(`1 of ${CATALOGUE.length} values are your own`);
    expect(rowOf(page.host, NAME)).toContain('0.3');
  });

  it('opens a value with its history, and sends what was measured', async () => {
    const page = await open([entry({})], 'mechanic', NAME);
    await page.press(NAME);
    expect(page.text()).toContain('Tam: 0.3');
    await page.type('The shop', '0.25');
    await page.type('How measured, or why', 'twenty seams');
    await page.press('Measured here');
    const [sent] = page.of(catalogueActions.setValue);
    expect(sent?.input).toEqual(
      jasmine.objectContaining({
        valueId: value.id,
        value: 0.25,
        standing: 'measured',
        note: 'twenty seams',
      }),
    );
  });

  it('is only read by operators', async () => {
    const page = await open([entry({})], 'operator', NAME);
    await page.press(NAME);
    expect(page.button('Measured here')).toBeNull();
  });

  it('opens on the tab that was open last', async () => {
    const page = await open([]);
    await page.press('ranking');
    expect(page.button('ranking')!.getAttribute('aria-pressed')).toBe('true');
    expect(page.host.querySelector('h1')!.textContent).toContain('Ranking');
  });
});
