import { SHIPPED_VALUES, withShopValues } from '../reference/index.js';
import { wallChart } from './index.js';

const chart = wallChart('bonded-nylon', SHIPPED_VALUES);
const thread = (tex: number) => chart.threads.find(({ names }) => names.tex === tex)!;

describe('the wall chart', () => {
  // Common practice, no source: the smallest needle for a loose eye.
  it('has the smallest needles for a loose eye that the trade knows', () => {
    const free = [45, 70, 90, 135, 210].map((tex) => thread(tex).smallestNm.free);
    expect(free).toEqual([90, 100, 120, 140, 180]);
  });

  it('never gives a smaller needle for a looser eye, or for a thicker thread', () => {
    let last = 0;
    for (const { smallestNm } of chart.threads) {
      const [free, middle, snug] = [smallestNm.free ?? 999, smallestNm.middle ?? 999, smallestNm.snug ?? 999];
      expect(free >= middle && middle >= snug).toBeTrue();
      expect(free).toBeGreaterThanOrEqual(last);
      last = free;
    }
  });

  it('names each thread and needle by its other numbers', () => {
    expect([thread(135).names.tradeSize, thread(135).names.letter, thread(135).names.ticket]).toEqual([
      ...[138, 'FF', 20],
    ]);
    expect(chart.needles.find(({ nm }) => nm === 140)!.number).toBe('22');
  });

  // Common practice, no source: NM 110 goes through about 3 mm, NM 140 through 6 to 10.
  it('gives leather figures only near what the trade knows', () => {
    const leather = (nm: number) => chart.needles.find((one) => one.nm === nm)!.leatherMm;
    expect(leather(110)!.from).toBeCloseTo(3, 1);
    expect([leather(140)!.from, leather(140)!.to].map(Math.round)).toEqual([6, 10]);
    expect(leather(200)).toBeNull();
  });

  // ASTM and ISO apart: 1 oz of leather is 1/64 inch, 0.397 mm, by definition of the trade.
  it('converts leather from millimetres to ounces', () => {
    expect(chart.leather.find(({ mm }) => mm === 2)!.oz).toBeCloseTo(2 / 0.396875, 9);
  });

  it("uses the shop's own measurements", () => {
    const own = withShopValues([
      { valueId: 'school.free', value: 0.25, standing: 'chosen', source: 'ours' },
      { valueId: 'material.duck-10.thickness', value: 1.23, standing: 'measured', source: 'ours' },
    ]);
    const ours = wallChart('bonded-nylon', own);
    expect(ours.threads.find(({ names }) => names.tex === 135)!.smallestNm.free).toBeGreaterThan(140);
    expect(ours.materials.some(({ thicknessMm }) => thicknessMm === 1.23)).toBeTrue();
  });
});
