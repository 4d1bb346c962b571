import { USUAL_STATIONS, type Station } from '@gantelet/core';
import type { Scenario } from '@gantelet/contracts';

/** A machine with a threading card, and how it differs from the usual. */
interface DemoCard {
  readonly machine: string;
  readonly note: string;
  readonly changed?: (station: Station) => Partial<Station>;
}

const CARDS: readonly DemoCard[] = [
  {
    machine: 'Long-arm 01',
    note: 'Leave 15 cm for the first stitch of a hem.',
    changed: ({ kind }) => (kind === 'pre-tension' ? { hole: 2, note: 'second hole for Tex 135' } : {}),
  },
  {
    machine: 'Flatbed compound 07',
    note: '',
    changed: ({ kind }) => {
      if (kind === 'pre-tension') return { hole: 3, note: 'all three holes' };
      return kind === 'needle' ? { side: 'left', note: 'groove to the left' } : {};
    },
  },
];

/** Threading cards of the demo works, invented. */
export function demoThreadingCards(
  machineIds: ReadonlyMap<string, string>,
  writtenById: string,
  writtenMs: number,
): Scenario['threadingCards'] {
  return CARDS.map(({ machine, note, changed }) => ({
    machineId: machineIds.get(machine)!,
    stations: USUAL_STATIONS.map((station) => ({ ...station, ...changed?.(station) })),
    ...{ bobbinTurns: 'clockwise', winder: 'on-machine', belowRimMm: 1.2, note },
    ...{ writtenAt: new Date(writtenMs).toISOString(), writtenById },
  }));
}
