import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { newId, type PlateView } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
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

describe('the plates that machines share', () => {
  async function shown() {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideStore(),
        provideState(shopFeature),
        provideState(catalogueFeature),
        provideState(matchFeature),
        provideState(plateFeature),
      ],
    });
    const store = TestBed.inject(Store);
    store.dispatch(shopActions.sessionRead({ session: SESSION }));
    const fixture = TestBed.createComponent(PlatesPage);
    const page = fixture.nativeElement as HTMLElement;
    const lists = { machines: [MACHINE], setups: [], balanced: [], cases: [], timings: [], hands: [] };
    store.dispatch(matchActions.listsRead(lists));
    store.dispatch(plateActions.read({ plates: [PLATE, OTHER], done: '' }));
    await fixture.whenStable();
    const sent = spyOn(store, 'dispatch');
    return { fixture, page, sent };
  }

  it('say where each is, and where the feed dog that it waits for is', async () => {
    const { page } = await shown();
    const rows = [...page.querySelectorAll('li')].map((li) => li.textContent.replace(/\s+/g, ' ').trim());
    expect(rows[0]).toContain('P3 3.4 mm hole, 2 rows of teeth with feed dog F3, 3.8 mm');
    expect(rows[0]).toContain(`Lies in drawer 2. Goes on ${MACHINE.name}.`);
    expect(rows[0]).toContain(`Its feed dog is also that of P4, on ${MACHINE.name} now.`);
    expect(rows[1]).toContain(`On ${MACHINE.name} now.`);
  });

  it('are written again with what was there, and dropped', async () => {
    const { fixture, page, sent } = await shown();
    page.querySelector<HTMLButtonElement>('[aria-label="Edit P3"]')!.click();
    await fixture.whenStable();
    page.querySelector<HTMLButtonElement>('form .main')!.click();
    const { id: plateId, on: _, ...kept } = PLATE;
    expect(sent).toHaveBeenCalledWith(
      plateActions.change({
        key: jasmine.any(String) as never,
        plateId,
        change: { ...kept, dropped: false },
      }),
    );
    page.querySelector<HTMLButtonElement>('[aria-label="Drop P3"]')!.click();
    expect(sent).toHaveBeenCalledWith(
      plateActions.change({ key: jasmine.any(String) as never, plateId, change: { ...kept, dropped: true } }),
    );
  });

  it('are read back as they stand after a write', () => {
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
    expect([state().plates, state().done]).toEqual([[], 'Plate P3: dropped.']);
  });
});
