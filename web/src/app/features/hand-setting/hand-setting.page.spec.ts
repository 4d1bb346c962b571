import { newId, type LoggedHandSettings, type Role } from '@gantelet/contracts';
import { SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { HandSettingPage } from './hand-setting.page';
import { handSettingActions, handSettingFeature } from './hand-setting.state';

const LAST: LoggedHandSettings = {
  ...{ id: newId(), setupId: SETUP.id, footScrewMm: 12, footTurns: 4.5, edgeMm: 8, edgeBy: 'groove' },
  ...{ speedSpm: 600, note: '', setAt: '2026-03-04T09:00:00.000Z', setBy: 'Tam' },
};

describe('foot, edge and speed of a job', () => {
  async function open(hands: readonly LoggedHandSettings[], role: Role = 'mechanic') {
    const session = { ...SESSION, person: { ...SESSION.person!, role } };
    const lists = { machines: [], setups: [SETUP], balanced: [], cases: [], timings: [], hands };
    return mountPage(HandSettingPage, {
      features: [matchFeature, shopFeature, handSettingFeature],
      inputs: { setupId: SETUP.id },
      before: [shopActions.sessionRead({ session }), matchActions.listsRead(lists)],
    });
  }

  it('are shown in a line, and read-only for operators', async () => {
    const page = await open([LAST], 'operator');
    expect(page.text()).toContain(
      'foot 4 ½ turns in, the screw 12 mm above its nut; edge 8 mm by a groove; 600 stitches a minute',
    );
    expect(page.button('Log current settings')).toBeNull();
  });

  it('are carried over, with one of them changed', async () => {
    const page = await open([LAST]);
    await page.type('Seam to edge, mm', '9,5');
    await page.press('Log current settings');
    const [sent] = page.of(handSettingActions.log);
    expect(sent?.settings).toEqual(
      jasmine.objectContaining({
        setupId: SETUP.id,
        footScrewMm: 12,
        edgeMm: 9.5,
        edgeBy: 'groove',
        speedSpm: 600,
      }),
    );
  });

  it('keep what is typed while the same settings are read again', async () => {
    const page = await open([LAST]);
    await page.type('Seam to edge, mm', '9,5');
    const lists = { machines: [], setups: [SETUP], balanced: [], cases: [], timings: [] };
    page.store.dispatch(matchActions.listsRead({ ...lists, hands: [{ ...LAST }] }));
    await page.settled();
    await page.press('Log current settings');
    expect(page.of(handSettingActions.log)[0]?.settings.edgeMm).toBe(9.5);
  });

  it('start empty without a record, and require at least one value', async () => {
    const page = await open([]);
    expect(page.text()).toContain('Nothing logged yet');
    expect(page.button('Log current settings')!.disabled).toBeTrue();
    await page.type('Stitches a minute', '350');
    expect(page.button('Log current settings')!.disabled).toBeFalse();
  });
});
