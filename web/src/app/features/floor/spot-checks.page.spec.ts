import { newId, type FloorView } from '@gantelet/contracts';
import { floorMachine, floorZone } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { floorActions, floorFeature } from './floor.state';
import { SpotChecksPage } from './spot-checks.page';

describe('work sampling', () => {
  const machines = ['Flat 1', 'Flat 2', 'Post 3'].map((name) => floorMachine(name, 2));
  const loft = { ...floorZone([floorMachine('Patcher 4', 1)]), id: newId(), name: 'Loft' };
  const floor: FloorView = {
    version: 'a',
    readAt: '2026-03-04T10:00:00.000Z',
    lifeHours: 8,
    recent: [],
    partUsed: [],
    sharps: { needles: 0, since: null },
    zones: [floorZone(machines), loft],
  };

  async function open() {
    const before = [floorActions.floorRead({ floor })];
    const page = await mountPage(SpotChecksPage, { features: [floorFeature], before });
    const checks = () => page.of(floorActions.logSpotCheck);
    const asked = () => page.host.querySelector('h2')?.textContent?.replace('Check now: ', '') ?? null;
    return { ...page, checks, asked };
  }
  beforeEach(() => jasmine.clock().install());
  afterEach(() => jasmine.clock().uninstall());

  it('says what is known, and how many more checks it takes to know it well', async () => {
    const { text } = await open();
    // 1.96^2 x 0.5 x 0.5 / 0.05^2 = 384.2 checks in all; the zone has 100.
    expect(text()).toContain('Hall: sewing 50 % of the shift');
    expect(text()).toContain('About 285 more checks for an accuracy of ± 5 %.');
  });

  it('walks to every machine once, in any order, and ends by itself', async () => {
    const { press, checks, asked, button } = await open();
    await press('Walk round now');
    const seen: (string | null)[] = [];
    for (const answer of ['Sewing', 'Not sewing', 'Cannot see it']) {
      seen.push(asked());
      await press(answer);
    }
    expect([...seen].sort()).toEqual(['Flat 1', 'Flat 2', 'Post 3']);
    expect(checks().map(({ check }) => check.sewing)).toEqual([true, false]);
    expect(new Set(checks().map(({ key }) => key)).size).toBe(2);
    expect(checks()[0]!.check.machineId).toBe(machines.find(({ name }) => name === seen[0])!.id);
    expect(button('Walk round now')).not.toBeNull();
  });

  it('asks at random moments, about as far apart as was chosen', async () => {
    spyOn(Math, 'random').and.returnValue(0.5);
    const { press, choose, asked, checks, settled } = await open();
    await choose('Check about every', '2 minutes');
    await press('Ask me at random moments');
    expect(asked()).toBeNull();
    jasmine.clock().tick(20 * 60_000);
    await settled();
    expect(asked()).toBe('Flat 2');
    await press('Sewing');
    expect(asked()).toBeNull();
    await press('Stop');
    jasmine.clock().tick(60 * 60_000);
    await settled();
    expect([asked(), checks().length]).toEqual([null, 1]);
  });

  it('stops when another zone is chosen', async () => {
    const { press, choose, asked, text } = await open();
    await press('Walk round now');
    await choose('Zone', 'Loft');
    expect(asked()).toBeNull();
    await press('Walk round now');
    expect(asked()).toBe('Patcher 4');
    expect(text()).toContain('Loft: sewing');
  });
});
