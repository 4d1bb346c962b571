import { newId, type GroupReport, type NeedleLot } from '@gantelet/contracts';
import { mount } from '../../testing/mount';
import { LotsPanelComponent } from './lots-panel.component';

describe('the lots of a group', () => {
  const needle = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
  function lot(code: string, friction: Partial<NeedleLot['friction']> = {}): NeedleLot {
    return {
      id: newId(),
      code,
      needle,
      receivedAt: '2026-03-01T08:00:00.000Z',
      receivedBy: 'Test mechanic',
      friction: { tested: 0, tooMuch: 0, mean: null, evidence: 1, bad: false, ...friction },
    };
  }
  /** What the panel reads of a group. */
  const group = (lots: GroupReport['lots']): GroupReport => ({ lots }) as GroupReport;
  const evidence = ({ id }: NeedleLot, bad = false) => ({
    lotId: id,
    needles: 20,
    failures: 9,
    expected: 4.25,
    evidence: bad ? 30 : 1,
    bad,
  });

  async function open(lots: readonly NeedleLot[], of: GroupReport, mayTest = true) {
    const mounted = await mount(LotsPanelComponent, { group: of, lots, mayTest });
    const tested: unknown[] = [];
    mounted.fixture.componentInstance.tested.subscribe((one) => tested.push(one));
    const rows = () =>
      [...mounted.host.querySelectorAll('tbody tr')].map((row) =>
        [...row.children].map(({ textContent }) => textContent?.trim()).join(' | '),
      );
    return { ...mounted, tested, rows };
  }

  it('stand with what wore out, what was expected, and what their eyes showed', async () => {
    const lots = [lot('L-1'), lot('L-2', { tested: 5, mean: 0.183 }), lot('other group')];
    const { rows, text } = await open(lots, group([evidence(lots[0]!), evidence(lots[1]!)]));
    expect(rows()).toEqual(['L-1 | 9, 4.3 | not tested', 'L-2 | 9, 4.3 | 18 % of 5']);
    expect(text()).toContain('No lot stands out.');
  });

  it('stand out when they wear sooner or their eyes are bad', async () => {
    const lots = [lot('L-1'), lot('L-2', { bad: true }), lot('L-3')];
    const { text, host } = await open(
      lots,
      group([evidence(lots[0]!, true), evidence(lots[1]!), evidence(lots[2]!)]),
    );
    expect(text()).toContain('L-1, L-2: bad. Take it out of use and tell the supplier.');
    expect(host.querySelectorAll('tr.bad').length).toBe(2);
  });

  it('are the newest few and the bad ones, until all are asked for', async () => {
    const lots = Array.from({ length: 8 }, (_, i) => lot(`L-${i}`));
    const { rows, press } = await open(lots, group(lots.map((one, i) => evidence(one, i === 7))));
    expect(rows().length).toBe(6);
    expect(rows().at(-1)).toContain('L-7');
    await press('All 8 lots');
    expect(rows().length).toBe(8);
  });

  it('test an eye by two pulls on a thread with a weight', async () => {
    const lots = [lot('L-1'), lot('L-2')];
    const { choose, type, text, press, button, tested } = await open(
      lots,
      group(lots.map((one) => evidence(one))),
    );
    await choose('Lot', 'L-2');
    await type('Weight, N', '1,17');
    await type('Force while pulling up, N', '1.5');
    await type('Force while letting down, N', '1.6');
    expect(button('Log the test')!.disabled).toBeTrue();
    await type('Force while letting down, N', '0.9');
    // By the capstan, worked by hand: 2 tanh(ln(1.5 / 0.9) / 4) = 0.254.
    expect(text()).toMatch(/25 % friction: good/);
    await press('Log the test');
    expect(tested).toEqual([{ lotId: lots[1]!.id, pulls: { weightN: 1.17, upN: 1.5, downN: 0.9 } }]);
    await type('Force while pulling up, N', '3');
    expect(text()).toMatch(/too much/);
  });

  it('are only read by operators', async () => {
    const lots = [lot('L-1')];
    const { button, text } = await open(lots, group([evidence(lots[0]!)]), false);
    expect([button('Log the test'), button('Register the lot')]).toEqual([null, null]);
    expect(text()).not.toContain('Test the eye');
  });

  it('say that none is known', async () => {
    expect((await open([], group([]))).text()).toContain('No needle in this group has a lot.');
  });
});
