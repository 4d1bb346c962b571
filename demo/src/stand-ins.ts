import type { DeviceKind } from '@gantelet/contracts';
import { DEMO_MACHINES } from './machines.js';

export interface DemoStandIn {
  readonly id: string;
  readonly kind: DeviceKind;
  readonly name: string;
  /** The machine a counter is on; null for a bench instrument. */
  readonly machineName: string | null;
  readonly token: string;
}

const TOKEN_LENGTH = 43;
/** The zone without counters: its running hours are estimated from the shifts. */
const WITHOUT_COUNTERS = 'Repair loft';

/** The demo's simulated devices. Their tokens are invented and public. */
export const DEMO_STAND_INS: readonly DemoStandIn[] = [
  instrument('d001', 'tension-gauge', 'Thread gauge 1 (stand-in)'),
  instrument('d002', 'scale', 'Bench scale (stand-in)'),
  ...DEMO_MACHINES.filter(({ zone }) => zone !== WITHOUT_COUNTERS).map(({ name }) => counterOf(name)),
];

/** A counter that was never switched on: it should show as silent. */
export const SILENT_COUNTER = counterOf('Flatbed compound 07').id;

function instrument(no: string, kind: DeviceKind, name: string): DemoStandIn {
  return { id: idOf(no), kind, name, machineName: null, token: tokenOf(no) };
}

function counterOf(machineName: string): DemoStandIn {
  const no = `c0${machineName.slice(-2)}`;
  return {
    id: idOf(no),
    kind: 'counter',
    name: `Counter of ${machineName}`,
    machineName,
    token: tokenOf(no),
  };
}

function idOf(no: string): string {
  return `019ab000-0000-7000-8000-00000000${no}`;
}

function tokenOf(no: string): string {
  return `demo-token-of-${no}-for-anyone-to-read-`.padEnd(TOKEN_LENGTH, '0');
}
