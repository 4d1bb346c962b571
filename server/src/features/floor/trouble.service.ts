import {
  ProblemError,
  type FloorMachine,
  type Person,
  type ReportAnswer,
  type TroubleReportInput,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { requireShopTime } from '../shop/index.js';
import { standingNow } from './floor-view.service.js';
import { answerReports, findReport, insertReport } from './floor.store.js';
import { lockMachine } from './machine.store.js';
import { shopClock } from './shop-clock.js';

/** Records what somebody heard or saw at a machine, with the needle that was in it. */
export async function reportTrouble(
  database: Database,
  machineId: string,
  { trouble, reportedAt }: TroubleReportInput,
  id: string,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const { presentInstallId } = await lockMachine(database, machineId, tx);
  const at = new Date(reportedAt);
  await requireShopTime(database, at, 'body.reportedAt', now, tx);
  const row = {
    id,
    machineId,
    installId: presentInstallId,
    trouble,
    reportedAt: at,
    reportedById: person.id,
  };
  await insertReport(database, { ...row, answeredAt: null, answeredById: null, finding: null }, tx);
  return standingNow(database, machineId, await shopClock(database, tx), now, tx);
}

/** @throws ProblemError `report.unknown`, `report.answered` */
export async function answerReport(
  database: Database,
  id: string,
  { finding }: ReportAnswer,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  const report = await findReport(database, id, tx);
  if (!report) throw new ProblemError('report.unknown');
  if (report.answeredAt !== null) throw new ProblemError('report.answered');
  await answerReports(database, { id }, { answeredAt: now, answeredById: person.id, finding }, tx);
  return standingNow(database, report.machineId, await shopClock(database, tx), now, tx);
}
