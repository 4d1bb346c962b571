import type { Machine } from '@gantelet/contracts';

/** A machine of the demo works, named by function and shop number, with the jobs it does. */
export interface DemoMachine extends Pick<
  Machine,
  'name' | 'machineClass' | 'feed' | 'duty' | 'systemIds' | 'shank' | 'plateHoleMm'
> {
  readonly zone: string;
  readonly knobTravelTurns: number;
  /** Holes of the plates in its drawer. */
  readonly otherPlatesMm?: readonly number[];
  /** Names of jobs, the present one first. */
  readonly jobs: readonly string[];
}

const COMPOUND = ['135x17', '135x16'];

function cover(
  name: string,
  plateHoleMm: number,
  jobs: string[],
  more: Partial<DemoMachine> = {},
): DemoMachine {
  return {
    zone: 'Cover hall',
    name,
    machineClass: 'flatbed',
    feed: 'compound',
    duty: 'medium',
    systemIds: COMPOUND,
    shank: 'round',
    plateHoleMm,
    knobTravelTurns: 8,
    jobs,
    ...more,
  };
}
const hide = (
  name: string,
  plateHoleMm: number,
  jobs: string[],
  more: Partial<DemoMachine> = {},
): DemoMachine => cover(name, plateHoleMm, jobs, { zone: 'Hide room', ...more });
const webbing = (
  name: string,
  plateHoleMm: number,
  jobs: string[],
  more: Partial<DemoMachine> = {},
): DemoMachine => cover(name, plateHoleMm, jobs, { zone: 'Webbing bay', duty: 'heavy', ...more });
const repair = (
  name: string,
  plateHoleMm: number,
  jobs: string[],
  more: Partial<DemoMachine> = {},
): DemoMachine => cover(name, plateHoleMm, jobs, { zone: 'Repair loft', ...more });

const LONG_ARM = { machineClass: 'long-arm' } as const;
const CYLINDER = { machineClass: 'cylinder' } as const;
const HEAVY_ARM: Partial<DemoMachine> = {
  ...CYLINDER,
  duty: 'heavy',
  systemIds: ['794'],
  knobTravelTurns: 10,
};

/** In the order of their shop numbers, from 1. */
export const DEMO_MACHINES: readonly DemoMachine[] = [
  cover('Long-arm 01', 2.2, ['Lorry cover hem', 'Boat cover seam'], LONG_ARM),
  cover('Long-arm 02', 2.2, ['Boat cover seam', 'Sheet eyelet patch'], LONG_ARM),
  cover('Flatbed drop 03', 1.8, ['Awning valance', 'Canvas lining'], {
    feed: 'drop',
    duty: 'light',
    systemIds: ['16x231', '16x95'],
  }),
  cover('Flatbed walking 04', 2.2, ['Boat cover seam', 'Awning valance'], { feed: 'walking-foot' }),
  cover('Flatbed compound 05', 2.2, ['Lorry cover hem', 'Window patch', 'Sheet eyelet patch'], {
    otherPlatesMm: [2.8],
  }),
  cover('Flatbed compound 06', 2.4, ['Sheet eyelet patch', 'Lorry cover hem']),
  cover('Flatbed compound 07', 2.8, ['Tool roll strap', 'Tool roll body', 'Apron body', 'Log carrier body'], {
    otherPlatesMm: [2.2],
  }),
  hide('Post-bed 08', 2.2, ['Apron body', 'Gauntlet cuff'], { machineClass: 'post' }),
  hide('Post-bed 09', 2.2, ['Gauntlet cuff'], { machineClass: 'post' }),
  hide('Cylinder 10', 2.8, ['Apron neck strap', 'Tool roll strap'], CYLINDER),
  hide('Cylinder 11', 2.8, ['Tool roll strap', 'Apron body'], CYLINDER),
  hide('Flatbed compound 12', 2.4, ['Apron body', 'Tool roll strap']),
  hide('Heavy arm 13', 4, ['Sheath welt'], HEAVY_ARM),
  hide('Heavy arm 14', 4, ['Sheath welt', 'Sole patch'], HEAVY_ARM),
  webbing('Flatbed compound 15', 2.8, ['Strap box stitch', 'Log carrier handle']),
  webbing('Flatbed compound 16', 2.8, ['Log carrier handle']),
  webbing('Flatbed compound 17', 2.8, ['Strap box stitch']),
  webbing('Flatbed compound 18', 2.8, ['Strap box stitch', 'Log carrier handle']),
  webbing('Post-bed 19', 3, ['Log carrier handle'], { machineClass: 'post', systemIds: ['134-35'] }),
  webbing('Tacker 20', 3, ['Strap box stitch']),
  repair('Portable 21', 2, ['Canvas lining', 'Holdall repair'], {
    machineClass: 'portable',
    feed: 'walking-foot',
    duty: 'light',
    systemIds: ['130/705 H'],
    shank: 'flat',
  }),
  repair('Patcher 22', 2, ['Holdall repair', 'Gauntlet cuff'], {
    machineClass: 'cylinder',
    feed: 'drop',
    systemIds: ['135x5'],
  }),
  repair('Flatbed walking 23', 2.2, ['Holdall repair', 'Boat cover seam'], { feed: 'walking-foot' }),
  repair('Flatbed drop 24', 1.8, ['Canvas lining'], {
    feed: 'drop',
    duty: 'light',
    systemIds: ['16x231', '16x95'],
  }),
  repair('Cylinder 25', 2.4, ['Apron body', 'Log carrier body'], CYLINDER),
  repair('Flatbed compound 26', 2.4, ['Log carrier body', 'Window patch']),
];
