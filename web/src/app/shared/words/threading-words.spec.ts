import { shownUnits } from '../preferences';
import { throughText, windingLines } from './threading-words';

describe('wording of threading', () => {
  afterEach(() => shownUnits.set('metric'));

  it('says how the thread passes a hole', () => {
    expect(throughText(3, 'right')).toBe('third hole, from the right');
    expect(throughText(null, 'back')).toBe('from the back');
    expect(throughText(1, null)).toBe('first hole');
    expect(throughText(null, null)).toBe('');
  });

  it('says to take the case out only if the machine winds by itself', () => {
    const jams = (winder: 'on-machine' | 'apart' | null) =>
      windingLines({ winder, belowRimMm: null }).some((line) => line.includes('bobbin case out'));
    expect([jams('on-machine'), jams('apart'), jams(null)]).toEqual([true, false, true]);
  });

  it("says how full, by the card or as usual, in the device's units", () => {
    const full = (belowRimMm: number | null) =>
      windingLines({ winder: 'apart', belowRimMm }).find((line) => line.startsWith('Full'));
    expect(full(1.5)).toBe('Full at 1.5 mm below the rim. A fuller one drags.');
    expect(full(null)).toBe('Full at 0.8 to 1.6 mm below the rim. A fuller one drags.');
    shownUnits.set('inch');
    expect(full(null)).toBe('Full at 0.031 to 0.063 in below the rim. A fuller one drags.');
  });
});
