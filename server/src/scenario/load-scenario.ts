import { groupId, mustStop, pointStyle, stackOf, wearingKind } from '@gantelet/core';
import type { Scenario } from '@gantelet/contracts';
import { writeHistoryIntoBook } from '../db/book-history.js';
import { sealHistory } from '../features/book/index.js';
import type { Database, Transaction } from '../db/database.js';
import { needleColumns } from '../db/needle-columns.js';
import { brokerHash, hashToken } from '../features/device/index.js';
import { faultRow } from '../features/fault/index.js';
import { serviceKindColumns } from '../features/service/index.js';
import { columnsOfMachine, EMPTY_MACHINE, listRowsOf } from '../features/floor/index.js';
import { columnsOf, layerRows } from '../features/match/index.js';
import { itemRow } from '../features/store/index.js';
import { threadingDocument } from '../features/threading/index.js';
import { columnsOfWays, hashPassword, spoiledRows } from '../features/shop/index.js';

/**
 * Loads a works with its history into an empty database, all or nothing.
 *
 * @returns false, touching nothing, when the database already holds a shop
 */
export async function loadScenario(
  database: Database,
  scenario: Scenario,
  now: Date,
  { isDemo }: { readonly isDemo: boolean } = { isDemo: true },
): Promise<boolean> {
  const { sequelize, tables, transaction } = database;
  const people = await Promise.all(
    scenario.people.map(async ({ password, ...person }) => ({
      ...person,
      passwordHash: await hashPassword(password),
      active: true,
      codeHash: null,
      codeUntil: null,
      version: 0,
    })),
  );
  return transaction(async (tx) => {
    if ((await tables.shop.count({ transaction: tx })) > 0) return false;
    const inOne = { transaction: tx };
    const { name, timeZone, ...ways } = scenario.shop;
    await tables.shop.create(
      { id: 1, isDemo, name, timeZone, beganAt: beganAt(scenario, now), ...columnsOfWays(ways), version: 0 },
      inOne,
    );
    await tables.spoiledWork.bulkCreate(spoiledRows(ways.costs), inOne);
    await tables.people.bulkCreate(people, inOne);
    await tables.shifts.bulkCreate(
      scenario.shifts.map((shift) => ({ ...shift, weekdays: shift.weekdays.join('') })),
      inOne,
    );
    await tables.zones.bulkCreate(
      scenario.zones.map(({ id, name: zoneName, workSample }, position) => ({
        id,
        name: zoneName,
        position,
        sampleSewing: workSample?.sewing ?? null,
        sampleChecks: workSample?.checks ?? null,
        planVersion: 0,
      })),
      inOne,
    );
    await tables.zoneShifts.bulkCreate(
      scenario.zones.flatMap((zone) => zone.shiftIds.map((shiftId) => ({ zoneId: zone.id, shiftId }))),
      inOne,
    );
    await loadMachines(tables, scenario, inOne);
    await tables.shopValues.bulkCreate(shopValueRows(scenario), inOne);
    await tables.setups.bulkCreate(
      scenario.setups.map(({ id, savedAt, savedById, ...work }) => ({
        id,
        ...columnsOf(work),
        savedAt: new Date(savedAt),
        savedById,
        version: 0,
      })),
      inOne,
    );
    await tables.setupLayers.bulkCreate(
      scenario.setups.flatMap(({ id, ...work }) => layerRows(id, work)),
      inOne,
    );
    await tables.queuedJobs.bulkCreate(
      scenario.queuedJobs.map(({ dueAt, addedAt, ...job }) => ({
        ...job,
        dueAt: dueAt === null ? null : new Date(dueAt),
        addedAt: new Date(addedAt),
        ending: null,
        endedAt: null,
        endedById: null,
      })),
      inOne,
    );
    await tables.testSeams.bulkCreate(
      scenario.seams.map((seam) => ({ ...seam, sewnAt: new Date(seam.sewnAt) })),
      inOne,
    );
    await tables.bobbinCases.bulkCreate(
      scenario.bobbinCases.map((one) => ({ ...one, thrownAway: false, version: 0 })),
      inOne,
    );
    await tables.bobbinCaseSwaps.bulkCreate(
      scenario.bobbinCaseSwaps.map((swap) => ({ ...swap, putInAt: new Date(swap.putInAt) })),
      inOne,
    );
    await loadNeedles(tables, scenario, inOne);
    await loadRounds(tables, scenario, now, inOne);
    await loadStore(tables, scenario, inOne);
    await loadPlates(tables, scenario, inOne);
    await loadCare(tables, scenario, inOne);
    await tables.devices.bulkCreate(
      scenario.standIns.map(({ token, ...device }) => ({
        ...device,
        standIn: true,
        tokenHash: hashToken(token),
        brokerHash: brokerHash(token),
        registeredAt: now,
        revokedAt: null,
        lastHeardAt: null,
      })),
      inOne,
    );
    for (const { id, presentSetupId } of scenario.machines) {
      await tables.machines.update(
        { presentSetupId, presentInstallId: needleIn(scenario, id) },
        { where: { id }, ...inOne },
      );
    }
    await writeHistoryIntoBook(sequelize, { names: true, transaction: tx });
    await sealHistory(database, tx);
    return true;
  });
}

interface InOne {
  readonly transaction: Transaction;
}

async function loadMachines(tables: Database['tables'], { machines }: Scenario, inOne: InOne): Promise<void> {
  await tables.machines.bulkCreate(
    machines.map(({ knob, place, ...machine }) => ({
      id: machine.id,
      ...EMPTY_MACHINE,
      ...columnsOfMachine(machine),
      knobMark: knob?.mark ?? null,
      knobTravelTurns: knob?.travelTurns ?? null,
      planColumn: place?.column ?? null,
      planRow: place?.row ?? null,
    })),
    inOne,
  );
  const lists = machines.map((machine) => listRowsOf(machine.id, machine));
  await tables.machineSystems.bulkCreate(
    lists.flatMap(({ systems }) => systems),
    inOne,
  );
  await tables.machinePlates.bulkCreate(
    lists.flatMap(({ plates }) => plates),
    inOne,
  );
  await tables.stitchDialReadings.bulkCreate(
    lists.flatMap(({ dial }) => dial),
    inOne,
  );
}

/** Rows of the shop's values, each with its place in the value's history. */
function shopValueRows({ shopValues }: Scenario) {
  return shopValues.map((entry, i) => ({
    ...entry,
    setAt: new Date(entry.setAt),
    position: shopValues.slice(0, i).filter(({ valueId }) => valueId === entry.valueId).length,
  }));
}

/** What was done to machines besides their needles, and how they are threaded. */
async function loadCare(tables: Database['tables'], scenario: Scenario, inOne: InOne): Promise<void> {
  await tables.faultCases.bulkCreate(scenario.faults.map(faultRow), inOne);
  await tables.serviceKinds.bulkCreate(
    scenario.serviceKinds.map(({ addedAt, ...kind }) => ({
      ...serviceKindColumns(kind),
      ...{ id: kind.id, dropped: false, version: 0, addedAt: new Date(addedAt) },
    })),
    inOne,
  );
  await tables.machineServices.bulkCreate(
    scenario.services.map((service) => ({ ...service, doneAt: new Date(service.doneAt) })),
    inOne,
  );
  await tables.threadingCards.bulkCreate(
    scenario.threadingCards.map(({ machineId, writtenAt, writtenById, ...card }) => ({
      ...{ machineId, writtenById, version: 1 },
      document: threadingDocument(card),
      writtenAt: new Date(writtenAt),
    })),
    inOne,
  );
}

async function loadPlates(tables: Database['tables'], { plates }: Scenario, inOne: InOne): Promise<void> {
  await tables.plates.bulkCreate(
    plates.map(({ machineIds: _, ...plate }) => ({ ...plate, version: 0 })),
    inOne,
  );
  const goesOn = plates.flatMap(({ id: plateId, machineIds }) =>
    machineIds.map((machineId) => ({ plateId, machineId })),
  );
  await tables.plateMachines.bulkCreate(goesOn, inOne);
}

async function loadNeedles(tables: Database['tables'], scenario: Scenario, inOne: InOne): Promise<void> {
  await tables.needleLots.bulkCreate(
    scenario.lots.map(({ needle, receivedAt, decided, ...lot }) => ({
      ...lot,
      ...needleColumns(needle),
      receivedAt: new Date(receivedAt),
      decidedAt: decided && new Date(decided.at),
      decidedById: decided?.byId ?? null,
      decision: decided?.note ?? '',
    })),
    inOne,
  );
  await tables.needleChecks.bulkCreate(
    scenario.needleChecks.map(({ looks, checkedAt, ...check }) => ({
      ...check,
      document: JSON.stringify({ version: 1, looks }),
      checkedAt: new Date(checkedAt),
    })),
    inOne,
  );
  const machineOf = new Map(scenario.installs.map((install) => [install.id, install.machineId]));
  await tables.needleInstalls.bulkCreate(
    scenario.installs.map(({ systemId, nm, pointId, finishId, installedAt, ...install }) => {
      const group = groupOf(scenario, install, pointId);
      return {
        ...install,
        ...needleColumns({ systemId, nm, pointId, finishId }),
        groupOfWork: group,
        lifeGroup: group,
        installedAt: new Date(installedAt),
      };
    }),
    inOne,
  );
  await tables.needleRemovals.bulkCreate(
    scenario.removals.map(({ removedAt, ...removal }) => ({
      ...removal,
      machineId: machineOf.get(removal.installId) ?? '',
      removedAt: new Date(removedAt),
    })),
    inOne,
  );
  await tables.partUsedNeedles.bulkCreate(
    scenario.partUsed.map(({ keptAt, ...kept }) => ({
      ...kept,
      keptAt: new Date(keptAt),
      leftAt: null,
      takenInstallId: null,
      discardedById: null,
    })),
    inOne,
  );
  await tables.sharpsEmptyings.bulkCreate(
    scenario.sharpsEmptyings.map(({ emptiedAt, ...one }) => ({ ...one, emptiedAt: new Date(emptiedAt) })),
    inOne,
  );
  await tables.safetyStops.bulkCreate(
    scenario.removals
      .filter(({ fragments }) => mustStop(fragments))
      .map(({ id, installId, removedAt, removedById }) => ({
        id,
        machineId: machineOf.get(installId) ?? '',
        installId,
        reportedAt: new Date(removedAt),
        reportedById: removedById,
      })),
    inOne,
  );
  await tables.clearances.bulkCreate(
    scenario.clearances.map(({ clearedAt, removalId, ...clearance }) => ({
      ...clearance,
      stopId: removalId,
      clearedAt: new Date(clearedAt),
    })),
    inOne,
  );
}

async function loadRounds(
  tables: Database['tables'],
  { rounds, people }: Scenario,
  now: Date,
  inOne: InOne,
): Promise<void> {
  if (rounds)
    await tables.roundsSettings.create(
      { version: 1, settings: JSON.stringify(rounds), setAt: now, setById: people[0]!.id },
      inOne,
    );
}

async function loadStore(
  tables: Database['tables'],
  { storeItems, storeMoves, storeOrders }: Scenario,
  inOne: InOne,
): Promise<void> {
  await tables.storeItems.bulkCreate(
    storeItems.map(({ id, ...entry }) => itemRow(id, entry)),
    inOne,
  );
  await tables.storeOrders.bulkCreate(
    storeOrders.map(({ orderedAt, ...order }) => ({ ...order, orderedAt: new Date(orderedAt) })),
    inOne,
  );
  await tables.storeMoves.bulkCreate(
    storeMoves.map(({ movedAt, ...move }) => ({ ...move, orderId: null, movedAt: new Date(movedAt) })),
    inOne,
  );
}

/** The earliest instant in a scenario. */
function beganAt({ installs, seams, setups }: Scenario, now: Date): Date {
  const told = [
    ...installs.map(({ installedAt }) => installedAt),
    ...seams.map(({ sewnAt }) => sewnAt),
    ...setups.map(({ savedAt }) => savedAt),
  ].map((at) => Date.parse(at));
  return new Date(told.reduce((first, at) => Math.min(first, at), now.getTime()));
}

/** The needle in a machine at the end of its history, if any. */
function needleIn({ installs, removals }: Scenario, machineId: string): string | null {
  const removed = new Set(removals.map(({ installId }) => installId));
  return installs.find((one) => one.machineId === machineId && !removed.has(one.id))?.id ?? null;
}

/** The group that a needle wore with, by the work it was installed for. */
function groupOf(
  { setups, machines }: Scenario,
  { setupId, machineId }: Pick<Scenario['installs'][number], 'setupId' | 'machineId'>,
  pointId: string,
): string | null {
  const setup = setups.find(({ id }) => id === setupId);
  const machine = machines.find(({ id }) => id === machineId);
  const points = pointStyle(pointId)?.family;
  if (!setup || !machine || !points) return null;
  return groupId({
    material: wearingKind(stackOf(setup.layers)),
    points,
    machineClass: machine.machineClass,
    part: null,
  });
}
