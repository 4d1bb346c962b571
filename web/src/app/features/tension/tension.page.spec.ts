import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import type { BalanceAdvice } from '@gantelet/core';
import type { LoggedSeam, Role, TensionView } from '@gantelet/contracts';
import { SESSION, TENSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { deviceFeature } from '../device/device.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { balanceSearch } from './balance-search';
import { TensionPage } from './tension.page';
import { tensionActions, tensionFeature } from './tension.state';

const seam = (turns: number, grade: LoggedSeam['grade'], minute = 0): LoggedSeam => ({
  ...{ id: `seam ${minute}`, turns, grade, bothTight: false, bobbinDrop: null, lockDepth: null },
  ...{ preTensionTurns: null, bobbinContrast: false, stripId: null, sewnBy: 'Tam' },
  sewnAt: `2026-03-04T09:${String(minute).padStart(2, '0')}:00.000Z`,
});

/** Both edges seen, balanced between them. */
const FOUND = [
  seam(3.25, 'dots-below', 1),
  seam(4.75, 'dots-on-top', 2),
  seam(4, 'balanced', 3),
  seam(4, 'balanced', 4),
];

describe('the tension of a set-up', () => {
  async function open(change: Partial<TensionView> = {}, role: Role = 'mechanic') {
    const page = await mountPage(TensionPage, {
      features: [tensionFeature, catalogueFeature, deviceFeature, shopFeature],
      inputs: { setupId: TENSION.setup.id },
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        tensionActions.viewRead({ view: { ...TENSION, ...change } }),
      ],
    });
    const question = TestBed.inject(Store).selectSignal(tensionFeature.selectQuestion);
    /** What the worker does in the application. */
    const search = async (advice: Partial<BalanceAdvice> = {}) => {
      const found = balanceSearch(question()!);
      const search = { ...found, advice: { ...found.advice, ...advice } as BalanceAdvice };
      page.store.dispatch(tensionActions.searched({ question: question()!, search }));
      await page.settled();
    };
    const heading = () => page.host.querySelector('h1')!.textContent?.trim() ?? '';
    const turns = () => Number(page.host.querySelector('[role=spinbutton]')!.getAttribute('aria-valuenow'));
    return { ...page, search, heading, turns };
  }

  it('is calculated first, and answered with the next seam', async () => {
    const page = await open();
    expect(page.heading()).toBe('Calculating …');
    await page.search();
    expect(page.heading()).toMatch(/^Sew the next seam at /);
    expect(page.text()).toContain('Nothing is logged on this machine yet');
  });

  it('moves by the usual step with buttons and arrow keys, finer with Shift, and not beyond the travel', async () => {
    const page = await open();
    await page.search();
    const start = page.turns();
    await page.press('A step tighter');
    const step = page.turns() - start;
    expect(step).toBeGreaterThan(0);
    await page.press('A step looser');
    expect(page.turns()).toBe(start);
    const knob = page.host.querySelector('[role=spinbutton]')!;
    const key = async (name: string, shiftKey: boolean) => {
      knob.dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey, cancelable: true }));
      await page.settled();
    };
    await key('ArrowUp', true);
    expect(page.turns() - start).toBe(0.125);
    for (let i = 0; i < 80; i++) await key('ArrowUp', false);
    expect(page.turns()).toBe(TENSION.machine.knob!.travelTurns);
  });

  it('is logged with what the two sides look like, at the chosen setting', async () => {
    const page = await open();
    await page.search();
    expect(page.button('Log this seam')!.disabled).toBeTrue();
    await page.press('A step tighter');
    const at = page.turns();
    page.host.querySelectorAll<HTMLInputElement>('input[name=grade]')[2]!.click();
    await page.settled();
    await page.press('Log this seam');
    expect(page.of(tensionActions.logSeam).length).toBe(1);
    const { turns, grade } = page.store.selectSignal(tensionFeature.selectDraft)();
    expect([turns, grade]).toEqual([at, 'balanced']);
  });

  it('requires other causes to be ruled out before loops are believed', async () => {
    const page = await open();
    await page.search();
    page.host.querySelectorAll<HTMLInputElement>('input[name=grade]')[0]!.click();
    await page.settled();
    expect(page.text()).toContain('First rule out causes other than tension.');
    expect(page.button('Log this seam')!.disabled).toBeTrue();
    await page.press('All of this is right');
    expect(page.button('Log this seam')!.disabled).toBeFalse();
    await page.press('A step tighter');
    expect(page.button('Log this seam')!.disabled).withContext('another setting is another seam').toBeTrue();
  });

  it('is saved once found, as the same write when tapped again', async () => {
    const page = await open({ seams: FOUND });
    await page.search({ do: 'keep', turns: 4 });
    await page.press('Save 4');
    const problem = { code: 'server.busy', title: 'busy', status: 503 } as never;
    page.store.dispatch(tensionActions.refused({ problem }));
    await page.settled();
    await page.press('Save 4');
    const [first, second] = page.of(tensionActions.keepSetting);
    expect(first!.kept.turns).toBe(4);
    expect(second!.key).toBe(first!.key);
  });

  it('shows every seam with who judged it, and removes one', async () => {
    const page = await open({ seams: FOUND });
    await page.search();
    const rows = [...page.host.querySelectorAll('.rows tbody tr')].map((row) => row.textContent);
    expect(rows.length).toBe(4);
    expect(rows[1]).toContain('dots on top');
    await page.press('Remove seam 2');
    expect(page.of(tensionActions.withdrawSeam).map(({ entryId }) => entryId)).toEqual(['seam 2']);
  });

  it('is only read by operators', async () => {
    const page = await open({ seams: FOUND }, 'operator');
    await page.search();
    for (const name of ['Log this seam', 'Save 4', 'Remove seam 1']) expect(page.button(name)).toBeNull();
    expect(page.text()).toContain('Take the foot off the treadle before hands go near the needle.');
  });

  it('requires a knob mark before turns can be counted', async () => {
    const page = await open({ machine: { ...TENSION.machine, knob: null } });
    await page.search();
    await page.type('What marks zero', 'white line');
    await page.type('Turns from zero to fully in', '9,5');
    await page.press('Record the mark');
    expect(page.of(tensionActions.markKnob)[0]?.knob).toEqual({
      ...{ mark: 'white line', travelTurns: 9.5, preTensionMark: null },
    });
  });
});
