import { FaultDocument, type FaultCaseInput, type LoggedFaultCase } from '@gantelet/contracts';
import type { FaultCaseRow } from '../../db/fault-rows.js';
import { plainRows, type Database, type Transaction } from '../../db/database.js';

/** The latest faults, newest first. */
export async function findFaultCases({ tables }: Database, most: number): Promise<LoggedFaultCase[]> {
  const order: [string, string][] = [
    ['endedAt', 'DESC'],
    ['id', 'DESC'],
  ];
  const rows = plainRows(await tables.faultCases.findAll({ order, limit: most }));
  const people = plainRows(
    await tables.people.findAll({
      attributes: ['id', 'name'],
      where: { id: [...new Set(rows.map(({ endedById }) => endedById))] },
    }),
  );
  const names = new Map(people.map(({ id, name }) => [id, name]));
  return rows.map((row) => {
    const { evidence, findings, foundAt } = FaultDocument.parse(JSON.parse(row.document));
    return {
      id: row.id,
      machineId: row.machineId,
      symptomId: row.symptom,
      evidence,
      findings,
      foundAt,
      ending: row.ending,
      causeId: row.cause,
      note: row.note,
      beganAt: row.beganAt.toISOString(),
      endedAt: row.endedAt.toISOString(),
      endedBy: names.get(row.endedById) ?? '',
    };
  });
}

export async function insertFaultCase(
  { tables }: Database,
  fault: FaultToKeep,
  tx: Transaction,
): Promise<void> {
  await tables.faultCases.create(faultRow(fault), { transaction: tx });
}

/** A fault with its id and who ended it. */
export type FaultToKeep = FaultCaseInput & { readonly id: string; readonly endedById: string };

export function faultRow({ id, endedById, ...fault }: FaultToKeep): FaultCaseRow {
  const { machineId, symptomId, evidence, findings, foundAt, ending, causeId, note } = fault;
  return {
    ...{ id, machineId, symptom: symptomId, ending, cause: causeId, note, endedById },
    document: JSON.stringify({ version: 1, evidence, findings, foundAt }),
    beganAt: new Date(fault.beganAt),
    endedAt: new Date(fault.endedAt),
  };
}
