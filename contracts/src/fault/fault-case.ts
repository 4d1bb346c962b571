import * as z from 'zod';
import { CAUSES, evidenceById, FAULT_CHECKS, faultCheck, SYMPTOMS } from '@gantelet/core';
import { Id, Instant, Line, Name } from '../shared/index.js';

const idsOf = (table: readonly { readonly id: string }[]) =>
  table.map(({ id }) => id) as unknown as [string, ...string[]];
const CauseId = z.enum(idsOf(CAUSES));
const checkOf = (kind: 'look' | 'swap' | 'probe') =>
  z.enum(idsOf(FAULT_CHECKS.filter((check) => check.kind === kind)));
const Seams = z.array(z.boolean()).max(12);

/** Something that was done about a fault, and what was seen. */
export const FaultFinding = z.discriminatedUnion('did', [
  /** Null when nothing was found. */
  z.strictObject({ did: z.literal('look'), checkId: checkOf('look'), found: CauseId.nullable() }),
  z.strictObject({ did: z.literal('probe'), checkId: checkOf('probe'), outcome: z.int().min(0).max(9) }),
  z.strictObject({ did: z.literal('swap'), checkId: checkOf('swap'), seams: Seams }),
  z.strictObject({ did: z.literal('repair'), causeId: CauseId, seams: Seams }),
]);
export type FaultFinding = z.infer<typeof FaultFinding>;

const MOST_FINDINGS = 80;

export const FAULT_ENDINGS = ['mended', 'handed-over', 'put-aside'] as const;

/** A fault that was traced to the end. */
export const FaultCaseInput = z
  .strictObject({
    /** Null for a machine that is not registered. */
    machineId: Id.nullable(),
    symptomId: z.enum(idsOf(SYMPTOMS)),
    /** What was known, as option numbers by question id. */
    evidence: z.record(z.string().max(40), z.int().min(0).max(9)),
    findings: z.array(FaultFinding).max(MOST_FINDINGS),
    /** When each finding was made; empty if nobody recorded it. */
    foundAt: z.array(Instant).max(MOST_FINDINGS).default([]),
    ending: z.enum(FAULT_ENDINGS),
    /** The cause, as far as somebody says so. */
    causeId: CauseId.nullable(),
    note: Line(300).default(''),
    beganAt: Instant,
    endedAt: Instant,
  })
  .check(({ value: { evidence, findings, foundAt }, issues }) => {
    if (foundAt.length > 0 && foundAt.length !== findings.length)
      issues.push({ code: 'custom', path: ['foundAt'], input: foundAt, message: 'one for each finding' });
    for (const [id, option] of Object.entries(evidence)) {
      const known = evidenceById(id);
      const message = known ? 'one of its options' : 'not a question of the fault finder';
      if (!known || option >= known.options.length)
        issues.push({ code: 'custom', path: ['evidence', id], input: option, message });
    }
    findings.forEach((finding, i) => {
      const check = finding.did === 'probe' ? faultCheck(finding.checkId) : undefined;
      if (check?.kind === 'probe' && finding.did === 'probe' && finding.outcome >= check.outcomes.length)
        issues.push({
          ...{ code: 'custom', path: ['findings', i, 'outcome'], input: finding.outcome },
          message: 'one of its outcomes',
        });
    });
  });
export type FaultCaseInput = z.infer<typeof FaultCaseInput>;

/** A fault as it was logged. */
export const LoggedFaultCase = FaultCaseInput.safeExtend({ id: Id, endedBy: Name });
export type LoggedFaultCase = z.infer<typeof LoggedFaultCase>;

const Fact = z.boolean().nullable();

/** What the shop's logs say about a machine that may have caused a fault; null where they say nothing. */
export const FaultFacts = z.object({
  serviceDue: Fact,
  changedOver: Fact,
  newThread: Fact,
  newLot: Fact,
  knobTurned: Fact,
  othersToo: Fact,
});
export type FaultFacts = z.infer<typeof FaultFacts>;

/** The part of a case that is stored as a document. */
export const FaultDocument = z.object({
  version: z.literal(1),
  evidence: z.record(z.string(), z.int()),
  findings: z.array(FaultFinding),
  /** Documents from before findings were timed have none. */
  foundAt: z.array(Instant).default([]),
});
