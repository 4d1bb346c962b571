import { shownUnits } from '../preferences';
import { throughText, windingLines } from './threading-words';

describe('words of threading', () => {
  afterEach(() => shownUnits.set('metric'));

  it('say how the thread goes through a hole', () => {
    expect(throughText(3, 'right')).toBe('third hole, from the right');
    expect(throughText(null, 'back')).toBe('from the back');
    expect(throughText(1, null)).toBe('first hole');
    expect(throughText(null, null)).toBe('');
  });

  it('tell to take the case out only where the machine winds by itself', () => {
    const jams = (winder: 'on-machine' | 'apart' | null) =>
      windingLines({ winder, belowRimMm: null }).some((line) => line.includes('bobbin case out'));
    expect([jams('on-machine'), jams('apart'), jams(null)]).toEqual([true, false, true]);
  });

  it('tell how full, as the card says or as is usual, in the units of the device', () => {
    const full = (belowRimMm: number | null) =>
      windingLines({ winder: 'apart', belowRimMm }).find((line) => line.startsWith('Full'));
    expect(full(1.5)).toBe('Full at 1.5 mm below the rim. A fuller one drags.');
    expect(full(null)).toBe('Full at 0.8 to 1.6 mm below the rim. A fuller one drags.');
    shownUnits.set('inch');
    expect(full(null)).toBe('Full at 0.031 to 0.063 in below the rim. A fuller one drags.');
  });
});
