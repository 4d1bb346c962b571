import * as z from 'zod';
import { TROUBLES } from '@gantelet/core';
import { Id, Instant, Name } from '../shared/index.js';

/** What somebody at a machine heard or saw. */
export const TroubleReportInput = z.strictObject({ trouble: z.enum(TROUBLES), reportedAt: Instant });
export type TroubleReportInput = z.infer<typeof TroubleReportInput>;

/** A report that is still unanswered. A needle change answers those of its machine. */
export const TroubleReport = z.object({
  id: Id,
  trouble: z.enum(TROUBLES),
  reportedAt: Instant,
  reportedBy: Name,
});
export type TroubleReport = z.infer<typeof TroubleReport>;

/** A mechanic's answer to a report that did not call for a needle. */
export const ReportAnswer = z.strictObject({ finding: z.enum(['nothing-found', 'mended']) });
export type ReportAnswer = z.infer<typeof ReportAnswer>;
