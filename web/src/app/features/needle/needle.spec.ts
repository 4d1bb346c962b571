import { UNCHECKED_NEEDLE } from '@gantelet/core';
import { newId, type NeedleCheck, type NeedleLot } from '@gantelet/contracts';
import { MACHINE, needleLot, PART_USED, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { CompareNeedlesPage } from './compare-needles.page';
import { LooseNeedlePage } from './loose-needle.page';
import { LotsPage } from './lots.page';
import { NeedleCheckPage } from './needle-check.page';
import * as effects from './needle.effects';
import { needleActions, needleFeature } from './needle.state';

const FEATURES = [needleFeature, matchFeature, catalogueFeature, shopFeature];
const LOT = needleLot('L-7', { received: 20, state: 'to-check' });

async function show<T>(page: new () => T, lots: readonly NeedleLot[], inputs = {}) {
  return mountPage(page, {
    features: FEATURES,
    inputs,
    before: [
      shopActions.sessionRead({ session: SESSION }),
      needleActions.lotsRead({ lots }),
      needleActions.pocketsRead({ partUsed: [PART_USED] }),
      matchActions.listsRead({
        machines: [MACHINE],
        setups: [],
        balanced: [],
        cases: [],
        timings: [],
        hands: [],
      }),
    ],
  });
}

describe('checking a needle', () => {
  it('is good by point and slide, in two taps, and is logged with its lot', async () => {
    const page = await show(NeedleCheckPage, [LOT], { lot: LOT.id });
    expect(page.text()).toContain('Nothing checked yet');
    await page.press('Catches nothing');
    await page.press('Slides');
    expect(page.text()).toContain('Good');
    await page.press('Log it, next needle');
    const [said] = page.of(needleActions.logCheck);
    expect(said?.check.lotId).toBe(LOT.id);
    expect(said?.check.looks).toEqual({ ...UNCHECKED_NEEDLE, snag: 'clean', slideFromGroove: 'slides' });
    const check: NeedleCheck = {
      ...{ id: newId(), lotId: LOT.id, lotCode: LOT.code, note: '', checkedBy: 'Test mechanic' },
      hasPhoto: false,
      ...{ looks: said!.check.looks, checkedAt: said!.check.checkedAt },
    };
    page.store.dispatch(needleActions.checkLogged({ check }));
    await page.settled();
    expect(page.text()).withContext('the next one begins').toContain('Nothing checked yet');
    expect(page.text()).toContain('The point catches nothing.');
  });

  it('names the thread that was pulled through the eye, and keeps it for the next needle', async () => {
    const page = await show(NeedleCheckPage, [LOT], { lot: LOT.id });
    await page.type('With which thread, Tex', '135');
    await page.press('Catches nothing');
    await page.press('Log it, next needle');
    const { looks, checkedAt } = page.of(needleActions.logCheck)[0]!.check;
    const check: NeedleCheck = {
      ...{ id: newId(), lotId: LOT.id, lotCode: LOT.code, note: '', checkedBy: 'Test mechanic' },
      ...{ hasPhoto: false, looks, checkedAt },
    };
    page.store.dispatch(needleActions.checkLogged({ check }));
    await page.settled();
    await page.type('Weight, N', '1,17');
    await page.type('Pulling up, N', '1,5');
    await page.type('Letting down, N', '0,9');
    expect(page.text()).toContain('Friction 25 % with Tex 135.');
    await page.press('Log it, next needle');
    const threads = page.of(needleActions.logCheck).map(({ check }) => check.looks?.pulledTex);
    expect(threads).toEqual([null, 135]);
  });

  it('clears an answer with a second tap', async () => {
    const page = await show(NeedleCheckPage, [LOT]);
    await page.press('Snags');
    expect(page.text()).toContain('Bad: into the sharps box');
    await page.press('Snags');
    expect(page.text()).toContain('Nothing checked yet');
  });

  it("is compared with its lot's size once its blade was measured", async () => {
    const page = await show(NeedleCheckPage, [LOT], { lot: LOT.id });
    await page.type('Blade above the scarf', '1,1');
    expect(page.text()).toContain('The blade is not the size it is marked.');
  });

  it('shows its friction, and that swapped forces are swapped', async () => {
    const page = await show(NeedleCheckPage, []);
    await page.type('Weight, N', '1.17');
    await page.type('Pulling up, N', '0.9');
    await page.type('Letting down, N', '1.5');
    expect(page.text()).toContain('are they swapped?');
    await page.type('Pulling up, N', '1.5');
    await page.type('Letting down, N', '0.9');
    // By the capstan equation, worked by hand: 2 tanh(ln(1.5 / 0.9) / 4) = 0.254.
    expect(page.text()).toContain('Friction 25 %');
  });
});

describe('a loose needle', () => {
  it('is asked about until one system is left, and shows where it is used', async () => {
    const page = await show(LooseNeedlePage, []);
    expect(page.text()).toContain('Say what you see');
    await page.press('Round');
    await page.type('Shank, mm across', '2');
    await page.type('Butt to eye, mm', '39');
    expect(page.text()).toContain('Cannot tell yet');
    expect(page.text()).toContain('Check next: the point');
    await page.press('Cutting edge');
    expect(page.text()).toContain('135x16');
    expect(page.text()).toContain(MACHINE.name);
    await page.press('Another needle');
    expect(page.text()).toContain('Say what you see');
  });
});

describe('two needles side by side', () => {
  it('say what differs and why one must not replace the other', async () => {
    const page = await show(CompareNeedlesPage, []);
    expect(page.text()).toMatch(/Never swap them ?The eye is at another height/);
    expect(page.text()).toContain('5.1 mm');
    await page.choose('Second needle', '135x16, DPx16');
    expect(page.text()).toContain('One clamp: cloth and leather needles of one length');
    await page.choose('Second needle', '135x17, DPx17');
    expect(page.text()).toContain('The same needle');
    await page.choose('Second needle, size', 'NM 140 / 22');
    expect(page.text()).toContain('One system, two sizes');
  });
});

describe('lots', () => {
  it('are registered with how many to check first', async () => {
    const page = await show(LotsPage, [LOT]);
    expect(page.text()).toContain('1 to check, 0 kept out, 1 in all');
    await page.type('Code on the pack', 'L-8');
    await page.type('Needles in it', '10');
    expect(page.text()).toContain('of 10');
    await page.press('Register the lot');
    expect(page.of(needleActions.registerLot)[0]?.entry).toEqual(
      jasmine.objectContaining({ code: 'L-8', received: 10, supplier: '', state: 'to-check' }),
    );
  });

  it('are quarantined only with a reason, and show whose', async () => {
    const page = await show(LotsPage, [LOT]);
    await page.press('Keep out');
    expect(page.button('Keep it out')!.disabled).toBeTrue();
    await page.type('Why', 'shreds thread');
    await page.press('Keep it out');
    expect(page.of(needleActions.decideLot)[0]).toEqual(
      jasmine.objectContaining({ lotId: LOT.id, decision: { state: 'quarantined', note: 'shreds thread' } }),
    );
    const lot: NeedleLot = {
      ...LOT,
      state: 'quarantined',
      decided: { at: '2026-03-04T10:00:00.000Z', by: 'Test mechanic', note: 'shreds thread' },
    };
    page.store.dispatch(needleActions.lotWritten({ lot, done: 'Kept out.' }));
    await page.settled();
    expect(page.text()).toContain('0 to check, 1 kept out');
    expect(page.text()).toContain('Test mechanic');
  });

  it('are read again after a check, which may have decided on them', () => {
    const { store, asked } = runEffects({
      features: [needleFeature],
      effects,
      answers: { listLots: [LOT], logNeedleCheck: { id: newId(), lotId: LOT.id } },
    });
    const check = {
      ...{ lotId: LOT.id, looks: UNCHECKED_NEEDLE, note: '', photo: null },
      checkedAt: '2026-03-04T10:00:00.000Z',
    };
    store.dispatch(needleActions.logCheck({ key: newId(), check }));
    expect(asked.map(({ route }) => route)).toEqual(['logNeedleCheck', 'listLots']);
    expect(store.selectSignal(needleFeature.selectLots)()).toEqual([LOT]);
  });
});
