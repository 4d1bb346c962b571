import { newId, type Machine, type Setup } from '@gantelet/contracts';
import { MACHINE, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { pullTestFeature } from '../pull-test/pull-test.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { BenchPage } from './bench.page';
import { matchActions, matchFeature } from './match.state';

/** Nobody has entered which needles it takes. */
const LIGHT: Machine = {
  ...{ ...MACHINE, id: newId(), shopNumber: 24, name: 'Flatbed drop 24', plateHoleMm: 1.2, duty: 'light' },
  ...{ plates: [{ holeMm: 1.2, feedDogHoleMm: null }], systemIds: [] },
};

/** The thread goes through its eye, but is too thick for it. */
const SMALL_NM = 110;

describe('the bench, asked from another end', () => {
  async function open(
    draft: Parameters<typeof matchActions.draftChanged>[0]['change'],
    setups: Setup[] = [],
    machines: Machine[] = [MACHINE, LIGHT],
  ) {
    const page = await mountPage(BenchPage, {
      features: [matchFeature, catalogueFeature, shopFeature, pullTestFeature],
      before: [
        shopActions.sessionRead({ session: SESSION }),
        matchActions.listsRead({
          ...{ machines, setups, balanced: [], cases: [], timings: [], hands: [] },
        }),
        matchActions.draftChanged({ change: draft }),
      ],
    });
    const answer = () => page.host.querySelector('[aria-label=Answer]')!.textContent!.replace(/\s+/g, ' ');
    const draftNow = () => page.store.selectSignal(matchFeature.selectDraft)();
    return { ...page, answer, draftNow };
  }

  it('offers threads for a stack on a machine, and uses the chosen one', async () => {
    const page = await open({ machineId: MACHINE.id, layers: SETUP.layers });
    expect(page.answer()).toContain('This stack is usually sewn with Tex');
    await page.press('Use this thread');
    expect(page.draftNow().threadText).toMatch(/^Tex \d+$/);
    expect(page.answer()).toMatch(/NM \d+/);
  });

  it('offers machines for stack and thread, says why the others cannot, and uses one', async () => {
    const page = await open({ layers: SETUP.layers, threadText: 'Tex 135' });
    expect(page.answer()).toContain('Compound 07');
    expect(page.answer()).toContain('1 machine cannot sew it, and why');
    expect(page.answer()).toContain('Flatbed drop 24');
    await page.press('Use this machine');
    expect([page.draftNow().machineId, page.draftNow().plateHoleMm]).toEqual([MACHINE.id, 2.8]);
  });

  it('says so if no machine of the shop can sew it', async () => {
    const page = await open({
      layers: [{ materialId: 'veg-tan-sole', thicknessMm: 12, plies: 3 }],
      threadText: 'Tex 400',
    });
    expect(page.answer()).toContain('No machine here can sew this');
    expect(page.button('Use this machine')).toBeNull();
  });

  it('names no machine for work that its largest needle would harm, and says why', async () => {
    const small = { ...MACHINE, needleNm: { least: null, most: SMALL_NM } };
    const page = await open({ layers: SETUP.layers, threadText: 'Tex 135' }, [], [small]);
    const heading = page.host.querySelector('[aria-label=Answer] h1')!.textContent!;
    expect(heading).toContain('No machine here should sew this');
    expect(heading).toContain('too thick: do not use');
    expect(page.button('Use this machine')).toBeNull();
    // Choosing a row shows the answer with its reasons.
    await page.press('See why');
    expect(page.answer()).toMatch(/do not use/i);
  });

  it('names no thread if each would be too thick for its needle', async () => {
    const small = { ...MACHINE, needleNm: { least: null, most: 70 }, threadTex: { least: 135, most: null } };
    const page = await open({ machineId: small.id, layers: SETUP.layers }, [], [small]);
    expect(page.host.querySelector('[aria-label=Answer] h1')!.textContent).toMatch(/^\s*No thread /);
    expect(page.button('Use this thread')).toBeNull();
  });

  it('says which threads a needle in hand takes', async () => {
    const page = await open({ needleText: '135x16 140/22' });
    expect(page.answer()).toContain('takes');
    expect(page.answer()).toMatch(/Tex \d+/);
  });

  it('compares two points on the same stitch', async () => {
    const page = await open({}, [SETUP]);
    page.store.dispatch(matchActions.setupRead({ setup: SETUP }));
    await page.settled();
    const select = page.host.querySelector<HTMLSelectElement>('#compare-1')!;
    const other = [...select.options].find(({ value }) => value !== select.value)!;
    await page.choose('Beside it', other.textContent!.replace(/\s+/g, ' ').trim());
    expect(select.value).toBe(other.value);
  });
});
