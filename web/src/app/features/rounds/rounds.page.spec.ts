import { NO_SETTINGS, type ComparedRule, type RoundsPlanView } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { plannedMachine, roundsPlan, ZONES } from '../../testing/rounds-examples';
import { shopActions, shopFeature } from '../shop/shop.state';
import { RoundsPage } from './rounds.page';
import { roundsActions, roundsFeature } from './rounds.state';

describe('the Rounds page', () => {
  const about = (mean: number) => ({ mean, low: mean - 1, high: mean + 1 });
  const costing = (rule: ComparedRule['rule'], cost: number): ComparedRule => ({
    rule,
    failures: about(2),
    changes: about(5),
    minutes: about(30),
    spoiledWork: about(4),
    needles: about(6),
    cost: about(cost),
  });

  async function open(more: Partial<RoundsPlanView>) {
    const plan = { ...roundsPlan([plannedMachine('A', 0)]), ...more };
    return mountPage(RoundsPage, {
      features: [shopFeature, roundsFeature],
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role: 'lead' } } }),
        roundsActions.viewRead({
          view: {
            timeZone: 'UTC',
            currency: 'EUR',
            shifts: [],
            zones: ZONES,
            machines: [],
            people: [],
            settings: NO_SETTINGS,
            flatHours: 8,
            stock: [],
            plan,
            job: null,
            noPlan: null,
            notices: [],
          },
        }),
      ],
    });
  }

  it('offers a simple rule that costs less in the simulation, and plans by it', async () => {
    const page = await open({
      compared: [costing('plan', 50), costing('every-hours', 60), costing('every-monday', 40)],
    });
    expect(page.text()).toContain('a simpler rule costs less than the plan');
    await page.press('Plan by this rule');
    const [asked] = page.of(roundsActions.plan);
    expect([asked!.effort, asked!.rule]).toEqual([1, 'every-monday']);
  });

  it('offers none that chance explains', async () => {
    const page = await open({ compared: [costing('plan', 50), costing('every-monday', 49)] });
    expect(page.button('Plan by this rule')).toBeNull();
  });

  it('never calls a plan that breaks limits the cheapest', async () => {
    const conflicts = [
      { limit: 'minutes' as const, shift: 4, machineClasses: null, wanted: 40, allowed: 30 },
    ];
    const broken = await open({ bound: 6, conflicts });
    expect(broken.text()).toContain('This plan breaks limits.');
  });

  it('calls a plan at its bound the cheapest', async () => {
    expect((await open({ bound: 6 })).text()).toContain('This is the cheapest possible plan.');
  });
});
