import { newId, type Changeover, type ChangeoverTick } from '@gantelet/contracts';
import { CHANGEOVER, floorMachine, floorZone, PART_USED, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { floorActions, floorFeature } from '../floor/floor.state';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { ChangeoverWorkPage } from './changeover.page';
import { changeoverActions, changeoverFeature } from './changeover.state';

describe('the page of a changeover', () => {
  const light = { ...SETUP.needle, nm: 100 };
  const before = floorMachine('Compound 07', 6);
  const machine = {
    ...before,
    id: CHANGEOVER.machineId,
    needle: { ...before.needle!, ...light },
  };
  const floor = {
    version: 'a',
    readAt: '2026-03-04T10:00:00.000Z',
    lifeHours: 8,
    recent: [],
    partUsed: [PART_USED],
    sharps: { needles: 0, since: null },
    zones: [floorZone([machine])],
  };
  const ticked = (
    step: ChangeoverTick['step'],
    outcome: ChangeoverTick['outcome'] = 'done',
  ): ChangeoverTick => ({
    ...{ id: newId(), step, outcome, installId: null },
    ...{ tickedAt: '2026-03-04T09:05:00.000Z', tickedBy: 'Ines' },
  });
  const show = (changeover: Partial<Changeover> = {}, role: 'operator' | 'mechanic' = 'mechanic') =>
    mountPage(ChangeoverWorkPage, {
      features: [shopFeature, catalogueFeature, floorFeature, matchFeature, changeoverFeature],
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        floorActions.floorRead({ floor }),
        changeoverActions.read({ changeover: { ...CHANGEOVER, ...changeover } }),
      ],
      inputs: { changeoverId: CHANGEOVER.id },
    });

  it('shows the present step, with its caution, and ticks it in one tap', async () => {
    const page = await show();
    expect(page.text()).toContain('Compound 07: step 1 of 3');
    expect(page.text()).toContain('Power off. Wait until the motor has stopped.');
    await page.press('Done');
    const [said] = page.of(changeoverActions.tick);
    expect(said?.tick).toEqual(jasmine.objectContaining({ step: 'power-off', outcome: 'done', swap: null }));
  });

  it('logs the needle with what became of the old one, the one from its pocket first', async () => {
    const page = await show({ ticks: [ticked('power-off')] });
    await page.press('Keep in pocket 2');
    expect(page.of(changeoverActions.tick)[0]?.tick.swap).toEqual({
      removesInstallId: machine.needle.installId,
      cause: 'changeover',
      fragments: 'whole',
      needle: SETUP.needle,
      lotId: null,
      keptInPocket: 2,
      partUsedId: PART_USED.id,
    });
  });

  it('reopens a step, and goes to another one', async () => {
    const page = await show({ ticks: [ticked('power-off')] });
    expect(page.text()).toContain('done 09:05, Ines');
    await page.press('Untick power off');
    expect(page.of(changeoverActions.tick)[0]?.tick.outcome).toBe('open');
    await page.press('Go to guards on, power on');
    expect(page.host.querySelector('.now h2')?.textContent).toContain('Guards on');
  });

  it('ticks several steps in one go, but never the needle with them', async () => {
    const steps = [
      { do: 'wind' as const, minutes: 1.5, tex: 135, bobbins: null },
      ...CHANGEOVER.steps,
      { do: 'test' as const, minutes: 1.5, seams: 1 },
    ];
    const page = await show({ steps });
    expect(page.button('Done up to guards on, power on')).toBeNull();
    await page.press('Done up to power off');
    const ticks = page.of(changeoverActions.tick).map(({ tick }) => tick);
    expect(ticks.map(({ step }) => step)).toEqual(['wind', 'power-off']);
    expect(new Set(ticks.map(({ tickedAt }) => tickedAt)).size).toBe(1);
  });

  it('finishes when nothing is open, and keeps skipped steps in sight', async () => {
    const ticks = [ticked('power-off'), ticked('needle', 'skipped'), ticked('guards')];
    const page = await show({ ticks });
    expect(page.text()).toContain('Skipped: needle.');
    await page.press('Finish: set up for Strap');
    expect(page.of(changeoverActions.end)[0]?.end.ending).toBe('finished');
  });

  it('is set aside only with a reason', async () => {
    const page = await show();
    await page.press('Set aside …');
    expect(page.button('Set aside')?.disabled).toBeTrue();
    await page.type('Why is it being set aside?', 'no thread');
    await page.press('Set aside');
    expect(page.of(changeoverActions.end)[0]?.end).toEqual(
      jasmine.objectContaining({ ending: 'put-aside', reason: 'no thread' }),
    );
  });

  it('only shows an operator its progress', async () => {
    const page = await show({}, 'operator');
    expect(page.text()).toContain('Only mechanics can tick the steps.');
    for (const words of ['Done', 'Skip', 'Set aside …'])
      expect(page.button(words)).withContext(words).toBeNull();
  });
});
