import { Op } from 'sequelize';
import type { Device, DeviceEntry, Person } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { DeviceRow } from '../../db/rows.js';
import { brokerHash, hashToken } from './device-token.js';

/** All devices by name, or one of them. */
export async function findDevices(
  { tables }: Database,
  id?: string,
  tx: Transaction | null = null,
): Promise<Device[]> {
  const where = id === undefined ? {} : { id };
  const rows = plainRows(await tables.devices.findAll({ where, order: ['name', 'id'], transaction: tx }));
  const people = plainRows(
    await tables.people.findAll({ where: { id: rows.map((row) => row.registeredById) }, transaction: tx }),
  );
  return rows.map((row) => deviceOf(row, people.find((one) => one.id === row.registeredById)?.name ?? ''));
}

/** A client that claims to be a device. */
export interface Comer {
  readonly id: string;
  readonly token: string;
}

/** The kinds of the devices whose tokens are right, in the order given; null for one that is refused. */
export async function findLetIn(
  { tables }: Database,
  comers: readonly Comer[],
): Promise<(DeviceRow['kind'] | null)[]> {
  const found = await tables.devices.findAll({
    where: { id: comers.map(({ id }) => id), revokedAt: null },
    attributes: ['id', 'kind', 'tokenHash'],
  });
  const devices = new Map(plainRows(found).map((row) => [row.id, row]));
  return comers.map(({ id, token }) => {
    const device = devices.get(id);
    return device?.tokenHash === hashToken(token) ? device.kind : null;
  });
}

/** A device as an external broker knows it. */
export interface BrokerUser {
  readonly id: string;
  readonly kind: DeviceRow['kind'];
  readonly brokerHash: string;
}

/** Devices that an external broker admits, by id: those that use one and are not blocked. */
export async function findBrokerUsers({ tables }: Database): Promise<BrokerUser[]> {
  const found = await tables.devices.findAll({
    where: { kind: ['counter', 'tension-gauge', 'scale'], revokedAt: null, brokerHash: { [Op.ne]: null } },
    attributes: ['id', 'kind', 'brokerHash'],
    order: ['id'],
  });
  return plainRows(found).map(({ id, kind, brokerHash: hash }) => ({ id, kind, brokerHash: hash! }));
}

/** Which of these devices are blocked. */
export async function findRevoked({ tables }: Database, ids: readonly string[]): Promise<string[]> {
  const found = await tables.devices.findAll({
    where: { id: [...ids], revokedAt: { [Op.ne]: null } },
    attributes: ['id'],
  });
  return plainRows(found).map(({ id }) => id);
}

export async function insertDevice(
  { tables }: Database,
  id: string,
  { kind, name, machineId, token }: DeviceEntry,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<Device> {
  const row: DeviceRow = {
    id,
    kind,
    name,
    standIn: false,
    tokenHash: hashToken(token),
    brokerHash: brokerHash(token),
    registeredAt: now,
    registeredById: person.id,
    revokedAt: null,
    machineId,
    lastHeardAt: null,
  };
  await tables.devices.create(row, { transaction: tx });
  return deviceOf(row, person.name);
}

/** Revokes a device; one already revoked keeps its date. */
export async function markRevoked(
  { tables }: Database,
  id: string,
  now: Date,
  tx: Transaction,
): Promise<void> {
  await tables.devices.update({ revokedAt: now }, { where: { id, revokedAt: null }, transaction: tx });
}

function deviceOf(row: DeviceRow, registeredBy: string): Device {
  return {
    id: row.id,
    kind: row.kind,
    name: row.name,
    machineId: row.machineId,
    standIn: Boolean(row.standIn),
    registeredAt: row.registeredAt.toISOString(),
    registeredBy,
    revokedAt: row.revokedAt?.toISOString() ?? null,
  };
}
