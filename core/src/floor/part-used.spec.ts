import { freePocket, worthAgain } from './index.js';

const NEEDLE = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
const kept = (pocket: number, runningHours: number, needle = NEEDLE) => ({ pocket, runningHours, needle });

describe('part-used needles', () => {
  it('are suggested if they are of the right kind and have more than a quarter of their interval left', () => {
    const all = [kept(1, 5.9), kept(2, 6.1), kept(3, 0.5), kept(4, 1, { ...NEEDLE, nm: 120 })];
    expect(worthAgain(all, NEEDLE, 8).map(({ pocket }) => pocket)).toEqual([3, 1]);
    expect(worthAgain(all, NEEDLE, null).map(({ pocket }) => pocket)).toEqual([3, 1, 2]);
    expect(all.map(({ pocket }) => pocket)).toEqual([1, 2, 3, 4]);
  });

  it('go into the lowest empty pocket', () => {
    expect([freePocket([]), freePocket([kept(1, 1), kept(2, 1), kept(5, 1)])]).toEqual([1, 3]);
  });
});
