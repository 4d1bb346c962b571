import { DAY_MS, faultTimes } from '@gantelet/core';
import type { FaultFinding, Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

/** A fault of recent months, invented for the demo. */
interface DemoFault {
  readonly machine: string;
  readonly daysAgo: number;
  readonly symptomId: string;
  readonly findings: readonly FaultFinding[];
  readonly causeId: string;
  readonly note?: string;
}

const look = (checkId: string, found: string | null = null): FaultFinding => ({
  did: 'look',
  checkId,
  found,
});
const swap = (checkId: string, ...seams: boolean[]): FaultFinding => ({ did: 'swap', checkId, seams });
const repair = (causeId: string): FaultFinding => ({ did: 'repair', causeId, seams: [true, true] });

const NEEDLE_MENDS = [swap('newNeedle', true, true)];
const TIMING = [swap('newNeedle', false), look('timing', 'h_timing'), repair('h_timing')];

const FAULTS: readonly DemoFault[] = [
  { machine: 'Long-arm 01', daysAgo: 86, symptomId: 'skips', findings: NEEDLE_MENDS, causeId: 'n_blunt' },
  { machine: 'Long-arm 02', daysAgo: 74, symptomId: 'skips', findings: TIMING, causeId: 'h_timing' },
  {
    ...{ machine: 'Flatbed walking 04', daysAgo: 66, symptomId: 'nest', causeId: 'p_foot' },
    findings: [swap('rethread', true, true)],
  },
  {
    machine: 'Flatbed compound 06',
    daysAgo: 61,
    symptomId: 'skips',
    findings: NEEDLE_MENDS,
    causeId: 'n_blunt',
  },
  {
    ...{ machine: 'Long-arm 02', daysAgo: 48, symptomId: 'skips', findings: TIMING, causeId: 'h_timing' },
    note: 'After the hem over the eyelet.',
  },
  {
    ...{ machine: 'Long-arm 01', daysAgo: 40, symptomId: 'shreds', causeId: 'k_hookpoint' },
    findings: [swap('newNeedle', false), look('hookFeel', 'k_hookpoint'), repair('k_hookpoint')],
  },
  {
    ...{ machine: 'Flatbed walking 04', daysAgo: 33, symptomId: 'drift', causeId: 'b_lint' },
    findings: [swap('reseat', false), swap('discs', false), look('caseLook', 'b_lint'), repair('b_lint')],
  },
  {
    ...{ machine: 'Flatbed compound 06', daysAgo: 21, symptomId: 'breaksTop', causeId: 't_wound' },
    findings: [swap('newNeedle', false), look('spool', 't_wound'), repair('t_wound')],
  },
  {
    ...{ machine: 'Long-arm 02', daysAgo: 12, symptomId: 'skips', findings: TIMING, causeId: 'h_timing' },
    note: 'Again after the eyelet hem.',
  },
  {
    machine: 'Flatbed walking 04',
    daysAgo: 6,
    symptomId: 'skips',
    findings: NEEDLE_MENDS,
    causeId: 'n_bent',
  },
];

/** This shop is quicker with needles than is usual, and slower with timing. */
const OWN_PACE: Readonly<Record<string, number>> = { newNeedle: 0.8, timing: 1.4, h_timing: 1.2 };

/** Faults that were traced to the end, with what each finding took. */
export function demoFaults(
  machineIds: ReadonlyMap<string, string>,
  mechanicIds: readonly string[],
  nowMs: number,
  chance: Chance,
): Scenario['faults'] {
  const times = faultTimes(null);
  return FAULTS.map(({ machine, daysAgo, findings, note = '', ...fault }) => {
    const beganMs = nowMs - daysAgo * DAY_MS + chance.uniform(0, DAY_MS / 24);
    let atMs = beganMs;
    const foundAt = findings.map((finding) => {
      const id = finding.did === 'repair' ? finding.causeId : finding.checkId;
      const own = (times.checks[id] ?? times.repairs[id])! * (OWN_PACE[id] ?? 1) * chance.uniform(0.7, 1.4);
      const seams = 'seams' in finding ? finding.seams.length * times.seam : 0;
      atMs += (own + seams) * 60_000;
      return new Date(atMs).toISOString();
    });
    return {
      ...{ id: chance.idAt(atMs), machineId: machineIds.get(machine)!, ...fault },
      ...{ evidence: {}, findings: [...findings], foundAt, ending: 'mended', note },
      beganAt: new Date(beganMs).toISOString(),
      endedAt: new Date(atMs + 60_000).toISOString(),
      endedById: chance.pick(mechanicIds),
    };
  });
}

/** Kinds of service that the works has added. */
export function demoServiceKinds(addedAtMs: number, chance: Chance): Scenario['serviceKinds'] {
  return [
    {
      ...{ id: chance.idAt(addedAtMs), name: 'Timing and gap checked', clock: 'strikes', interval: 5 },
      ...{ how: 'Three looks by hand wheel, power off.', machineClass: null },
      addedAt: new Date(addedAtMs).toISOString(),
    },
  ];
}
