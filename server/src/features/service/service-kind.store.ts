import type { ServiceOfMachine } from '@gantelet/core';
import { ProblemError, type ServiceKindEntry, type ServiceKindView } from '@gantelet/contracts';
import { orIfDuplicate, plainRows, type Database, type Transaction } from '../../db/database.js';
import type { ServiceKindRow } from '../../db/service-kind-rows.js';

/** The shop's own kinds of service that are in use, by name. */
export async function findServiceKinds(
  { tables }: Database,
  tx: Transaction | null,
): Promise<readonly ServiceKindRow[]> {
  const where = { dropped: false };
  return plainRows(await tables.serviceKinds.findAll({ where, order: ['name'], transaction: tx }));
}

/** @throws ProblemError `service.unknown` */
export async function lockServiceKind(
  { tables }: Database,
  id: string,
  tx: Transaction,
): Promise<ServiceKindRow> {
  const found = await tables.serviceKinds.findByPk(id, { transaction: tx, lock: true });
  if (!found) throw new ProblemError('service.unknown');
  return found.get({ plain: true });
}

/** @throws ProblemError `service.name-taken` */
export async function insertServiceKind(
  { tables }: Database,
  id: string,
  entry: ServiceKindEntry,
  addedAt: Date,
  tx: Transaction,
): Promise<void> {
  const row = { id, ...serviceKindColumns(entry), dropped: false, addedAt, version: 0 };
  await orIfDuplicate(tables.serviceKinds.create(row, { transaction: tx }), nameTaken(entry));
}

/** @throws ProblemError `service.name-taken` */
export async function updateServiceKind(
  { tables }: Database,
  id: string,
  entry: ServiceKindEntry,
  state: Pick<ServiceKindRow, 'dropped' | 'version'>,
  tx: Transaction,
): Promise<void> {
  const change = { ...serviceKindColumns(entry), ...state };
  await orIfDuplicate(
    tables.serviceKinds.update(change, { where: { id }, transaction: tx }),
    nameTaken(entry),
  );
}

export const serviceKindColumns = ({ name, clock, interval, how, machineClass }: ServiceKindEntry) => ({
  ...{ name, clock, how, machineClass },
  dueAfter: interval,
});

const nameTaken =
  ({ name }: ServiceKindEntry) =>
  () =>
    new ProblemError('service.name-taken', { name });

export const viewOfKind = ({
  dueAfter,
  id,
  name,
  clock,
  how,
  machineClass,
  version,
}: ServiceKindRow): ServiceKindView => ({
  ...{ id, name, clock, how, machineClass, version },
  interval: dueAfter,
});

/** One of the shop's own kinds as a machine has it. */
export const serviceOfKind = ({
  id,
  name,
  clock,
  dueAfter,
  how,
  machineClass,
  addedAt,
}: ServiceKindRow): ServiceOfMachine => ({
  ...{ kind: id, name, clock, how, machineClass },
  interval: dueAfter,
  sinceMs: addedAt.getTime(),
});
