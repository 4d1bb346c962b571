import { conflictsOf, needleKey, type Conflict } from '@gantelet/core';
import {
  ProblemError,
  type ChangeMove,
  type Job,
  type MoveOffer,
  type Person,
  type PinChange,
  type PlanMark,
  USUAL_BUYING,
  type RoundsView,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { lastJob, lastResult } from '../../jobs/job.store.js';
import { dayIn } from '../../time/day-in.js';
import { listZones, readFloor } from '../floor/index.js';
import { findPerson, findShop, readShopCalendar } from '../shop/index.js';
import { readNeedleStock } from '../store/index.js';
import type { PlanDocument } from './plan-document.js';
import type { PlanOutcome } from './plan-rounds.worker.js';
import { conflictView, movedPlan, movesOf, pinnedPlan, planView, shiftsOf } from './plan-view.js';
import {
  findPlan,
  findPlanById,
  insertPlan,
  lockPlan,
  markPublished,
  updatePlan,
} from './round-plan.store.js';
import { listPeople } from './rounds-input.store.js';
import { roundsNotices } from './rounds-notices.js';
import { readSettings } from './rounds-settings.store.js';
import { publishedRounds } from './round-sheets.service.js';

/** Everything the Rounds room shows. */
export async function readRounds(database: Database, now: Date): Promise<RoundsView> {
  const [shop, settings, people, calendar, zones, last, job, stock, floor, rounds] = await Promise.all([
    findShop(database),
    readSettings(database),
    listPeople(database),
    readShopCalendar(database),
    listZones(database),
    findPlan(database, 'last'),
    lastJob(database, 'plan-rounds'),
    readNeedleStock(database, now),
    readFloor(database, now),
    publishedRounds(database, now),
  ]);
  if (!shop) throw new ProblemError('server.fault');
  const madeBy = last && (await findPerson(database, last.madeById));
  const plan =
    last &&
    planView(last.document, {
      id: last.id,
      version: last.version,
      madeAt: last.madeAt.toISOString(),
      madeBy: madeBy?.name ?? '',
      publishedAt: last.publishedAt?.toISOString() ?? null,
    });
  const known = new Set(stock.map(({ needle }) => needleKey(needle)));
  const uncounted = (plan?.needles ?? []).filter(({ needle }) => !known.has(needleKey(needle)));
  return {
    timeZone: shop.timeZone,
    currency: shop.costs.currency,
    flatHours: shop.lifeHours,
    settings,
    people: [...people],
    shifts: calendar.shifts.map(({ id, name }) => ({ id, name })),
    zones,
    machines: floor.zones.flatMap(({ machines }) => machines.map(({ id, name }) => ({ id, name }))),
    plan,
    noPlan: job && (await noPlanOf(database, job)),
    job,
    stock: [
      ...stock,
      ...uncounted.map(({ needle }) => ({
        needle,
        onHand: null,
        packSize: USUAL_BUYING.needle.packSize,
        leadDays: USUAL_BUYING.needle.leadDays,
        orders: [],
      })),
    ],
    notices: roundsNotices({
      machines: floor.zones.flatMap((zone) => zone.machines),
      needles: plan?.needles ?? [],
      shifts: plan?.shifts ?? [],
      leftOver: rounds.leftOver,
      dayAfter: (ms) => dayIn(shop.timeZone, new Date(now.getTime() + ms)),
    }),
  };
}

/** What the last search could not satisfy, if it ended without a plan. */
async function noPlanOf(database: Database, job: Job): Promise<RoundsView['noPlan']> {
  if (job.state !== 'done') return null;
  const outcome = (await lastResult(database, 'plan-rounds')) as EndedSearch | null;
  if (!outcome?.noPlan) return null;
  const { input, problem, planned, conflicts } = outcome.noPlan;
  return {
    jobId: job.id,
    triedAt: input.madeAt,
    shifts: shiftsOf(
      input,
      problem,
      problem.machines.map(({ pinned }) => pinned),
    ),
    conflicts: conflicts.map((conflict) => conflictView({ input, problem, planned }, conflict)),
  };
}

/** What a job stores: only what pins broke, since plans have a table of their own. */
export interface EndedSearch {
  readonly noPlan:
    | (Pick<PlanDocument, 'input' | 'problem' | 'planned'> & { readonly conflicts: readonly Conflict[] })
    | null;
}

/** Stores the plan that a search ended with. */
export async function keepPlan(
  database: Database,
  outcome: PlanOutcome,
  job: { readonly id: string; readonly askedById: string },
  tx: Transaction,
): Promise<void> {
  if (!('document' in outcome)) return;
  const { document } = outcome;
  await insertPlan(
    database,
    {
      id: job.id,
      version: 0,
      madeAt: new Date(document.input.madeAt),
      madeById: job.askedById,
      publishedAt: null,
      publishedById: null,
      document,
    },
    tx,
  );
}

export async function readMoves(
  database: Database,
  planId: string,
  machineId: string,
  from: number | null,
): Promise<MoveOffer[]> {
  return movesOf((await findPlanById(database, planId)).document, machineId, from);
}

/**
 * Changes the last plan.
 *
 * @throws ProblemError `plan.unknown`, `plan.old`, `version.stale` and what `change` throws
 */
async function revise(
  database: Database,
  planId: string,
  version: number,
  change: (document: PlanDocument) => PlanDocument,
  tx: Transaction,
): Promise<PlanMark> {
  const plan = await lockPlan(database, planId, version, tx);
  await updatePlan(database, plan, change(plan.document), tx);
  return { id: planId, version: version + 1 };
}

export function movePlanned(
  database: Database,
  planId: string,
  move: ChangeMove,
  tx: Transaction,
): Promise<PlanMark> {
  return revise(database, planId, move.version, (document) => movedPlan(document, move), tx);
}

export function pinPlanned(
  database: Database,
  planId: string,
  pin: PinChange,
  tx: Transaction,
): Promise<PlanMark> {
  return revise(database, planId, pin.version, (document) => pinnedPlan(document, pin), tx);
}

/** Publishes a plan. @throws ProblemError `plan.broken` and those of `lockPlan` */
export async function publishPlan(
  database: Database,
  planId: string,
  version: number,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<PlanMark> {
  const plan = await lockPlan(database, planId, version, tx);
  const { problem, changes } = plan.document;
  if (conflictsOf(problem, changes).length > 0) throw new ProblemError('plan.broken');
  await markPublished(database, plan, person, now, tx);
  return { id: planId, version: version + 1 };
}
