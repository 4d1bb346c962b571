import { createHash, timingSafeEqual } from 'node:crypto';
import { MATERIAL_KINDS } from '@gantelet/core';
import { newId, ProblemError, type FirstStart, type Scenario, type ShopCosts } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import { findShop, requireUncommon } from '../features/shop/index.js';
import { loadScenario } from './load-scenario.js';

/** Running hours usually advised on packs, until the shop has fitted lives of its own. */
const USUAL_LIFE_HOURS = 8;

/** Initial costs, all of them assumptions: a lead replaces them with the shop's own. */
const FIRST_COSTS = {
  needle: 0.5,
  labourPerHour: 25,
  plannedMinutes: 4,
  wearMinutes: 15,
  accidentMinutes: 25,
  spoiledWork: Object.fromEntries(MATERIAL_KINDS.map((kind) => [kind, 5])) as ShopCosts['spoiledWork'],
} as const;

/** Whether a works still has to be set up, by whoever has the code. */
export async function awaitsFirstStart(database: Database, code: string | null): Promise<boolean> {
  return code !== null && (await findShop(database)) === null;
}

/**
 * Sets up an empty works: its lead, zones and shifts, all or nothing. Returns the lead's id.
 *
 * @param code of this start; null when none was made
 * @throws ProblemError `first-start.code`, `first-start.done`, `password.common`
 */
export async function firstStart(
  database: Database,
  code: string | null,
  start: FirstStart,
  now: Date,
): Promise<string> {
  if (code === null || !sameText(code, start.code)) throw new ProblemError('first-start.code');
  requireUncommon(start.lead.password, 'body.lead.password');
  const leadId = newId();
  if (!(await loadScenario(database, scenarioOf(start, leadId), now, { isDemo: false })))
    throw new ProblemError('first-start.done');
  return leadId;
}

function scenarioOf({ shop, lead, zones, shifts }: FirstStart, leadId: string): Scenario {
  const { currency, ...known } = shop;
  const own = shifts.map((shift) => ({ ...shift, id: newId() }));
  return {
    ...EMPTY,
    shop: {
      ...known,
      tension: { bobbin: 'leave-bobbin', target: 'middle', step: 'as-the-seam-tells' },
      lifeHours: USUAL_LIFE_HOURS,
      colourMarks: [],
      costs: { ...FIRST_COSTS, currency },
    },
    people: [{ id: leadId, role: 'lead', ...lead }],
    shifts: own,
    zones: zones.map((name) => ({ id: newId(), name, shiftIds: own.map(({ id }) => id), workSample: null })),
  };
}

/** Nothing has ever been done here. */
const EMPTY = {
  machines: [],
  shopValues: [],
  setups: [],
  seams: [],
  installs: [],
  removals: [],
  lots: [],
  needleChecks: [],
  queuedJobs: [],
  bobbinCases: [],
  bobbinCaseSwaps: [],
  services: [],
  serviceKinds: [],
  plates: [],
  faults: [],
  threadingCards: [],
  partUsed: [],
  sharpsEmptyings: [],
  clearances: [],
  rounds: null,
  storeItems: [],
  storeMoves: [],
  storeOrders: [],
  standIns: [],
} satisfies Partial<Scenario>;

/** Whether two texts are equal, in constant time. */
function sameText(one: string, other: string): boolean {
  const digest = (text: string) => createHash('sha256').update(text.trim().toUpperCase()).digest();
  return timingSafeEqual(digest(one), digest(other));
}
