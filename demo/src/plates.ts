import type { Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

interface DemoPlate {
  readonly plate: Omit<Scenario['plates'][number], 'id' | 'machineIds' | 'onMachineId'>;
  readonly machines: readonly string[];
}

/** Plates shared by machines of the demo works, invented. */
const PLATES: readonly DemoPlate[] = [
  {
    plate: {
      ...{ mark: 'P3', holeMm: 3.4, feedDogMark: 'F3', feedDogHoleMm: 3.8, teethRows: 2 },
      place: 'hall cabinet, drawer 2',
    },
    machines: ['Flatbed compound 07', 'Flatbed compound 16', 'Flatbed compound 18'],
  },
  {
    plate: {
      ...{ mark: 'P1', holeMm: 1.6, feedDogMark: 'F1', feedDogHoleMm: null, teethRows: 3 },
      place: 'hall cabinet, drawer 2',
    },
    machines: ['Flatbed drop 24'],
  },
];

export function demoPlates(
  built: readonly { readonly machine: { readonly id: string; readonly name: string } }[],
  atMs: number,
  chance: Chance,
): Scenario['plates'] {
  return PLATES.map(({ plate, machines }) => ({
    ...{ id: chance.idAt(atMs), ...plate, onMachineId: null },
    machineIds: built.flatMap(({ machine: { id, name } }) => (machines.includes(name) ? [id] : [])),
  }));
}
