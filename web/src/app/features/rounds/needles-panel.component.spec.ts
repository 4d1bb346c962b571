import { TestBed } from '@angular/core/testing';
import { newId, type NeedleOutlook, type NeedleStock } from '@gantelet/contracts';
import { mount } from '../../testing/mount';
import { NEEDLE, plannedMachine, roundsPlan } from '../../testing/rounds-examples';
import { NeedlesPanelComponent } from './needles-panel.component';

describe('the needle forecast panel', () => {
  const outlook: NeedleOutlook = {
    needle: NEEDLE,
    onHand: 12,
    left: [11, 8, 4].map((expected) => ({ expected, low: expected - 2, high: expected + 1 })),
    planned: 6,
    failures: 1.75,
    runsOut: null,
    mayRunOut: null,
    order: null,
  };
  const order = { id: newId(), quantity: 100, expectedOn: '2026-11-30' };
  const stock: NeedleStock = {
    needle: NEEDLE,
    onHand: 12,
    packSize: 100,
    leadDays: 5,
    orders: [order],
  };
  async function open(change: Partial<NeedleOutlook> = {}, mayWrite = true) {
    const plan = { ...roundsPlan([plannedMachine('A', 0)]), needles: [{ ...outlook, ...change }] };
    return mount(NeedlesPanelComponent, { plan, stock: [stock], mayWrite });
  }

  it('says what plan and failures use, and when a kind runs out', async () => {
    const { text } = await open();
    expect(text()).toContain('6 + about 2');
    expect(text()).toContain('not in these shifts');
    TestBed.resetTestingModule();
    expect((await open({ mayRunOut: 4 })).text()).toContain('maybe Mon 30');
    TestBed.resetTestingModule();
    expect((await open({ mayRunOut: 2, runsOut: 4 })).text()).not.toContain('maybe');
    TestBed.resetTestingModule();
    expect((await open({ onHand: null })).text()).toContain('assumed enough');
  });

  it('draws what remains, and says it in words', async () => {
    const { host } = await open();
    expect(host.querySelector('svg')?.getAttribute('aria-label')).toBe('4 left at the end (2 to 5)');
    const ends = host
      .querySelector('path.mean')!
      .getAttribute('d')!
      .match(/[\d.]+/g)!
      .map(Number);
    expect([ends[0], ends.at(-2)]).toEqual([0, 150]);
    expect(ends[1]).toBeLessThan(ends.at(-1)!);
  });

  it('says what to order when, in whole packs', async () => {
    const { text } = await open({ order: { quantity: 200, packSize: 100, leadDays: 5, by: '2026-11-27' } });
    expect(text()).toContain('200 (2 packs)');
    expect(text()).toContain('Fri 27 Nov; delivery 5 days');
  });

  it('shows what is on order, and links to the store for those who may', async () => {
    const { text, host } = await open();
    expect(text()).toContain('100 ordered for Mon 30');
    expect(host.querySelector('a')?.getAttribute('href')).toBe('/store');
    TestBed.resetTestingModule();
    expect((await open({}, false)).host.querySelector('a')).toBeNull();
  });
});
