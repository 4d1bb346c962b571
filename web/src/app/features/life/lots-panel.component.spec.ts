import type { GroupReport, NeedleLot } from '@gantelet/contracts';
import { needleLot } from '../../testing/examples';
import { mount } from '../../testing/mount';
import { LotsPanelComponent } from './lots-panel.component';

describe('the lots of a group', () => {
  const lot = (code: string, friction: Partial<NeedleLot['friction']> = {}): NeedleLot => {
    const bare = needleLot(code);
    return { ...bare, friction: { ...bare.friction, ...friction } };
  };
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

  async function open(lots: readonly NeedleLot[], of: GroupReport) {
    const mounted = await mount(LotsPanelComponent, { group: of, lots });
    const rows = () =>
      [...mounted.host.querySelectorAll('tbody tr')].map((row) =>
        [...row.children].map(({ textContent }) => textContent?.trim()).join(' | '),
      );
    return { ...mounted, rows };
  }

  it('show what wore out, what was expected, and their eye tests', async () => {
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

  it('say that none is known', async () => {
    expect((await open([], group([]))).text()).toContain('No needle in this group has a lot.');
  });
});
