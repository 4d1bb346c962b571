import { shippedServices, type ServiceOfMachine, type Values } from '@gantelet/core';
import {
  ProblemError,
  type ServiceKindChange,
  type ServiceKindEntry,
  type ServiceKindView,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { WriteContext } from '../../db/write-context.js';
import {
  findServiceKinds,
  insertServiceKind,
  lockServiceKind,
  serviceOfKind,
  updateServiceKind,
  viewOfKind,
} from './service-kind.store.js';

/** The kinds of service the shop has added, by name. */
export async function listServiceKinds(
  database: Database,
  tx: Transaction | null = null,
): Promise<ServiceKindView[]> {
  return (await findServiceKinds(database, tx)).map(viewOfKind);
}

/** Every kind of service: the built-in ones, then the shop's own. */
export async function allServices(
  database: Database,
  values: Values,
  tx: Transaction | null,
): Promise<readonly ServiceOfMachine[]> {
  return [...shippedServices(values), ...(await findServiceKinds(database, tx)).map(serviceOfKind)];
}

/** @throws ProblemError `service.name-taken` */
export async function addServiceKind(
  { database, tx, now }: WriteContext,
  id: string,
  entry: ServiceKindEntry,
): Promise<ServiceKindView[]> {
  await insertServiceKind(database, id, entry, now, tx);
  return listServiceKinds(database, tx);
}

/** @throws ProblemError `service.unknown`, `service.name-taken`, `version.stale` */
export async function changeServiceKind(
  { database, tx }: WriteContext,
  id: string,
  { version, dropped, ...entry }: ServiceKindChange,
): Promise<ServiceKindView[]> {
  const row = await lockServiceKind(database, id, tx);
  if (row.version !== version) throw new ProblemError('version.stale');
  await updateServiceKind(database, id, entry, { dropped, version: version + 1 }, tx);
  return listServiceKinds(database, tx);
}
