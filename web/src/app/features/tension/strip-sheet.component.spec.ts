import { mount } from '../../testing/mount';
import { STRIP_COUNTS, stripSettings } from './strip-plan';
import { StripSheetComponent, type JudgedSeam } from './strip-sheet.component';

const SUMMARY = { meanTurns: 4, sdTurns: 0.5, widthTurns: 1.5 };

describe('a ladder strip', () => {
  async function open(busy = false) {
    const page = await mount(StripSheetComponent, {
      ...{ title: 'Compound 07, Strap', weight: 'heavy', travelTurns: 8, busy },
      summary: SUMMARY,
    });
    const logged: (readonly JudgedSeam[])[] = [];
    page.fixture.componentInstance.logged.subscribe((seams) => logged.push(seams));
    const settings = () =>
      [...page.host.querySelectorAll('td.turns')].map((one) => one.textContent?.trim() ?? '');
    return { ...page, logged, settings };
  }
  const planned = (count: (typeof STRIP_COUNTS)[number]) =>
    stripSettings(SUMMARY.meanTurns, SUMMARY.widthTurns, count, 'heavy', 8);

  it('has its settings from loose to tight, as many as wanted', async () => {
    const page = await open();
    expect(page.settings().length).toBe(planned(5).length);
    const most = STRIP_COUNTS.at(-1)!;
    await page.choose('Settings', String(most));
    expect(page.settings().length).toBe(planned(most).length);
    expect(planned(most)).toEqual([...planned(most)].sort((a, b) => a - b));
  });

  it('is logged once two of its seams are judged, those alone', async () => {
    const page = await open();
    const [first, second] = planned(5);
    expect(page.button('Log 0 seams')!.disabled).toBeTrue();
    await page.choose('What number 1 shows', 'loops below');
    expect(page.button('Log 1 seam of')!.disabled).toBeTrue();
    await page.choose('What number 2 shows', 'balanced');
    await page.press('Log 2 seams');
    expect(page.logged[0]!.map(({ turns, grade }) => [turns, grade])).toEqual([
      [first!, 'loops-below'],
      [second!, 'balanced'],
    ]);
  });

  it('clears a judgement on request, and all of them with other settings', async () => {
    const page = await open();
    await page.choose('What number 1 shows', 'loops below');
    await page.choose('What number 2 shows', 'balanced');
    await page.choose('What number 1 shows', 'not judged');
    expect(page.button('Log 1 seam of')).not.toBeNull();
    await page.choose('Settings', String(STRIP_COUNTS.find((count) => count !== 5)!));
    expect(page.button('Log 0 seams')).not.toBeNull();
  });

  it('waits for what is being logged', async () => {
    const page = await open(true);
    await page.choose('What number 1 shows', 'loops below');
    await page.choose('What number 2 shows', 'balanced');
    expect(page.button('Log 2 seams')!.disabled).toBeTrue();
  });
});
