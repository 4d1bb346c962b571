import type { Role, Scenario } from '@gantelet/contracts';

/** Tarn Street Sheeting & Hide: a made-up works. Every name, number and password here is invented for the demo. */
export const WORKS = {
  name: 'Tarn Street Sheeting & Hide',
  timeZone: 'Europe/London',
  schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
  tension: { bobbin: 'leave-bobbin', target: 'middle', step: 'as-the-seam-tells' },
  lifeHours: 8,
  colourMarks: [
    { of: 'needle-size', nm: 90, colour: 'green' },
    { of: 'needle-size', nm: 110, colour: 'yellow' },
    { of: 'needle-size', nm: 140, colour: 'red' },
    { of: 'needle-system', systemId: '135x17', colour: 'white' },
    { of: 'needle-system', systemId: '794', colour: 'black' },
    { of: 'thread', tex: 135, colour: 'brown' },
  ],
  costs: {
    currency: 'GBP',
    needle: 0.6,
    labourPerHour: 24,
    plannedMinutes: 4,
    wearMinutes: 14,
    accidentMinutes: 26,
    spoiledWork: { leather: 11, woven: 5, coated: 7, webbing: 4, felt: 2, foam: 2, rubber: 4 },
  },
} as const satisfies Scenario['shop'];

export interface DemoPerson {
  readonly name: string;
  readonly role: Role;
  readonly signInName: string;
  readonly password: string;
}

export const DEMO_PEOPLE: readonly DemoPerson[] = [
  { name: 'Ines Valdry', role: 'lead', signInName: 'ines', password: 'lead-on-tarn-street' },
  { name: 'Tam Oduya', role: 'mechanic', signInName: 'tam', password: 'needle-and-hide' },
  { name: 'Brek Hallowin', role: 'mechanic', signInName: 'brek', password: 'needle-and-sheet' },
  { name: 'Sunna Pell', role: 'mechanic', signInName: 'sunna', password: 'needle-and-web' },
  { name: 'Jory Quist', role: 'operator', signInName: 'jory', password: 'sew-the-covers' },
  { name: 'Amadi Leck', role: 'operator', signInName: 'amadi', password: 'sew-the-aprons' },
  { name: 'Petra Nilsby', role: 'operator', signInName: 'petra', password: 'sew-the-straps' },
];

const WEEKDAYS = [1, 2, 3, 4, 5];

export const DEMO_SHIFTS = [
  { name: 'Early', startMinute: 6 * 60, lengthMinutes: 480, weekdays: WEEKDAYS },
  { name: 'Late', startMinute: 14 * 60, lengthMinutes: 480, weekdays: WEEKDAYS },
] as const;

/**
 * How a zone treats its needles: the shape of the wear, what goes wrong, and when somebody changes them unprompted.
 */
export interface DemoZone {
  readonly name: string;
  readonly shifts: readonly ('Early' | 'Late')[];
  readonly workSample: { readonly sewing: number; readonly checks: number } | null;
  /** Weibull life of a needle in running hours. */
  readonly wear: { readonly shape: number; readonly scaleHours: number };
  readonly accidentsPerHour: number;
  readonly changeoversPerHour: number;
  /** Running hours at which a planned change comes, and its spread; null where needles run to failure. */
  readonly planned: { readonly hours: number; readonly spreadHours: number } | null;
}

export const DEMO_ZONES: readonly DemoZone[] = [
  {
    name: 'Cover hall',
    shifts: ['Early', 'Late'],
    workSample: { sewing: 86, checks: 240 },
    wear: { shape: 2.4, scaleHours: 15 },
    accidentsPerHour: 0.008,
    changeoversPerHour: 0.02,
    planned: { hours: 8.8, spreadHours: 1.8 },
  },
  {
    name: 'Hide room',
    shifts: ['Early', 'Late'],
    workSample: { sewing: 47, checks: 160 },
    wear: { shape: 2.0, scaleHours: 11 },
    accidentsPerHour: 0.006,
    changeoversPerHour: 0.03,
    planned: { hours: 8.4, spreadHours: 1.8 },
  },
  {
    name: 'Webbing bay',
    shifts: ['Early', 'Late'],
    workSample: { sewing: 61, checks: 150 },
    wear: { shape: 2.8, scaleHours: 9.5 },
    accidentsPerHour: 0.012,
    changeoversPerHour: 0.01,
    planned: { hours: 8.2, spreadHours: 1.4 },
  },
  {
    name: 'Repair loft',
    shifts: ['Early'],
    workSample: null,
    wear: { shape: 1.8, scaleHours: 13 },
    accidentsPerHour: 0.025,
    changeoversPerHour: 0.06,
    planned: null,
  },
];
