import { DAY_MS } from '@gantelet/core';
import { QueryTypes } from 'sequelize';
import {
  ProblemError,
  shownAddress,
  type Message,
  type MessageKind,
  type MessageTarget,
  type MessageTargetEntry,
  type MessageWay,
} from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { MessageDeliveryRow, MessageRow, MessageTargetRow } from '../../db/message-rows.js';

const SHOWN = 50;

const targetOf = ({ kinds, addedAt, ...row }: MessageTargetRow): MessageTarget => ({
  ...row,
  kinds: kinds.split(',') as MessageKind[],
  addedAt: addedAt.toISOString(),
});

/** Where messages go, oldest recipient first. */
export async function findTargets(
  { tables }: Database,
  tx: Transaction | null = null,
): Promise<MessageTarget[]> {
  return plainRows(await tables.messageTargets.findAll({ order: ['addedAt', 'id'], transaction: tx })).map(
    targetOf,
  );
}

export async function insertTarget(
  { tables }: Database,
  id: string,
  { kinds, ...entry }: MessageTargetEntry,
  addedAt: Date,
  tx: Transaction,
): Promise<MessageTarget> {
  const row = { id, ...entry, kinds: kinds.join(','), addedAt, version: 0 };
  await tables.messageTargets.create(row, { transaction: tx });
  return targetOf(row);
}

/** @throws ProblemError `message-target.unknown`, `version.stale` */
export async function deleteTarget(
  { tables }: Database,
  id: string,
  version: number,
  tx: Transaction,
): Promise<void> {
  const found = await tables.messageTargets.findByPk(id, { transaction: tx, lock: true });
  if (!found) throw new ProblemError('message-target.unknown');
  if (found.get('version') !== version) throw new ProblemError('version.stale');
  await tables.messageDeliveries.destroy({ where: { targetId: id }, transaction: tx });
  await tables.messageTargets.destroy({ where: { id }, transaction: tx });
}

/** The latest messages, newest first, with their deliveries. */
export async function findMessages(database: Database, tx: Transaction | null = null): Promise<Message[]> {
  const { tables, sequelize } = database;
  const rows = plainRows(
    await tables.messages.findAll({ order: [['madeAt', 'DESC']], limit: SHOWN, transaction: tx }),
  );
  const deliveries = await sequelize.query<MessageDeliveryRow & { address: string }>(
    `SELECT d.message_id AS messageId, d.sent_at AS sentAt, d.tries, d.problem, t.address
       FROM message_deliveries d JOIN message_targets t ON t.id = d.target_id
      WHERE d.message_id IN (:ids) ORDER BY t.added_at`,
    { type: QueryTypes.SELECT, transaction: tx, replacements: { ids: ['', ...rows.map(({ id }) => id)] } },
  );
  return rows.map(({ about: _, madeAt, ...message }) => ({
    ...message,
    madeAt: madeAt.toISOString(),
    deliveries: deliveries
      .filter(({ messageId }) => messageId === message.id)
      .map(({ address, sentAt, tries, problem }) => ({
        ...{ address, tries, problem },
        sentAt: sentAt?.toISOString() ?? null,
      })),
  }));
}

/** Stores a message with a delivery to each recipient, unless this or another server already did. */
export async function insertMessage(
  { tables, sequelize }: Database,
  message: MessageRow,
  targetIds: readonly string[],
  tx: Transaction,
): Promise<boolean> {
  await tables.messages.bulkCreate([message], { ignoreDuplicates: true, transaction: tx });
  const [own] = await sequelize.query<{ id: string }>('SELECT id FROM messages WHERE id = :id', {
    ...{ type: QueryTypes.SELECT, transaction: tx },
    replacements: { id: message.id },
  });
  if (!own) return false;
  const rows = targetIds.map((targetId) => ({
    ...{
      messageId: message.id,
      targetId,
      dueAt: message.madeAt,
      tries: 0,
      sentAt: null,
      givenUpAt: null,
      problem: '',
    },
  }));
  await tables.messageDeliveries.bulkCreate(rows, { transaction: tx });
  return true;
}

/** Whether a message about something exists. */
export async function isTold(
  { tables }: Database,
  told: Pick<MessageRow, 'kind' | 'about'>,
): Promise<boolean> {
  return (await tables.messages.count({ where: told })) > 0;
}

/** Missing pieces since an instant that have not been reported. */
export function stopsToTell(
  { sequelize }: Database,
  since: Date,
): Promise<{ id: string; machineName: string; personName: string; at: Date }[]> {
  return sequelize.query(
    `SELECT s.id, m.name AS machineName, p.name AS personName, s.reported_at AS at
       FROM safety_stops s JOIN machines m ON m.id = s.machine_id JOIN people p ON p.id = s.reported_by_id
       LEFT JOIN messages told ON told.kind = 'machine-stopped' AND told.about = s.id
      WHERE told.id IS NULL AND s.reported_at >= :since ORDER BY s.reported_at LIMIT 50`,
    { type: QueryTypes.SELECT, replacements: { since } },
  );
}

/** Plans published since an instant that have not been reported; each publication counts. */
export function roundsToTell(
  { sequelize }: Database,
  since: Date,
): Promise<{ about: string; personName: string; at: Date }[]> {
  return sequelize.query(
    `SELECT CONCAT(r.id, ' ', UNIX_TIMESTAMP(r.published_at)) AS about, p.name AS personName, r.published_at AS at
       FROM round_plans r JOIN people p ON p.id = r.published_by_id
       LEFT JOIN messages told
         ON told.kind = 'round-published' AND told.about = CONCAT(r.id, ' ', UNIX_TIMESTAMP(r.published_at))
      WHERE told.id IS NULL AND r.published_at >= :since ORDER BY r.published_at LIMIT 50`,
    { type: QueryTypes.SELECT, replacements: { since } },
  );
}

/** A message that is due to be sent to a recipient. */
export interface DueDelivery extends Omit<MessageRow, 'about'> {
  readonly targetId: string;
  readonly way: MessageTargetRow['way'];
  readonly address: string;
  readonly tries: number;
  readonly dueAt: Date;
}

/** The first few that are due to each recipient, stopped machines before anything else. */
export function findDue(
  { sequelize }: Database,
  now: Date,
  ways: readonly MessageWay[],
): Promise<DueDelivery[]> {
  return sequelize.query(
    `SELECT * FROM (
       SELECT m.id, m.kind, m.subject, m.text, m.made_at AS madeAt, t.id AS targetId, t.way, t.address, d.tries,
              d.due_at AS dueAt,
              ROW_NUMBER() OVER (PARTITION BY t.id ORDER BY m.kind = 'machine-stopped' DESC, d.due_at, m.id) AS nth
         FROM message_deliveries d JOIN messages m ON m.id = d.message_id JOIN message_targets t ON t.id = d.target_id
        WHERE d.sent_at IS NULL AND d.given_up_at IS NULL AND d.due_at <= :now AND t.way IN (:ways)) due
      WHERE nth <= ${OF_EACH} ORDER BY nth`,
    { type: QueryTypes.SELECT, replacements: { now, ways } },
  );
}

const OF_EACH = 5;
/** For how long a message that was given up is shown. */
const SHOWN_DAYS = 7;

/** Messages given up lately, latest first. */
export async function findUndelivered(
  { sequelize }: Database,
  now: Date,
): Promise<{ address: string; subject: string; givenUpAt: string; problem: string }[]> {
  const rows = await sequelize.query<{ address: string; subject: string; givenUpAt: Date; problem: string }>(
    `SELECT t.address, m.subject, d.given_up_at AS givenUpAt, d.problem
       FROM message_deliveries d JOIN messages m ON m.id = d.message_id JOIN message_targets t ON t.id = d.target_id
      WHERE d.given_up_at > :since ORDER BY d.given_up_at DESC LIMIT 20`,
    { type: QueryTypes.SELECT, replacements: { since: new Date(now.getTime() - SHOWN_DAYS * DAY_MS) } },
  );
  return rows.map(({ address, givenUpAt, ...row }) => ({
    ...{ ...row, address: shownAddress(address) },
    givenUpAt: givenUpAt.toISOString(),
  }));
}

type Which = Pick<DueDelivery, 'id' | 'targetId'>;

/** Claims a delivery up to `until`; false when another server has it. */
export async function claimDelivery(
  { tables }: Database,
  { id: messageId, targetId, dueAt, tries }: DueDelivery,
  until: Date,
): Promise<boolean> {
  const [claimed] = await tables.messageDeliveries.update(
    { dueAt: until, tries: tries + 1 },
    { where: { messageId, targetId, dueAt, sentAt: null } },
  );
  return claimed === 1;
}

export async function noteDelivery(
  { tables }: Database,
  { id: messageId, targetId }: Which,
  outcome: Partial<Pick<MessageDeliveryRow, 'sentAt' | 'dueAt' | 'givenUpAt' | 'problem'>>,
): Promise<void> {
  await tables.messageDeliveries.update(outcome, { where: { messageId, targetId } });
}
