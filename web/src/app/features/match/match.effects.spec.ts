import { newId, type Setup } from '@gantelet/contracts';
import { MACHINE, SESSION, SETUP } from '../../testing/examples';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { importCards, makePresent, readLists, save } from './match.effects';
import { matchActions, matchFeature } from './match.state';

describe('saving what is on the bench', () => {
  const lists = { machines: [MACHINE], setups: [SETUP], balanced: [], cases: [], timings: [], hands: [] };
  const STALE = {
    type: 'about:blank',
    title: 'Changed meanwhile',
    status: 409,
    code: 'setup.stale' as const,
  };
  const kept: Setup = { ...SETUP, id: newId(), name: 'Strap, wide', version: 1 };

  function run(answers: Readonly<Record<string, unknown>>) {
    return runEffects({
      features: [shopFeature, catalogueFeature, matchFeature],
      effects: { importCards, makePresent, readLists, save },
      before: [
        shopActions.sessionRead({ session: SESSION }),
        matchActions.listsRead(lists),
        matchActions.setupRead({ setup: SETUP }),
      ],
      answers: {
        listMachines: [MACHINE],
        listSetups: [SETUP],
        listBalanced: [],
        listHandSettings: [],
        listBobbinCases: [],
        listStepTimings: [],
        ...answers,
      },
    });
  }

  it('revises the set-up it was opened from, against the version that was seen', () => {
    const { store, asked } = run({ reviseSetup: kept });
    store.dispatch(matchActions.draftChanged({ change: { name: 'Strap, wide', stitchLengthMm: 5 } }));
    store.dispatch(matchActions.save({ key: newId(), asNew: false }));
    const [{ route, params, body }] = asked as [
      { route: string; params: unknown; body: Record<string, unknown> },
    ];
    expect([route, params]).toEqual(['reviseSetup', { setupId: SETUP.id }]);
    expect(body).toEqual(
      jasmine.objectContaining({
        name: 'Strap, wide',
        machineId: MACHINE.id,
        layers: SETUP.layers,
        needle: SETUP.needle,
        plateHoleMm: SETUP.plateHoleMm,
        stitchLengthMm: 5,
        version: SETUP.version,
      }),
    );
    expect(store.selectSignal(matchFeature.selectDone)()).toBe('Saved as Strap, wide.');
    expect(store.selectSignal(matchFeature.selectDraft)().saved).toEqual(kept);
    expect(
      store
        .selectSignal(matchFeature.selectSetups)()
        .map(({ name }) => name),
    ).toEqual(['Strap', 'Strap, wide']);
  });

  it('saves it as new under its key', () => {
    const { store, asked } = run({ saveSetup: kept });
    const key = newId();
    store.dispatch(matchActions.save({ key, asNew: true }));
    expect([asked[0]!.route, asked[0]!.key, 'version' in (asked[0]!.body as object)]).toEqual([
      'saveSetup',
      key,
      false,
    ]);
  });

  it('keeps what was typed when somebody else was first', () => {
    const { store } = run({ reviseSetup: STALE });
    store.dispatch(matchActions.draftChanged({ change: { stitchLengthMm: 5 } }));
    store.dispatch(matchActions.save({ key: newId(), asNew: false }));
    const { draft, problem, saving } = store.selectSignal(matchFeature.selectMatchState)();
    expect([draft.stitchLengthMm, problem?.title, saving]).toEqual([5, 'Changed meanwhile', false]);
  });

  it('sets unsaved work aside for other work, and restores it', () => {
    const { store } = run({});
    const other: Setup = { ...SETUP, id: newId(), name: 'Body' };
    const state = () => store.selectSignal(matchFeature.selectMatchState)();
    store.dispatch(matchActions.setupRead({ setup: other }));
    expect(state().putAside).toBeNull();
    store.dispatch(matchActions.draftChanged({ change: { stitchLengthMm: 5 } }));
    store.dispatch(matchActions.setupRead({ setup: SETUP }));
    expect([state().draft.name, state().putAside?.name, state().putAside?.stitchLengthMm]).toEqual([
      'Strap',
      'Body',
      5,
    ]);
    store.dispatch(matchActions.putBack());
    expect([state().draft.name, state().draft.saved?.id, state().putAside]).toEqual(['Body', other.id, null]);
    store.dispatch(matchActions.benchCleared());
    store.dispatch(matchActions.draftChanged({ change: { threadText: 'V92' } }));
    store.dispatch(matchActions.putBack());
    expect([state().draft.stitchLengthMm, state().putAside?.threadText]).toEqual([5, 'V92']);
  });

  it('saves nothing without an answer', () => {
    const { store, asked } = run({});
    store.dispatch(matchActions.draftChanged({ change: { threadText: 'no such size' } }));
    store.dispatch(matchActions.save({ key: newId(), asNew: false }));
    expect(asked).toEqual([]);
  });

  it('sets the machine up for saved work, and says so', () => {
    const set = { ...MACHINE, presentSetupId: SETUP.id, version: 1 };
    const { store, asked } = run({ setPresentSetup: set });
    store.dispatch(matchActions.makePresent({ key: newId() }));
    expect(asked[0]).toEqual(
      jasmine.objectContaining({
        params: { machineId: MACHINE.id },
        body: { setupId: SETUP.id, version: MACHINE.version },
      }),
    );
    expect(store.selectSignal(matchFeature.selectMachine)()?.presentSetupId).toBe(SETUP.id);
  });

  it('imports cards and reads the lists again, including refused rows', () => {
    const result = { kept: [], refused: [{ row: 0, fields: [{ path: 'name', message: 'is missing' }] }] };
    const { store, asked } = run({ importSetupCards: result });
    store.dispatch(matchActions.importCards({ key: newId(), cards: [{}] }));
    expect(asked.map(({ route }) => route)).toEqual([
      'importSetupCards',
      'listMachines',
      'listSetups',
      'listBalanced',
      'listBobbinCases',
      'listStepTimings',
      'listHandSettings',
    ]);
    expect(store.selectSignal(matchFeature.selectImported)()).toEqual(result as never);
  });
});
