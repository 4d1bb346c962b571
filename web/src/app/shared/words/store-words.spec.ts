import type { StoreItem, StoreThing } from '@gantelet/contracts';
import {
  countText,
  lastsText,
  needText,
  onHandText,
  packText,
  packsText,
  quantityText,
  remarksOn,
  saidOnHand,
  shortThreads,
  useText,
  whyOrderText,
} from './store-words';

const THREAD = { kind: 'thread', tex: 135, constructionId: 'bonded-nylon', colour: 'black' } as StoreThing;
const NEEDLE: StoreThing = {
  kind: 'needle',
  needle: { systemId: '135x17', nm: 110, pointId: 'round', finishId: 'chromed' },
};
const item = (of: Partial<StoreItem>): StoreItem =>
  ({
    thing: THREAD,
    packSize: 2500,
    leadDays: 7,
    onHand: 5000,
    perDay: null,
    waiting: 0,
    overage: 0,
    overageFrom: null,
    shelfMonths: null,
    sewn: null,
    ...of,
  }) as StoreItem;
const sewn = (of: Partial<NonNullable<StoreItem['sewn']>>) =>
  ({ isShared: false, sinceCount: 0, machinesWithoutSpeed: 0, ...of }) as NonNullable<StoreItem['sewn']>;

describe('quantities in the store', () => {
  it('are singular or plural', () => {
    expect([1, 7500].map((quantity) => quantityText('thread', quantity))).toEqual(['1 m', '7,500 m']);
    expect([1, 15].map((quantity) => quantityText('needle', quantity))).toEqual(['1 needle', '15 needles']);
    expect(quantityText('part', 1)).toBe('1 piece');
    expect([countText('needle', 15), countText('thread', 15)]).toEqual(['15', '15 m']);
  });

  it('count packs only if a pack holds more than one', () => {
    expect(packsText({ thing: THREAD, packSize: 2500 }, 7500)).toBe('3 cones');
    expect(packsText({ thing: THREAD, packSize: 2500 }, 2500)).toBe('1 cone');
    expect(packsText({ thing: NEEDLE, packSize: 10 }, 15)).toBe('1.5 packs');
    expect(packsText({ thing: NEEDLE, packSize: 1 }, 15)).toBe('');
    expect(packText({ thing: THREAD, packSize: 2500 })).toBe('Cone of 2,500 m');
    expect(packText({ thing: NEEDLE, packSize: 10 })).toBe('Pack of 10 needles');
  });

  it('are rounded, and say so, if part was calculated', () => {
    expect(onHandText(item({ onHand: null }))).toBe('not counted');
    expect(onHandText(item({ onHand: 4321 }))).toBe('4,321 m');
    expect(onHandText(item({ onHand: 4321, sewn: sewn({ sinceCount: 679 }) }))).toBe('about 4,300 m');
    // With several colours nobody knows which one was sewn: nothing was subtracted from the count.
    expect(saidOnHand(item({ onHand: 4321, sewn: sewn({ sinceCount: 679, isShared: true }) }))).toBe(4321);
  });
});

describe('how long stock lasts', () => {
  it('is given in days, then weeks, then months, up to two years', () => {
    const lasts = (onHand: number, perDay = 1) => lastsText(item({ onHand, perDay }));
    expect([1, 13.9, 15, 89, 91, 365, 800].map((days) => lasts(days))).toEqual([
      '1 day',
      '13 days',
      '2 weeks',
      '13 weeks',
      '3 months',
      '12 months',
      'over 2 years',
    ]);
    expect([lasts(10, 0), lastsText(item({ onHand: null, perDay: 1 }))]).toEqual(['', '']);
  });

  it('includes the approximate monthly use', () => {
    expect(useText(item({ perDay: null }))).toBe('not known yet');
    expect(useText(item({ perDay: 0 }))).toBe('none');
    expect(useText(item({ thing: NEEDLE, perDay: 0.02 }))).toBe('less than 1 a month');
    expect(useText(item({ thing: NEEDLE, perDay: 1.5 }))).toBe('46 a month');
    expect(useText(item({ perDay: 100 }))).toBe('3,000 m a month');
  });

  it('includes why to order', () => {
    expect(whyOrderText(item({ onHand: 0, perDay: 1 }))).toBe('none left, a delivery takes about 7 days');
    expect(whyOrderText(item({ onHand: 5, perDay: 1 }))).toBe('5 days left, a delivery takes about 7 days');
    expect(whyOrderText(item({ onHand: 80, waiting: 1234 }))).toBe('80 m left, waiting jobs need 1,200 m');
  });
});

describe('remarks on a thing in the store', () => {
  it('are none if there is nothing to say', () => {
    expect(remarksOn(item({ sewn: sewn({}) }))).toEqual([]);
  });

  it('mention age', () => {
    expect(remarksOn(item({ overage: 2500, shelfMonths: 24 }))).toEqual([
      '2,500 m came more than 2 years ago. Try it before it is used.',
    ]);
    const soon = item({ overageFrom: '2026-06-15T12:00:00Z', shelfMonths: 18 });
    expect(remarksOn(soon)).toEqual(['Past its 18 months from 15 Jun 2026.']);
  });

  it('mention what machines sewed, and what could not be calculated', () => {
    expect(remarksOn(item({ sewn: sewn({ sinceCount: 700, machinesWithoutSpeed: 1 }) }))).toEqual([
      jasmine.stringMatching(/^Machines sewed about 700 m since the count, by their hours/),
      'One machine that sews it has no speed entered, so its thread is not counted.',
    ]);
    expect(remarksOn(item({ sewn: sewn({ sinceCount: 700, isShared: true }), waiting: 55 }))).toEqual([
      jasmine.stringMatching(/Several colours are in use, so none is deducted here\.$/),
      'Waiting jobs need about 55 m.',
    ]);
  });
});

describe('threads that jobs need more of than there is', () => {
  const need = (thereMetres: number | null, orderedMetres = 0) =>
    ({
      tex: 135,
      constructionId: 'bonded-nylon',
      colour: null,
      neededMetres: 4321,
      thereMetres,
      orderedMetres,
    }) as never;

  it('are short unless orders make up for it, or nobody counted', () => {
    expect(shortThreads([need(2000)]).length).toBe(1);
    expect(shortThreads([need(2000, 2500)]).length).toBe(0);
    expect(shortThreads([need(null)]).length).toBe(0);
  });

  it('are shown with stock and orders', () => {
    expect(needText(need(2100, 1000))).toMatch(
      /^Tex 135 bonded nylon.*: about 4,300 m for these jobs, 2,100 m in the store, 1,000 m ordered$/,
    );
  });
});
