import { createHash, randomBytes } from 'node:crypto';
import { ProblemError, type Person, type TaskSkip, type PublishedRounds } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findShop } from '../shop/index.js';
import {
  findPlan,
  findSkips,
  insertSkip,
  needlesNow,
  publishedVersion,
  type KeptPlan,
} from './round-plan.store.js';
import { roundSheets } from './round-sheets.js';
import { roundsCalendar } from './rounds-export.js';

/** The published rounds. */
export async function publishedRounds(database: Database, now: Date): Promise<PublishedRounds> {
  // Read before anything else: a change that happens meanwhile makes it an older version.
  const version = await publishedVersion(database);
  const [shop, plan] = await Promise.all([findShop(database), findPlan(database, 'published')]);
  return {
    version,
    planId: plan?.id ?? null,
    publishedAt: plan?.publishedAt?.toISOString() ?? null,
    timeZone: shop?.timeZone ?? 'UTC',
    ...(await sheetsOf(database, plan, now)),
  };
}

async function sheetsOf(
  database: Database,
  plan: KeptPlan | null,
  now: Date,
): Promise<Pick<PublishedRounds, 'sheets' | 'leftOver'>> {
  if (!plan) return { sheets: [], leftOver: [] };
  const [needles, skips] = await Promise.all([
    needlesNow(database, plan.madeAt),
    findSkips(database, plan.madeAt),
  ]);
  return roundSheets(plan, needles, skips, now);
}

/** Records why a change was skipped. @throws ProblemError `task.unknown` */
export async function skipTask(
  database: Database,
  id: string,
  { machineId, startsAt, reason, note }: TaskSkip,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ id: string }> {
  const plan = await findPlan(database, 'published', tx);
  const { planned = [], input, changes = [] } = plan?.document ?? {};
  const m = planned.findIndex((i) => input?.machines[i]!.id === machineId);
  const asked = changes[m]?.some((s) => Date.parse(input!.shifts[s]!.startsAt) === Date.parse(startsAt));
  if (!asked) throw new ProblemError('task.unknown');
  await insertSkip(
    database,
    { id, machineId, startsAt: new Date(startsAt), reason, note, skippedAt: now, skippedById: person.id },
    tx,
  );
  return { id };
}

/** Creates a link known only to its owner; only its hash is stored. */
export async function linkCalendar(
  { tables }: Database,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ path: string }> {
  const token = randomBytes(24).toString('base64url');
  await tables.calendarLinks.upsert(
    { personId: person.id, tokenHash: hashOf(token), madeAt: now },
    { transaction: tx },
  );
  return { path: `/api/rounds/calendars/${token}.ics` };
}

/** The calendar of the person with this link. @throws ProblemError `calendar.unknown` */
export async function calendarOf(database: Database, file: string, now: Date): Promise<string> {
  const tokenHash = hashOf(file.replace(/\.ics$/, ''));
  const link = (await database.tables.calendarLinks.findOne({ where: { tokenHash } }))?.get({ plain: true });
  if (!link) throw new ProblemError('calendar.unknown');
  const [shop, plan] = await Promise.all([findShop(database), findPlan(database, 'published')]);
  const { sheets } = await sheetsOf(database, plan, now);
  const own = sheets.filter(({ personId }) => personId === link.personId);
  // Plans follow each other in time: the seconds since the first one grow with every publication and every move.
  const sequence = plan ? Math.floor((plan.publishedAt!.getTime() - EPOCH_MS) / 1000) + plan.version : 0;
  return roundsCalendar(shop?.name ?? 'works', own, { sequence, stamp: plan?.publishedAt ?? now });
}

const EPOCH_MS = Date.UTC(2026, 0, 1);

function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
