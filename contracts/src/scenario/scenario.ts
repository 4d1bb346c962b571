import * as z from 'zod';
import { FRAGMENT_COUNTS, REMOVAL_CAUSES, SERVICE_KINDS } from '@gantelet/core';
import { ShopValueEntry } from '../catalogue/index.js';
import { DeviceKind, DeviceToken } from '../device/index.js';
import { FaultCaseInput } from '../fault/index.js';
import { ClearanceFinding, Machine, PlanPlace, Pocket, SharpsEmptied } from '../floor/index.js';
import { QueuedJobEntry } from '../job-queue/index.js';
import { LOT_STATES, NeedleLooks, NeedleLotEntry } from '../needle/index.js';
import { NeedleChoice, SetupWork } from '../match/index.js';
import { RoundsSettings } from '../rounds/index.js';
import { ServiceKindEntry } from '../service/index.js';
import { Id, Instant, Name } from '../shared/index.js';
import { Password, Person, Shift, Shop, SignInName } from '../shop/index.js';
import { StoreItemEntry, StoreMoveEntry, StoreOrderEntry } from '../store/index.js';
import { PlateEntry } from '../plate/index.js';
import { ThreadingCardEntry } from '../threading/index.js';
import { BobbinCaseEntry, TestSeamInput } from '../tension/index.js';

/**
 * A whole works with its history, as a file: written by the demo generator and loaded by the server into an empty
 * database. The file's own ids are used.
 */
export const Scenario = z.strictObject({
  shop: Shop.omit({ version: true }),
  people: z.array(Person.extend({ signInName: SignInName, password: Password })),
  shifts: z.array(Shift),
  zones: z.array(
    z.strictObject({
      id: Id,
      name: Name,
      shiftIds: z.array(Id),
      workSample: z.strictObject({ sewing: z.int().min(0), checks: z.int().min(0) }).nullable(),
    }),
  ),
  machines: z.array(
    Machine.omit({ zone: true, sharedPlates: true, version: true }).extend({
      zoneId: Id,
      place: PlanPlace.nullable(),
    }),
  ),
  shopValues: z.array(ShopValueEntry.omit({ setBy: true }).extend({ setById: Id })),
  setups: z.array(SetupWork.extend({ id: Id, savedAt: Instant, savedById: Id })),
  seams: z.array(TestSeamInput.extend({ id: Id, setupId: Id, sewnById: Id })),
  installs: z.array(
    NeedleChoice.extend({
      id: Id,
      machineId: Id,
      installedAt: Instant,
      installedById: Id,
      entryHours: z.number().min(0),
      setupId: Id.nullable(),
      lotId: Id.nullable(),
    }),
  ),
  removals: z.array(
    z.strictObject({
      id: Id,
      installId: Id,
      removedAt: Instant,
      removedById: Id,
      cause: z.enum(REMOVAL_CAUSES),
      fragments: z.enum(FRAGMENT_COUNTS),
      runningHours: z.number().min(0),
    }),
  ),
  lots: z.array(
    NeedleLotEntry.extend({
      id: Id,
      receivedAt: Instant,
      receivedById: Id,
      state: z.enum(LOT_STATES),
      decided: z.strictObject({ at: Instant, byId: Id, note: z.string() }).nullable(),
    }),
  ),
  needleChecks: z.array(
    z.strictObject({
      id: Id,
      lotId: Id,
      looks: NeedleLooks,
      note: z.string(),
      checkedAt: Instant,
      checkedById: Id,
    }),
  ),
  queuedJobs: z.array(
    QueuedJobEntry.extend({
      id: Id,
      machineId: Id.nullable(),
      place: z.int().min(0),
      pinned: z.boolean(),
      addedAt: Instant,
      addedById: Id,
    }),
  ),
  bobbinCases: z.array(BobbinCaseEntry.extend({ id: Id, machineId: Id })),
  bobbinCaseSwaps: z.array(
    z.strictObject({ id: Id, machineId: Id, caseId: Id, putInAt: Instant, putInById: Id }),
  ),
  /** Shared plates. */
  plates: z.array(PlateEntry.extend({ id: Id, onMachineId: Id.nullable() })),
  services: z.array(
    z.strictObject({
      id: Id,
      machineId: Id,
      kind: z.enum(SERVICE_KINDS),
      note: z.string(),
      doneAt: Instant,
      doneById: Id,
    }),
  ),
  /** The shop's own kinds of service. */
  serviceKinds: z.array(ServiceKindEntry.safeExtend({ id: Id, addedAt: Instant })),
  threadingCards: z.array(
    ThreadingCardEntry.omit({ version: true }).extend({ machineId: Id, writtenAt: Instant, writtenById: Id }),
  ),
  faults: z.array(FaultCaseInput.safeExtend({ id: Id, endedById: Id })),
  /** Needles removed for other work and kept in pockets. */
  partUsed: z.array(z.strictObject({ id: Id, removalId: Id, pocket: Pocket, keptAt: Instant })),
  sharpsEmptyings: z.array(
    SharpsEmptied.extend({ id: Id, emptiedAt: Instant, emptiedById: Id, expected: z.int().min(0) }),
  ),
  /** Removals whose missing piece a mechanic has since cleared. */
  clearances: z.array(
    z.strictObject({
      id: Id,
      removalId: Id,
      clearedAt: Instant,
      clearedById: Id,
      finding: ClearanceFinding,
    }),
  ),
  /** Planning settings; null for a works that has decided nothing yet. */
  rounds: RoundsSettings.omit({ version: true }).nullable(),
  storeItems: z.array(StoreItemEntry.extend({ id: Id })),
  storeMoves: z.array(
    z.strictObject({ ...StoreMoveEntry.shape, id: Id, itemId: Id, movedAt: Instant, movedById: Id }),
  ),
  storeOrders: z.array(StoreOrderEntry.extend({ id: Id, itemId: Id, orderedAt: Instant, orderedById: Id })),
  /** Stand-ins for gauges and scales, each with its token. */
  standIns: z.array(
    z.strictObject({
      id: Id,
      kind: DeviceKind,
      name: Name,
      machineId: Id.nullable(),
      token: DeviceToken,
      registeredById: Id,
    }),
  ),
});
export type Scenario = z.infer<typeof Scenario>;
