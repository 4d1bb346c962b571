import { TestBed } from '@angular/core/testing';
import { newId, type NeedleOutlook, type NeedleStock } from '@gantelet/contracts';
import { mount } from '../../testing/mount';
import { NEEDLE, plannedMachine, roundsPlan } from '../../testing/rounds-examples';
import { NeedlesPanelComponent } from './needles-panel.component';

describe('the needles ahead', () => {
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
    countId: newId(),
    countedAt: '2026-11-20T06:00:00.000Z',
    countedBy: 'Lea',
    orders: [order],
  };
  async function open(change: Partial<NeedleOutlook> = {}, mayWrite = true) {
    const plan = { ...roundsPlan([plannedMachine('A', 0)]), needles: [{ ...outlook, ...change }] };
    const mounted = await mount(NeedlesPanelComponent, { plan, stock: [stock], mayWrite, written: 0 });
    const said: unknown[] = [];
    const { count, order: ordered, receive, delivered, uncounted } = mounted.fixture.componentInstance;
    delivered.subscribe((one) => said.push(['delivered', one]));
    uncounted.subscribe((one) => said.push(['uncounted', one]));
    count.subscribe((one) => said.push(['count', one]));
    ordered.subscribe((one) => said.push(['order', one]));
    receive.subscribe((one) => said.push(['receive', one]));
    return { ...mounted, said };
  }

  it('say what the plan and failures take, and when a kind runs out', async () => {
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

  it('draw what is left, and say it', async () => {
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

  it('say what to order by when, in whole packs', async () => {
    const { text } = await open({ order: { quantity: 200, packSize: 100, leadDays: 5, by: '2026-11-27' } });
    expect(text()).toContain('200 (2 packs)');
    expect(text()).toContain('Fri 27 Nov; delivery 5 days');
  });

  it('are counted from an empty field, as a total, and a count is taken back', async () => {
    const { press, field, type, button, said, set } = await open();
    await press('Count');
    expect([field('Counted total').value, button('Save count')!.disabled]).toEqual(['', true]);
    for (const wrong of ['2.5', '-1', 'many']) {
      await type('Counted total', wrong);
      expect(button('Save count')!.disabled).withContext(wrong).toBeTrue();
    }
    await type('Counted total', '0');
    await press('Save count');
    await set({ written: 1 });
    await press('Remove the count');
    expect(said).toEqual([
      ['count', { needle: NEEDLE, counted: 0 }],
      ['uncounted', { countId: stock.countId }],
    ]);
  });

  it('are added when they come without an order, and ordered as it is advised', async () => {
    const { press, field, type, button, said, set } = await open({
      order: { quantity: 200, packSize: 100, leadDays: 5, by: '2026-11-27' },
    });
    await press('Delivery');
    await type('Needles delivered', '0');
    expect(button('Add to stock')!.disabled).toBeTrue();
    await type('Needles delivered', '50');
    await press('Add to stock');
    await set({ written: 1 });
    await press('Order');
    expect([field('Needles ordered').value, button('Ordered')!.disabled]).toEqual(['200', true]);
    await type('Expected on', '2026-12-02');
    await press('Ordered');
    expect(said).toEqual([
      ['delivered', { needle: NEEDLE, quantity: 50 }],
      ['order', { needle: NEEDLE, quantity: 200, expectedOn: '2026-12-02' }],
    ]);
  });

  it('come as they were ordered', async () => {
    const { press, said, text } = await open();
    expect(text()).toContain('100 ordered for Mon 30');
    await press('Delivered');
    expect(said).toEqual([['receive', { orderId: order.id, quantity: 100 }]]);
  });

  it('are only read by those who may not write', async () => {
    const { button } = await open({}, false);
    expect([button('Count or order'), button('Delivered')]).toEqual([null, null]);
  });
});
