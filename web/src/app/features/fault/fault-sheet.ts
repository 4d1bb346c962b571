import { causeById, EVIDENCE, likeliest, symptom, type FaultBelief, type FaultCase } from '@gantelet/core';
import type { FloorMachine, Setup } from '@gantelet/contracts';
import { findingText } from '../../shared/words/fault-words';
import { needleText } from '../../shared/words/changeover-words';
import { shortNumber } from '../../shared/locale';
import { lengthText } from '../../shared/words/units-text';

/** What is passed on when a fault is handed over, so that no check has to be repeated. */
export interface FaultSheet {
  readonly title: string;
  /** The state of the machine, as names and values. */
  readonly machine: readonly (readonly [name: string, value: string])[];
  readonly known: readonly (readonly [question: string, answer: string])[];
  readonly done: readonly string[];
  readonly likely: readonly (readonly [cause: string, percent: string])[];
}

/** Causes on the sheet. */
const CAUSES_SHOWN = 6;

export function faultSheet(
  fault: FaultCase,
  belief: FaultBelief,
  on: { readonly name: string | null; readonly floor: FloorMachine | null; readonly setup: Setup | null },
): FaultSheet {
  return {
    title: [symptom(fault.symptomId)?.name, on.name].filter(Boolean).join(', '),
    machine: [...needleRows(on.floor), ...setupRows(on.setup)],
    known: EVIDENCE.flatMap(({ id, question, options }) => {
      const said = options[fault.evidence[id] ?? -1];
      return said === undefined ? [] : [[question, said] as const];
    }),
    done: fault.findings.map(findingText),
    likely: likeliest(belief)
      .slice(0, CAUSES_SHOWN)
      .map(({ id, share }) => [causeById(id)?.name ?? id, `${Math.round(100 * share)} %`] as const),
  };
}

function needleRows(floor: FloorMachine | null): FaultSheet['machine'] {
  if (!floor?.needle) return [];
  const hours = floor.age ? `, about ${shortNumber(floor.age.runningHours)} running hours` : '';
  return [['Needle in it', `${needleText(floor.needle)}${hours}`]];
}

function setupRows(setup: Setup | null): FaultSheet['machine'] {
  if (!setup) return [];
  return [
    ['Set for', setup.name],
    ['Thread', setup.thread.label],
    ['Stitch length', lengthText(setup.stitchLengthMm, 2)],
    ['Plate hole', lengthText(setup.plateHoleMm, 2)],
  ];
}

/** The sheet as plain text, for sending. */
export function sheetText({ title, machine, known, done, likely }: FaultSheet, signed: string): string {
  const rows = (pairs: readonly (readonly [string, string])[]) =>
    pairs.map(([name, said]) => `${name}: ${said}`);
  return [
    title,
    signed,
    ...part('The machine', rows(machine)),
    ...part('What is known', rows(known)),
    ...part(
      'What was done, in order',
      done.map((line, i) => `${i + 1}. ${line}`),
    ),
    ...part('What it may be, by assumed shares', rows(likely)),
    '',
  ].join('\n');
}

const part = (head: string, lines: readonly string[]): readonly string[] =>
  lines.length === 0 ? [] : ['', head, ...lines];
