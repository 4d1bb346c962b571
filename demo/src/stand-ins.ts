import type { DeviceKind } from '@gantelet/contracts';

export interface DemoStandIn {
  readonly id: string;
  readonly kind: DeviceKind;
  readonly name: string;
  readonly token: string;
}

/** Simulated instruments of the demo. Their tokens are invented and stand here for anyone to read. */
export const DEMO_STAND_INS: readonly DemoStandIn[] = [
  {
    id: '019ab000-0000-7000-8000-00000000d001',
    kind: 'tension-gauge',
    name: 'Thread gauge 1 (stand-in)',
    token: 'demo-thread-gauge-1-token-for-anyone-to-rea',
  },
  {
    id: '019ab000-0000-7000-8000-00000000d002',
    kind: 'scale',
    name: 'Bench scale (stand-in)',
    token: 'demo-bench-scale-token-for-anyone-to-read-1',
  },
];
