import { DAY_MS, needleKey, sameNeedle, type NeedleName } from '@gantelet/core';
import { USUAL_BUYING, type Scenario, type StoreItemEntry, type StoreThing } from '@gantelet/contracts';
import type { Chance } from './chance.js';
const MORNING_MS = 9 * 3_600_000;
/** How long ago the demo's store was first counted. */
const FIRST_COUNT_DAYS = 170;
const NEEDLE_SUPPLIER = 'Kettle Wharf Supplies';
const THREAD_SUPPLIER = 'Longacre Thread Room';
/** Metres on a cone, by thread thickness. */
const CONE_METRES: readonly (readonly [mostTex: number, metres: number])[] = [
  [50, 10_000],
  [100, 5000],
  [150, 2500],
  [Infinity, 1500],
];
/** Metres that a demo set-up uses in a month: what its machine sews in two shifts. */
const MONTH_METRES = 115_000;
/** What else is there: location, price, how many at first and how many a month. */
const PARTS: readonly (readonly [
  name: string,
  place: string,
  price: number,
  stock: number,
  month: number,
])[] = [
  ['Bobbins, large hook', 'Cabinet 3, drawer 1', 1.4, 60, 6],
  ['Bobbin case, large hook', 'Cabinet 3, drawer 2', 38, 4, 0.5],
  ['Check spring, compound feed', 'Cabinet 3, drawer 4', 6.5, 8, 1],
  ['Needle plate, 2.5 mm hole', 'Cabinet 3, drawer 5', 21, 2, 0.3],
  ['Sewing-machine oil, 1 l', 'Oil cupboard', 11.8, 9, 1.5],
  ['Abrasive cord, fine', 'Cabinet 3, drawer 6', 7.2, 3, 0.4],
];

type DemoStore = Pick<Scenario, 'storeItems' | 'storeMoves' | 'storeOrders'>;
type Move = Scenario['storeMoves'][number];
type Sewn = Pick<Scenario['setups'][number], 'needle' | 'thread'>;

/**
 * The demo's store: needles counted the evening before, threads and parts with half a year of moves. One kind of
 * needle is nearly gone and more is on order; one thread in use is not on any list yet.
 */
export function demoStore(
  setups: readonly Sewn[],
  personId: string,
  nowMs: number,
  chance: Chance,
): DemoStore {
  const keeper = storeKeeper(personId, nowMs, chance);
  const needles = setups.map(({ needle }) => needle);
  const kinds = [...new Map(needles.map((needle) => [needleKey(needle), needle])).values()];
  kinds.forEach((needle, i) => {
    const inUse = needles.filter((one) => sameNeedle(one, needle)).length;
    keepNeedles(keeper, needle, i, i === 0 ? 3 * inUse : Math.round(chance.uniform(7, 16) * inUse));
  });
  const threads = [
    ...new Map(setups.map(({ thread }) => [`${thread.tex} ${thread.constructionId}`, thread])).values(),
  ].sort((a, b) => a.tex - b.tex);
  threads.slice(0, -1).forEach(({ tex, constructionId }, i) => {
    const metres = CONE_METRES.find(([most]) => tex <= most)![1];
    const item = keeper.item(
      { kind: 'thread', tex, constructionId, colour: i % 3 === 2 ? 'natural' : 'black' },
      {
        place: `Thread shelf ${1 + Math.floor(i / 4)}`,
        supplier: THREAD_SUPPLIER,
        packSize: metres,
        packPrice: Math.round(14 + 0.08 * tex),
      },
    );
    const sewing = setups.filter(
      ({ thread }) => thread.tex === tex && thread.constructionId === constructionId,
    );
    const perMonth = sewing.length * MONTH_METRES * chance.uniform(0.9, 1.1);
    const start = Math.ceil((1.4 * perMonth) / metres) * metres;
    const isLow = constructionId === 'bonded-nylon' && tex === 135;
    const lastCount = isLow ? Math.ceil((0.3 * perMonth) / metres) * metres : null;
    liveHalfYear(keeper, item, { start, perMonth, lastCount, takenEveryDays: 7 }, chance);
  });
  for (const [name, place, packPrice, start, perMonth] of PARTS) {
    const item = keeper.item({ kind: 'part', name }, { place, supplier: NEEDLE_SUPPLIER, packPrice });
    const lastCount = name === 'Check spring, compound feed' ? 1 : null;
    liveHalfYear(keeper, item, { start, perMonth, lastCount, takenEveryDays: 1 }, chance);
  }
  return { storeItems: keeper.items, storeMoves: keeper.moves, storeOrders: keeper.orders };
}

function keepNeedles(keeper: StoreKeeper, needle: NeedleName, i: number, counted: number): void {
  const item = keeper.item(
    { kind: 'needle', needle },
    {
      place: `Cabinet ${1 + Math.floor(i / 8)}, drawer ${1 + (i % 8)}`,
      supplier: NEEDLE_SUPPLIER,
      packPrice: Math.round(100 * (3.2 + 0.02 * needle.nm)) / 100,
    },
  );
  keeper.move(item, 'count', counted, 0.5);
  if (i === 0) keeper.order(item, 40, { orderedDaysAgo: 3, comesInDays: 6 });
}

interface HalfYear {
  readonly start: number;
  readonly perMonth: number;
  /** What the last count found of items that are running low; null for the recorded stock. */
  readonly lastCount: number | null;
  readonly takenEveryDays: number;
}

interface StoreKeeper {
  readonly items: Scenario['storeItems'];
  readonly moves: Move[];
  readonly orders: Scenario['storeOrders'];
  readonly item: (thing: StoreThing, change: Partial<StoreItemEntry>) => Scenario['storeItems'][number];
  readonly move: (item: { id: string }, kind: Move['kind'], quantity: number, daysAgo: number) => void;
  readonly order: (
    item: { id: string },
    quantity: number,
    when: { readonly orderedDaysAgo: number; readonly comesInDays: number },
  ) => void;
}

/** Records what happens in the store. */
function storeKeeper(personId: string, nowMs: number, chance: Chance): StoreKeeper {
  const [items, moves, orders]: [Scenario['storeItems'], Move[], Scenario['storeOrders']] = [[], [], []];
  // What happened on earlier days happened in the morning.
  const at = (daysAgo: number): number => {
    const exact = Math.round(nowMs - daysAgo * DAY_MS);
    return daysAgo < 1 ? exact : Math.floor(exact / DAY_MS) * DAY_MS + MORNING_MS + (exact % (DAY_MS / 24));
  };
  return {
    items,
    moves,
    orders,
    item: (thing, change) => {
      const usual = { ...USUAL_BUYING[thing.kind], place: '', supplier: '', packPrice: null, inUse: true };
      const item = { ...usual, ...change, thing, id: chance.idAt(at(FIRST_COUNT_DAYS)) };
      items.push(item);
      return item;
    },
    move: ({ id: itemId }, kind, quantity, daysAgo) => {
      const movedAt = new Date(at(daysAgo)).toISOString();
      moves.push({
        id: chance.idAt(at(daysAgo)),
        itemId,
        kind,
        quantity,
        note: '',
        movedAt,
        movedById: personId,
      });
    },
    order: ({ id: itemId }, quantity, { orderedDaysAgo, comesInDays }) => {
      orders.push({
        id: chance.idAt(at(orderedDaysAgo)),
        itemId,
        quantity,
        expectedOn: new Date(nowMs + comesInDays * DAY_MS).toISOString().slice(0, 10),
        orderedAt: new Date(at(orderedDaysAgo)).toISOString(),
        orderedById: personId,
      });
    },
  };
}

/** Half a year of taking cones or pieces and restocking when little is left. */
function liveHalfYear(
  keeper: StoreKeeper,
  item: Scenario['storeItems'][number],
  { start, perMonth, lastCount, takenEveryDays }: HalfYear,
  chance: Chance,
): void {
  const lump = item.thing.kind === 'thread' ? item.packSize : 1;
  keeper.move(item, 'count', start, FIRST_COUNT_DAYS);
  let left = start;
  for (let daysAgo = FIRST_COUNT_DAYS - 1; daysAgo > 1; daysAgo -= takenEveryDays) {
    const taken = Math.floor((perMonth * takenEveryDays) / (30 * lump) + chance.uniform(0, 1)) * lump;
    if (taken > 0 && left >= taken) {
      left -= taken;
      keeper.move(item, 'use', taken, daysAgo + 0.4);
    }
    if (left <= start / 2) {
      const came = Math.ceil((start - left) / item.packSize) * item.packSize;
      left += came;
      keeper.move(item, 'receive', came, daysAgo + 0.2);
    }
  }
  keeper.move(item, 'count', lastCount ?? left, 1.5);
}
