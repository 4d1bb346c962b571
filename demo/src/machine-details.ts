import type { Scenario } from '@gantelet/contracts';
import type { DemoMachine } from './machines.js';

type Details = Pick<
  Scenario['machines'][number],
  | 'hookSide'
  | 'plates'
  | 'takeUpStrokeMm'
  | 'preTensionWraps'
  | 'bobbinSizeId'
  | 'stitchDial'
  | 'stitchControl'
  | 'drive'
  | 'speedInUseSpm'
  | 'speedMostSpm'
  | 'threadTex'
  | 'needleNm'
  | 'oilNotes'
  | 'serviceNotes'
>;

/** Invented by duty: take-up, bobbin, speeds, limits, and mm of stitch per mark of the dial. */
const BY_DUTY = {
  light: {
    takeUpStrokeMm: 55,
    bobbinSizeId: 'small',
    speeds: [1800, 4500],
    mostTex: 90,
    mostNm: 120,
    perMark: 0.92,
  },
  medium: {
    takeUpStrokeMm: 68,
    bobbinSizeId: 'medium',
    speeds: [900, 2200],
    mostTex: 210,
    mostNm: 180,
    perMark: 1.04,
  },
  heavy: {
    takeUpStrokeMm: 84,
    bobbinSizeId: 'large',
    speeds: [350, 800],
    mostTex: 400,
    mostNm: 250,
    perMark: 1.12,
  },
} as const;

const HOOK_SIDES = {
  flatbed: 'left',
  cylinder: 'front',
  post: 'right',
  'long-arm': 'left',
  portable: 'left',
} as const;

const OIL_NOTES = 'Oil between the two marks of the sight glass. Wipe the drain magnet once a month.';

/** Heavy machines are geared down; some of the others still have their clutch. */
function driveOf({ duty, machineClass }: DemoMachine, shopNumber: number): Details['drive'] {
  if (machineClass === 'portable') return 'hand';
  if (duty === 'heavy') return shopNumber % 3 === 0 ? 'clutch-reducer' : 'servo-reducer';
  return shopNumber % 4 === 0 ? 'clutch' : 'servo';
}

/** What the demo works has entered about a machine beyond its clamp and plate. Invented, the same every time. */
export function machineDetails(machine: DemoMachine, shopNumber: number): Details {
  const { takeUpStrokeMm, bobbinSizeId, speeds, mostTex, mostNm, perMark } = BY_DUTY[machine.duty];
  const harness = machine.systemIds.includes('794');
  const portable = machine.machineClass === 'portable';
  return {
    hookSide: HOOK_SIDES[machine.machineClass],
    plates: [machine.plateHoleMm, ...(machine.otherPlatesMm ?? [])].map((holeMm) => ({
      holeMm,
      feedDogHoleMm: machine.feed === 'drop' ? null : Math.round((holeMm + 0.4) * 10) / 10,
    })),
    takeUpStrokeMm,
    preTensionWraps: machine.duty === 'light' ? 0 : 1,
    bobbinSizeId: harness ? 'harness' : portable ? 'domestic' : bobbinSizeId,
    stitchDial: [2, 4, 6].map((mark) => ({
      mark,
      tenStitchesMm: Math.round((mark * perMark + 0.03 * (shopNumber % 5)) * 10),
    })),
    drive: driveOf(machine, shopNumber),
    stitchControl: harness ? 'screw' : machine.duty === 'heavy' ? 'lever-stop' : 'dial',
    speedInUseSpm: speeds[0],
    speedMostSpm: speeds[1],
    threadTex: { least: null, most: mostTex },
    needleNm: { least: null, most: portable ? 140 : mostNm },
    oilNotes: OIL_NOTES,
    serviceNotes: shopNumber % 4 === 0 ? 'Hook timing checked in spring. Plate edge polished.' : '',
  };
}
