import type { Role, Shop } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { ShopPage } from './shop.page';
import { shopActions, shopFeature } from './shop.state';

describe('house rules', () => {
  const shop = SESSION.shop!;
  async function open(role: Role = 'lead') {
    const page = await mountPage(ShopPage, {
      features: [shopFeature],
      before: [shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } })],
    });
    const radio = async (words: RegExp) => {
      const label = [...page.host.querySelectorAll('label')].find(({ textContent }) =>
        words.test(textContent ?? ''),
      );
      label!.querySelector('input')!.click();
      await page.settled();
    };
    const revisions = () => page.of(shopActions.revise).map(({ revision }) => revision);
    return { ...page, radio, revisions };
  }

  it('are saved as a whole against the version that was seen', async () => {
    const { type, press, radio, revisions, button } = await open();
    expect(button('Save for the whole shop')!.disabled).toBeTrue();
    await radio(/round point/);
    await type('One needle', '0.75');
    await type('Work spoiled, leather', '14');
    await type('Flat needle interval', '9.5');
    await press('Save for the whole shop');
    expect(revisions()).toEqual([
      {
        tension: shop.tension,
        schools: { ...shop.schools, leatherPoint: 'round' },
        lifeHours: 9.5,
        colourMarks: [],
        costs: { ...shop.costs, needle: 0.75, spoiledWork: { ...shop.costs.spoiledWork, leather: 14 } },
        version: shop.version,
      } as never,
    ]);
  });

  it('are said to be saved once they are, until somebody changes them again', async () => {
    const { type, press, store, settled, text } = await open();
    await type('One needle', '0.75');
    await press('Save for the whole shop');
    expect(text()).not.toContain('Saved.');
    store.dispatch(shopActions.revised({ shop: { ...shop, version: shop.version + 1 } as Shop }));
    await settled();
    expect(text()).toContain('Saved.');
    await type('One needle', '0.8');
    expect(text()).not.toContain('Saved.');
  });

  it('hold the colours of pockets and drawers, one for each', async () => {
    const { choose, press, button, revisions, text } = await open();
    await press('Add the colour');
    expect(text()).toContain('NM 110: yellow');
    expect(button('Add the colour')!.disabled).withContext('a second colour of the size').toBeTrue();
    await choose('What is marked', 'Thread');
    await choose('Colour', 'brown');
    await press('Add the colour');
    await press('Save for the whole shop');
    expect(revisions()[0]?.colourMarks).toEqual([
      { of: 'needle-size', nm: 110, colour: 'yellow' },
      { of: 'thread', tex: 135, colour: 'brown' },
    ]);
  });

  it('are not saved with an impossible cost or currency', async () => {
    const { type, button } = await open();
    const may = () => !button('Save for the whole shop')!.disabled;
    await type('One needle', '0.75');
    expect(may()).toBeTrue();
    for (const [label, wrong, right] of [
      ['One needle', '0', '0.6'],
      ['Currency', 'pounds', 'GBP'],
      ['Minutes for a planned change', '1441', '4'],
      ['Flat needle interval', '0', '8'],
    ] as const) {
      await type(label, wrong);
      expect(may()).withContext(`${label} ${wrong}`).toBeFalse();
      await type(label, right);
      expect(may()).withContext(`${label} ${right}`).toBeTrue();
    }
  });

  it('are read-only for others', async () => {
    const { button, text, field } = await open('mechanic');
    expect(button('Save for the whole shop')).toBeNull();
    expect(text()).toContain('Only a lead can change these.');
    expect(field('One needle').disabled).toBeTrue();
  });
});
