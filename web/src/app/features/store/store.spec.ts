import { TestBed } from '@angular/core/testing';
import { newId, USUAL_BUYING, type StoreItem, type StoreView } from '@gantelet/contracts';
import { mountPage } from '../../testing/mount-page';
import { waitingWrite } from '../../testing/examples';
import { NO_NETWORK, runEffects } from '../../testing/run-effects';
import { StoreLabelsPage } from './store-labels.page';
import { StorePage } from './store.page';
import * as effects from './store.effects';
import { storeActions, storeFeature } from './store.state';
import {
  lastsText,
  needText,
  onHandText,
  packsText,
  remarksOn,
  shortThreads,
  useText,
  whyOrderText,
} from '../../shared/words/store-words';

const THREAD: StoreItem = {
  id: newId(),
  version: 3,
  thing: { kind: 'thread', tex: 135, constructionId: 'bonded-nylon', colour: 'black' },
  place: 'Thread shelf 2',
  supplier: 'Longacre',
  ...USUAL_BUYING.thread,
  packSize: 2500,
  packPrice: 25,
  inUse: true,
  onHand: 5000,
  countedAt: '2026-11-27T06:00:00.000Z',
  sewn: null,
  waiting: 0,
  overage: 0,
  overageFrom: null,
  perDay: 200,
  reorderAt: 5000,
  toOrder: 7500,
  orders: [],
  moves: [
    {
      id: newId(),
      kind: 'use',
      quantity: 2500,
      note: '',
      movedAt: '2026-11-26T06:00:00.000Z',
      movedBy: 'Lea',
    },
  ],
};
const OIL: StoreItem = {
  ...THREAD,
  id: newId(),
  thing: { kind: 'part', name: 'Oil, 1 l' },
  supplier: 'Wharf',
  packSize: 1,
  packPrice: null,
  onHand: 3,
  perDay: 0.02,
  reorderAt: 1,
  toOrder: 0,
  orders: [{ id: newId(), quantity: 6, expectedOn: '2026-12-02' }],
  moves: [],
};
const NEEDLE = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
const VIEW: StoreView = {
  currency: 'GBP',
  items: [THREAD, OIL],
  unlisted: { needles: [NEEDLE], threads: [{ tex: 70, constructionId: 'bonded-nylon' }] },
};

describe('the store', () => {
  const open = async (view: StoreView = VIEW) => {
    const page = await mountPage(StorePage, {
      features: [storeFeature],
      before: [storeActions.viewRead({ view })],
    });
    const writes = () => page.of(storeActions.write).map(({ write }) => write);
    return { ...page, writes };
  };

  it('shows first what to order, from whom, at what price, and why', async () => {
    const { text, host } = await open();
    expect(host.querySelector('h1')?.textContent).toContain('1 thing to order, £75.00');
    expect(text()).toContain('Longacre: £75.00');
    expect(text()).toContain('Tex 135 bonded nylon, black: 3 cones, 7,500 m');
    expect(text()).toContain('4 weeks left, a delivery takes about 7 days');
    TestBed.resetTestingModule();
    const calm = await open({ ...VIEW, items: [OIL] });
    expect(calm.host.querySelector('h1')?.textContent).toContain('Nothing to order now');
  });

  it('records an order as recommended, with the usual delivery date', async () => {
    const { press, writes, field } = await open();
    await press('Order: Tex 135');
    expect(field('Ordered, m').value).toBe('7500');
    await press('Log');
    const [write] = writes();
    expect(write).toEqual(
      jasmine.objectContaining({
        deed: 'order',
        itemId: THREAD.id,
        entry: jasmine.objectContaining({ quantity: 7500 }),
      }),
    );
  });

  it('counts thread by the weight of its cones, one after the other', async () => {
    const { press, type, writes } = await open();
    await press('Thread');
    await press('Tex 135 bonded nylon, black');
    await press('Count');
    await type('Empty cone', '40');
    await type('Cone on the scale', '310');
    await press('Use it');
    await type('Cone on the scale', '175');
    await press('Add it');
    await press('Log');
    // Tex 135 is 135 g per kilometre (ISO 1144): 2000 m and 1000 m.
    expect(writes()).toEqual([
      {
        ...{ deed: 'move', itemId: THREAD.id, what: jasmine.stringContaining('Tex 135') as never },
        entry: { kind: 'count', quantity: 3000, note: '', movedAt: jasmine.any(String) as never },
      },
    ]);
  });

  it('removes an entry, and closes an order that arrived or will not', async () => {
    const { press, writes, store, settled } = await open();
    const answered = async () => {
      store.dispatch(storeActions.written({ view: VIEW, done: '' }));
      await settled();
    };
    await press('Thread');
    await press('Tex 135 bonded nylon, black');
    await press('Remove: taken');
    await answered();
    await press('Parts and oil');
    await press('Oil, 1 l');
    await press('Cancel order');
    await answered();
    await press('Delivered');
    const orderId = OIL.orders[0]!.id;
    expect(writes()).toEqual([
      { deed: 'take-back', moveId: THREAD.moves[0]!.id },
      { deed: 'receive', orderId, quantity: 0 },
      { deed: 'receive', orderId, quantity: 6 },
    ]);
  });

  it("corrects an item's location and ordering, and refuses what the server would", async () => {
    const { press, type, button, text, writes } = await open();
    await press('Thread');
    await press('Tex 135 bonded nylon, black');
    await press('Location and ordering');
    await type('Colour', '');
    expect([button('Save')!.disabled, text().includes('not empty')]).toEqual([true, true]);
    await type('Colour', 'natural');
    await type('Delivery, days', '12');
    await press('Save');
    const [write] = writes();
    expect(write).toEqual(
      jasmine.objectContaining({
        deed: 'revise',
        revision: jasmine.objectContaining({
          thing: { ...THREAD.thing, colour: 'natural' },
          leadDays: 12,
          service: 0.95,
          version: 3,
        }),
      }),
    );
  });

  it('adds items in use that are not stocked yet', async () => {
    const { press, writes } = await open();
    await press('Add 135x16 NM 140');
    await press('Add to the store');
    expect(writes()).toEqual([
      {
        deed: 'add',
        entry: {
          thing: { kind: 'needle', needle: NEEDLE },
          place: '',
          supplier: '',
          packPrice: null,
          inUse: true,
          ...USUAL_BUYING.needle,
        },
      },
    ]);
  });

  it('shows use, remainder and packs in everyday words', () => {
    expect([useText(THREAD), useText(OIL), useText({ ...OIL, perDay: null })]).toEqual([
      '6,100 m a month',
      'less than 1 a month',
      'not known yet',
    ]);
    expect([0.5, 5, 60, 400, 5000].map((onHand) => lastsText({ ...OIL, onHand, perDay: 1 }))).toEqual([
      '0 days',
      '5 days',
      '9 weeks',
      '13 months',
      'over 2 years',
    ]);
    expect([packsText(THREAD, 2500), packsText(THREAD, 6000), packsText(OIL, 3)]).toEqual([
      '1 cone',
      '2.4 cones',
      '',
    ]);
  });
});

describe('labels for the store', () => {
  it('are one for each item in use, by location, with a code that opens it', async () => {
    const unused = { ...OIL, id: newId(), inUse: false };
    const page = await mountPage(StoreLabelsPage, {
      features: [storeFeature],
      before: [storeActions.viewRead({ view: { ...VIEW, items: [OIL, THREAD, unused] } })],
    });
    const labels = () =>
      [...(page.fixture.nativeElement as HTMLElement).querySelectorAll('article')].map(({ textContent }) =>
        textContent!.replace(/\s+/g, ' ').trim(),
      );
    expect(labels()).toEqual([
      'Oil, 1 lThread shelf 2',
      'Tex 135 bonded nylon, blackThread shelf 2Cone of 2,500 m',
    ]);
    expect(page.text()).toContain('Print 2 labels');
  });
});

describe('remarks on an item', () => {
  const sewn = { sinceCount: 3240, isShared: false, machinesWithoutSpeed: 0 };

  it('include what machines sewed, and what cannot be known', () => {
    expect(remarksOn(THREAD)).toEqual([]);
    expect(remarksOn({ ...THREAD, sewn })[0]).toContain('about 3,200 m since the count');
    expect(onHandText({ ...THREAD, sewn, onHand: 41_760 })).toBe('about 42,000 m');
    expect(onHandText({ ...THREAD, onHand: 41_760 })).toBe('41,760 m');
    expect(remarksOn({ ...THREAD, sewn: { ...sewn, isShared: true } })[0]).toContain('Several colours');
    const unknown = remarksOn({ ...THREAD, sewn: { ...sewn, sinceCount: 0, machinesWithoutSpeed: 2 } });
    expect(unknown).toEqual([jasmine.stringContaining('2 machines that sew it have no speed entered')]);
  });

  it('include what is past its shelf life, or when it will be', () => {
    const keeps = { ...OIL, shelfMonths: 24, overageFrom: '2027-03-03T00:00:00.000Z' };
    expect(remarksOn(keeps)).toEqual(['Past its 2 years from 3 Mar 2027.']);
    expect(remarksOn({ ...keeps, overage: 2 })).toEqual([
      '2 pieces came more than 2 years ago. Try it before it is used.',
    ]);
  });

  it('include jobs that need more than there is', () => {
    expect(whyOrderText({ ...THREAD, waiting: 8000 })).toBe('5,000 m left, waiting jobs need 8,000 m');
    const need = { tex: 135, constructionId: 'bonded-nylon', neededMetres: 4310, jobs: [] };
    const [short, enough, uncounted] = [
      { ...need, thereMetres: 2100, orderedMetres: 500 },
      { ...need, thereMetres: 2100, orderedMetres: 5000 },
      { ...need, thereMetres: null, orderedMetres: 0 },
    ] as const;
    expect(shortThreads([short, enough, uncounted])).toEqual([short]);
    expect(needText(short)).toBe(
      'Tex 135 bonded nylon: about 4,300 m for these jobs, 2,100 m in the store, 500 m ordered',
    );
  });
});

describe('entries in the store', () => {
  it('are sent with their key, and removals are read again', () => {
    const { store, asked } = runEffects({
      features: [storeFeature],
      effects,
      answers: { moveStoreItem: VIEW, withdrawEntry: {}, readStore: VIEW },
    });
    const entry = { kind: 'use' as const, quantity: 1, note: '' };
    const key = newId();
    store.dispatch(storeActions.write({ key, write: { deed: 'move', itemId: OIL.id, what: 'Oil', entry } }));
    expect(asked).toEqual([jasmine.objectContaining({ route: 'moveStoreItem', body: entry })]);
    expect(store.selectSignal(storeFeature.selectDone)()).toBe('Logged.');
    const moveId = newId();
    store.dispatch(storeActions.write({ key: newId(), write: { deed: 'take-back', moveId } }));
    expect(asked.map(({ route }) => route)).toEqual(['moveStoreItem', 'withdrawEntry', 'readStore']);
    expect(asked[1]!.body).toEqual({ log: 'store-move', entryId: moveId });
  });

  it('are stored on this device offline, with their time, and read again once sent', () => {
    const { store, asked, settled } = runEffects({
      features: [storeFeature],
      effects,
      answers: { moveStoreItem: NO_NETWORK, readStore: VIEW },
    });
    const entry = { kind: 'use' as const, quantity: 1, note: '', movedAt: '2026-03-04T09:00:00.000Z' };
    const move = { deed: 'move' as const, itemId: OIL.id, what: 'Oil', entry };
    store.dispatch(storeActions.write({ key: newId(), write: move }));
    const state = store.selectSignal(storeFeature.selectStoreState);
    expect([state().saving, state().done]).toEqual([false, jasmine.stringContaining('Saved on this device')]);
    settled.next({ write: waitingWrite('moveStoreItem'), problem: null });
    expect(asked.map(({ route }) => route)).toEqual(['readStore']);
    expect(state().view).toEqual(VIEW);
  });
});
