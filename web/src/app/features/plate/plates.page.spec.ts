import { newId, type PlateView } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './plate.effects';
import { plateActions, plateFeature } from './plate.state';
import { PlatesPage } from './plates.page';

const PLATE: PlateView = {
  ...{ id: newId(), mark: 'P3', holeMm: 3.4, feedDogMark: 'F3', feedDogHoleMm: 3.8, teethRows: 2 },
  ...{ place: 'drawer 2', machineIds: [MACHINE.id], on: null, version: 1 },
};
const OTHER: PlateView = { ...PLATE, id: newId(), mark: 'P4', on: { id: MACHINE.id, name: MACHINE.name } };

describe('shared plates', () => {
  const shown = () =>
    mountPage(PlatesPage, {
      features: [shopFeature, catalogueFeature, matchFeature, plateFeature],
      before: [
        shopActions.sessionRead({ session: SESSION }),
        matchActions.listsRead({
          ...{ machines: [MACHINE], setups: [], balanced: [], cases: [], timings: [], hands: [] },
        }),
        plateActions.read({ plates: [PLATE, OTHER], done: '' }),
      ],
    });

  it('show where each is, and where the feed dog it shares is', async () => {
    const page = await shown();
    expect(page.text()).toContain('P3 3.4 mm hole, 2 rows of teeth with feed dog F3, 3.8 mm');
    expect(page.text()).toContain(`Kept in drawer 2. Fits ${MACHINE.name}.`);
    expect(page.text()).toContain(`Shares its feed dog with P4, on ${MACHINE.name} now.`);
    expect(page.text()).toContain(
      `P4 3.4 mm hole, 2 rows of teeth with feed dog F3, 3.8 mm On ${MACHINE.name} now.`,
    );
  });

  it('are revised with their previous values, and removed', async () => {
    const page = await shown();
    const { id: plateId, on: _, ...kept } = PLATE;
    await page.press('Edit P3');
    await page.type('Location', 'drawer 4');
    await page.press('Save');
    page.store.dispatch(plateActions.read({ plates: [PLATE, OTHER], done: 'Plate P3: saved.' }));
    await page.settled();
    await page.press('Remove P3');
    expect(page.of(plateActions.change).map(({ plateId: of, change }) => [of, change])).toEqual([
      [plateId, { ...kept, place: 'drawer 4', dropped: false }],
      [plateId, { ...kept, dropped: true }],
    ]);
  });

  it('are read again after a write', () => {
    const { store, asked } = runEffects({
      features: [plateFeature],
      effects,
      answers: { listPlates: [], addPlate: [PLATE], changePlate: [] },
    });
    const { id: plateId, on: _, version, ...entry } = PLATE;
    const key = newId();
    store.dispatch(plateActions.add({ key, entry }));
    expect(asked).toEqual([{ route: 'addPlate', key, body: entry }]);
    const state = store.selectSignal(plateFeature.selectPlateState);
    expect([state().plates, state().done]).toEqual([[PLATE], 'Plate P3: saved.']);
    store.dispatch(
      plateActions.change({ key: newId(), plateId, change: { ...entry, version, dropped: true } }),
    );
    expect([state().plates, state().done]).toEqual([[], 'Plate P3: removed.']);
  });
});
