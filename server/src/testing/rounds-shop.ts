import { pino } from 'pino';
import {
  NO_SETTINGS,
  routes,
  type FlatRuleName,
  type Job,
  type PlannedMachineView,
  type RoundsPlanView,
  type RoundsSettings,
  type RoundsView,
} from '@gantelet/contracts';
import { planRoundsWork } from '../features/rounds/index.js';
import { startJobRunner } from '../jobs/job-runner.js';
import type { TestClient } from './test-client.js';
import { startTestShop, type TestShop } from './test-shop.js';

/** What a test leaves of rounds. */
const LEFT = [
  'jobs',
  'round_plans',
  'rounds_settings',
  'round_skips',
  'store_moves',
  'store_orders',
  'store_items',
];

/** A shop that plans rounds: one mechanic, two machines, and the worker that searches. */
export interface RoundsShop {
  readonly shop: TestShop;
  readonly lead: TestClient;
  readonly mechanic: TestClient;
  readonly mechanicId: string;
  view(): Promise<RoundsView>;
  /** Saves planning settings: the usual ones with a change. */
  set(over?: Partial<RoundsSettings>): Promise<void>;
  /** How a search ended. */
  over(jobId: string): Promise<Job['state']>;
  /** Plans, by a simple rule if one is named, and returns the plan. */
  planned(ask?: { readonly rule?: FlatRuleName }): Promise<RoundsPlanView>;
  compound(plan: RoundsPlanView): PlannedMachineView;
  /** Removes what a test left behind. */
  clear(): Promise<void>;
  stop(): Promise<void>;
}

export async function startRoundsShop(): Promise<RoundsShop> {
  const shop = await startTestShop();
  const loadedAt = shop.clock.now;
  const lead = await shop.signedIn('lead');
  const mechanic = await shop.signedIn('mechanic');
  const person = await shop.database.tables.people.findOne({ where: { role: 'mechanic' } });
  const mechanicId = person!.get('id') as string;
  const work = { 'plan-rounds': planRoundsWork(() => shop.clock.now) };
  const runner = startJobRunner(shop.database, work, pino({ level: 'silent' }));

  const view = async () => (await lead.call(routes.readRounds)).body;
  async function set(over: Partial<RoundsSettings> = {}): Promise<void> {
    const { settings } = await view();
    const { shift, zone } = shop.works.ids;
    const body = {
      ...NO_SETTINGS,
      horizonShifts: 12,
      mechanics: [
        {
          personId: mechanicId,
          shiftIds: [shift],
          minutes: 60,
          machineClasses: ['flatbed' as const, 'portable' as const],
        },
      ],
      walks: [{ zoneId: zone, minutes: 5 }],
      ...over,
      version: settings.version,
    };
    const answer = await lead.call(routes.reviseRoundsSettings, { body });
    if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  }

  async function over(id: string): Promise<Job['state']> {
    for (const end = Date.now() + 60_000; ;) {
      const state = (await shop.database.tables.jobs.findByPk(id))!.get('state') as Job['state'];
      if (state !== 'queued' && state !== 'running') return state;
      if (Date.now() > end) throw new Error(`job still ${state}`);
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }

  async function planned(ask: { readonly rule?: FlatRuleName } = {}): Promise<RoundsPlanView> {
    const { body } = await lead.call(routes.planRounds, { body: ask });
    const state = await over(body.id);
    if (state !== 'done') throw new Error(state);
    const { plan, noPlan } = await view();
    if (!plan) throw new Error(JSON.stringify(noPlan));
    return plan;
  }

  const compound = ({ machines }: RoundsPlanView) =>
    machines.find(({ id }) => id === shop.works.ids.compound)!;

  async function clear(): Promise<void> {
    shop.clock.now = loadedAt;
    const { sequelize } = shop.database;
    for (const table of LEFT) await sequelize.query(`DELETE FROM ${table}`);
    const { install, portableInstall, compound: machineId } = shop.works.ids;
    const replacements = { install, standing: [install, portableInstall], machineId };
    for (const query of [
      'UPDATE machines SET present_install_id = :install WHERE id = :machineId',
      'UPDATE needle_installs SET life_group = NULL',
      'DELETE FROM needle_removals',
      'DELETE FROM needle_installs WHERE id NOT IN (:standing)',
    ])
      await sequelize.query(query, { replacements });
  }

  return {
    shop,
    lead,
    mechanic,
    mechanicId,
    view,
    set,
    over,
    planned,
    compound,
    clear,
    stop: async () => {
      await runner.stop();
      await shop.stop();
    },
  };
}
