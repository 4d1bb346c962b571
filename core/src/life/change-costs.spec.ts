import { changeCosts, type CostsOfShop } from './index.js';

describe('what a change costs', () => {
  const COSTS: CostsOfShop = {
    needle: 0.6,
    labourPerHour: 24,
    plannedMinutes: 4,
    wearMinutes: 14,
    accidentMinutes: 26,
    spoiledWork: { leather: 11, woven: 5, coated: 7, webbing: 4, felt: 2, foam: 2, rubber: 4 },
  };

  it('consists of the needle, the minutes, and for a failed one the spoiled work', () => {
    // Worked by hand: 24 an hour is 0.40 a minute.
    const { planned, wear, accident } = changeCosts(COSTS, 'leather');
    expect(planned).toBeCloseTo(0.6 + 1.6, 12);
    expect(wear).toBeCloseTo(0.6 + 5.6 + 11, 12);
    expect(accident).toBeCloseTo(0.6 + 10.4 + 11, 12);
  });

  it('differs between materials only in what is spoiled', () => {
    const [leather, felt] = [changeCosts(COSTS, 'leather'), changeCosts(COSTS, 'felt')];
    expect(leather.planned).toBe(felt.planned);
    expect(leather.wear - felt.wear).toBeCloseTo(9, 12);
    expect(leather.accident - felt.accident).toBeCloseTo(9, 12);
  });
});
