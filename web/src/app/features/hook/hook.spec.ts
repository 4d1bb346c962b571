import type { HookCheck } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './hook.effects';
import { HookPage } from './hook.page';
import { hookActions, hookFeature } from './hook.state';

const CHECK: HookCheck = {
  id: '0193b5a0-0000-7000-8000-0000000000c1',
  machineId: MACHINE.id,
  reading: { riseMm: 2.9, aboveEyeMm: null, clearanceMm: null, loop: null, push: 'flexes' },
  book: { riseMm: { least: 2.2, most: 2.4 }, aboveEyeMm: null, clearanceMm: null },
  set: false,
  note: 'after the strap jam',
  checkedAt: '2026-03-04T09:40:00.000Z',
  checkedBy: SESSION.person!.name,
};

describe('the hook of a machine', () => {
  const show = (checks: readonly HookCheck[]) =>
    mountPage(HookPage, {
      features: [hookFeature, matchFeature, catalogueFeature, shopFeature],
      inputs: { machineId: MACHINE.id },
      before: [
        shopActions.sessionRead({ session: SESSION }),
        hookActions.opened({ machineId: MACHINE.id }),
        hookActions.checksRead({ machineId: MACHINE.id, checks }),
      ],
    });

  it('is judged while it is measured, by the usual figures where the manual gives none', async () => {
    const page = await show([]);
    expect(page.text()).toContain('not checked yet');
    await page.type('Needle rise from its lowest, mm', '3,1');
    expect(page.text()).toContain('needs setting');
    expect(page.text()).toContain('Timing is out.');
    await page.type('Needle rise from its lowest, mm', '2');
    expect(page.text()).toContain('as it should be');
    await page.press('Not at all');
    expect(page.text()).toContain('The hook touches the needle');
    await page.press('Log this check');
    expect(page.of(hookActions.log)[0]?.entry).toEqual(
      jasmine.objectContaining({
        reading: { riseMm: 2, aboveEyeMm: null, clearanceMm: null, loop: null, push: 'not-at-all' },
        book: null,
        set: false,
      }),
    );
  });

  it("carries over the manual's figures from the last check", async () => {
    const page = await show([CHECK]);
    expect(page.text()).toContain('Hook timing out');
    await page.type('Needle rise from its lowest, mm', '2');
    expect(page.text()).toContain('less than 2.2 mm');
    // Half a range is no range.
    await page.type('Gap between hook point and needle, from, mm', '0,2');
    await page.press('Log this check');
    expect(page.of(hookActions.log)).toEqual([]);
  });

  it('is read, logged and withdrawn at the server', () => {
    const { store, asked } = runEffects({
      features: [hookFeature],
      effects: { read: effects.read, log: effects.log, withdraw: effects.withdraw },
      before: [],
      answers: { listHookChecks: [CHECK], logHookCheck: [CHECK], withdrawEntry: {} },
    });
    store.dispatch(hookActions.opened({ machineId: MACHINE.id }));
    const { id, machineId, checkedBy: _, ...entry } = CHECK;
    store.dispatch(hookActions.log({ key: id, machineId, entry }));
    store.dispatch(hookActions.withdraw({ key: id, machineId, checkId: id }));
    expect(asked.map(({ route }) => route)).toEqual([
      'listHookChecks',
      'logHookCheck',
      'withdrawEntry',
      'listHookChecks',
    ]);
    const state = store.selectSignal(hookFeature.selectHookState)();
    expect([state.checks, state.done, state.written, state.saving]).toEqual([[CHECK], 'Removed.', 2, false]);
  });
});
