import { newId } from '@gantelet/contracts';
import { TENSION } from '../../testing/examples';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { shopFeature } from '../shop/shop.state';
import { keepSetting, logBobbin, logGauge, logSeam, logStrip, readView } from './tension.effects';
import { tensionActions, tensionFeature } from './tension.state';

describe('logging in Tension', () => {
  const setupId = TENSION.setup.id;
  const at = '2026-03-04T09:00:00.000Z';
  const run = (answers = {}) =>
    runEffects({
      features: [shopFeature, catalogueFeature, tensionFeature],
      effects: { keepSetting, logBobbin, logGauge, logSeam, logStrip, readView },
      before: [
        tensionActions.viewRead({ view: TENSION }),
        tensionActions.draftChanged({ change: { turns: 4.25, grade: 'dots-below' } }),
      ],
      answers: {
        keepSetting: {},
        logSeam: {},
        logStrip: {},
        logGauge: {},
        logBobbin: {},
        readTension: TENSION,
        ...answers,
      },
    });

  it('sends a seam as it was judged, at the chosen setting; then the next begins', () => {
    const { store, asked } = run();
    store.dispatch(tensionActions.logSeam({ key: newId(), sewnAt: at }));
    expect(asked.map(({ route }) => route)).toEqual(['logSeam', 'readTension']);
    expect(asked[0]).toEqual(
      jasmine.objectContaining({
        params: { setupId },
        body: {
          turns: 4.25,
          grade: 'dots-below',
          bothTight: false,
          bobbinDrop: null,
          lockDepth: null,
          preTensionTurns: null,
          bobbinContrast: false,
          sewnAt: at,
        },
      }),
    );
    expect(store.selectSignal(tensionFeature.selectDraft)().grade).toBeNull();
  });

  it('saves a setting as the same write, and keeps the seam being judged', () => {
    const { store, asked } = run();
    const kept = { turns: 4.5, sure: 0.9, claim: null, keptAt: at };
    store.dispatch(tensionActions.keepSetting({ key: newId(), kept }));
    expect(asked.map(({ route }) => route)).toEqual(['keepSetting', 'readTension']);
    expect(asked[0]).toEqual(jasmine.objectContaining({ params: { setupId }, body: kept }));
    expect(store.selectSignal(tensionFeature.selectDraft)().grade).toBe('dots-below');
  });

  it('keeps the seam being judged when gauge or bobbin is read beside it', () => {
    const { store, asked } = run();
    const gauge = { turns: 4.25, tensionCn: 190, pulls: 3, readAt: at };
    store.dispatch(tensionActions.logGauge({ key: newId(), reading: gauge }));
    const bobbin = {
      method: 'drop',
      outcome: 'creeps',
      grams: null,
      tensionCn: null,
      screwTurns: 0,
    } as const;
    store.dispatch(tensionActions.logBobbin({ key: newId(), reading: { ...bobbin, readAt: at } }));
    expect(asked.map(({ route }) => route)).toEqual(['logGauge', 'readTension', 'logBobbin', 'readTension']);
    const { turns, grade } = store.selectSignal(tensionFeature.selectDraft)();
    expect([turns, grade]).toEqual([4.25, 'dots-below']);
  });

  it('keeps what was entered if it is refused', () => {
    const refused = { type: 'about:blank', title: 'Too late', status: 409, code: 'setup.unknown' as const };
    const { store } = run({ logSeam: refused });
    store.dispatch(tensionActions.logSeam({ key: newId(), sewnAt: at }));
    const state = store.selectSignal(tensionFeature.selectTensionState)();
    expect([state.problem?.title, state.draft.grade, state.saving]).toEqual([
      'Too late',
      'dots-below',
      false,
    ]);
  });

  it('sends a whole strip at once', () => {
    const { store, asked } = run();
    const seam = {
      grade: 'balanced',
      bothTight: false,
      bobbinDrop: null,
      lockDepth: null,
      preTensionTurns: null,
      bobbinContrast: false,
    } as const;
    const seams = [3, 4, 5].map((turns) => ({ ...seam, turns, sewnAt: at }));
    store.dispatch(tensionActions.logStrip({ key: newId(), seams }));
    expect(asked[0]).toEqual(jasmine.objectContaining({ route: 'logStrip', body: { seams } }));
  });

  it('sends nothing without a set-up or a grade', () => {
    const { store, asked } = run();
    store.dispatch(tensionActions.draftChanged({ change: { grade: null } }));
    store.dispatch(tensionActions.logSeam({ key: newId(), sewnAt: at }));
    expect(asked).toEqual([]);
  });
});
