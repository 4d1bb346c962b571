import type { Grouping, GroupingChange } from '@gantelet/contracts';
import { mount } from '../../testing/mount';
import { GroupingsPanelComponent } from './groupings-panel.component';

describe('merging and splitting groups', () => {
  function grouping(machineClass: 'flatbed' | 'post' | 'cylinder', more: Partial<Grouping> = {}): Grouping {
    return {
      groupId: `leather.cutting.${machineClass}`,
      group: { material: 'leather', points: 'cutting', machineClass, part: null },
      needles: 12,
      mergedInto: null,
      splitBy: null,
      version: 2,
      ...more,
    };
  }
  async function open(groupings: readonly Grouping[], busy = false) {
    const mounted = await mount(GroupingsPanelComponent, { groupings, busy });
    const said: { groupId: string; change: GroupingChange }[] = [];
    mounted.fixture.componentInstance.regrouped.subscribe((one) => said.push(one));
    const options = (label: string) =>
      [...(mounted.field(label) as HTMLSelectElement).options].map(({ text }) => text.trim());
    return { ...mounted, said, options };
  }
  const FLAT = 'Leather, cutting points, flatbed';
  const POST = 'Leather, cutting points, post bed';

  it('merges a group into another that is not merged itself', async () => {
    const { choose, said, options } = await open([
      grouping('flatbed'),
      grouping('post'),
      grouping('cylinder'),
    ]);
    expect(options(`Counted, ${FLAT}`).length).toBe(3);
    await choose(`Counted, ${FLAT}`, `with ${POST}`);
    expect(said).toEqual([
      {
        groupId: 'leather.cutting.flatbed',
        change: { mergedInto: 'leather.cutting.post', splitBy: null, version: 2 },
      },
    ]);
  });

  it('neither splits a merged group nor merges one that others are merged into', async () => {
    const { field, options, choose, said } = await open([
      grouping('flatbed', { mergedInto: 'leather.cutting.post' }),
      grouping('post'),
    ]);
    expect(() => field(`Split, ${FLAT}`)).toThrowError();
    expect(field(`Counted, ${POST}`).disabled).toBeTrue();
    expect(options(`Counted, ${POST}`)).toEqual(['by itself']);
    await choose(`Counted, ${FLAT}`, 'by itself');
    expect(said[0]!.change).toEqual({ mergedInto: null, splitBy: null, version: 2 });
  });

  it('splits a group by size or by finish, and makes it whole again', async () => {
    const { choose, said } = await open([grouping('flatbed', { splitBy: 'size' })]);
    await choose(`Split, ${FLAT}`, 'by needle finish');
    await choose(`Split, ${FLAT}`, 'no');
    expect(said.map(({ change }) => change.splitBy)).toEqual(['finish', null]);
  });

  it('waits while lives are being calculated', async () => {
    const { field } = await open([grouping('flatbed')], true);
    expect([field(`Counted, ${FLAT}`).disabled, field(`Split, ${FLAT}`).disabled]).toEqual([true, true]);
  });
});
