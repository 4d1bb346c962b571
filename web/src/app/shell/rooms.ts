import { roleReaches, type Role } from '@gantelet/contracts';

/** A page with its own place in the navigation. */
export interface Room {
  readonly path: string;
  readonly name: string;
  /** Follows `g` on the keyboard. */
  readonly key?: string;
  /** Least role with anything to do there; everybody if left out. */
  readonly needs?: Role;
  /** Other addresses that belong to it. */
  readonly also?: readonly string[];
}

/** Rooms for one part of the work. */
export interface Door {
  readonly name: string;
  readonly icon: string;
  readonly rooms: readonly [Room, ...Room[]];
}

/** At most six, so that all fit a phone: every room is behind one of them, two taps away. */
export const DOORS: readonly Door[] = [
  { name: 'Now', icon: 'bi-bell', rooms: [{ path: '/now', name: 'What needs me', key: 'n' }] },
  {
    name: 'Floor',
    icon: 'bi-grid-1x2',
    rooms: [
      { path: '/floor', name: 'Machines due', key: 'f' },
      { path: '/floor/spot-checks', name: 'Spot checks' },
    ],
  },
  {
    name: 'Faults',
    icon: 'bi-wrench',
    rooms: [
      { path: '/faults', name: 'Find a fault', key: 'x' },
      { path: '/needle-check', name: 'Check a needle', key: 'k' },
      { path: '/loose-needle', name: 'Which needle', also: ['/compare-needles'] },
      { path: '/lots', name: 'Needle lots' },
    ],
  },
  {
    name: 'Set up',
    icon: 'bi-sliders',
    rooms: [
      {
        path: '/bench',
        name: 'Match needle',
        key: 'b',
        also: ['/changeover', '/changeovers', '/pull-tests', '/hand-settings', '/setup-list'],
      },
      { path: '/jobs', name: 'Next jobs', key: 'j' },
      { path: '/tension', name: 'Tension', key: 't' },
      { path: '/thread', name: 'Thread', key: 'h', also: ['/label'] },
    ],
  },
  {
    name: 'Plan',
    icon: 'bi-signpost-split',
    rooms: [
      { path: '/rounds', name: 'Rounds', key: 'r' },
      { path: '/rounds/sheets', name: 'Round sheets' },
      { path: '/life', name: 'Needle life', key: 'l' },
      { path: '/store', name: 'Store', key: 'i', needs: 'mechanic' },
    ],
  },
  {
    name: 'More',
    icon: 'bi-three-dots',
    rooms: [
      { path: '/machines', name: 'Machines', key: 'm' },
      { path: '/book', name: 'Book', key: 'o', needs: 'mechanic' },
      { path: '/practice', name: 'Practice', key: 'p' },
      { path: '/catalogue', name: 'Catalogue', key: 'c' },
      { path: '/shop', name: 'Shop', key: 's', also: ['/messages', '/safekeeping'] },
      { path: '/people', name: 'People and zones', key: 'e', needs: 'lead' },
      { path: '/devices', name: 'Devices', key: 'd' },
    ],
  },
];

export const ROOMS: readonly Room[] = DOORS.flatMap(({ rooms }) => rooms);

/** The rooms behind a door that a person has anything to do in. */
export function roomsFor(door: Door | null, role: Role): readonly Room[] {
  return (door?.rooms ?? []).filter(({ needs = 'operator' }) => roleReaches(role, needs));
}

/** The room an address belongs to: the one with the longest match. */
export function roomAt(url: string): Room | null {
  const path = url.split(/[?#]/)[0]!;
  const lengthIn = ({ path: own, also = [] }: Room): number =>
    Math.max(
      0,
      ...[own, ...also].filter((one) => path === one || path.startsWith(`${one}/`)).map((one) => one.length),
    );
  const [best] = [...ROOMS].sort((a, b) => lengthIn(b) - lengthIn(a));
  return best && lengthIn(best) > 0 ? best : null;
}

/** The door a room is behind. */
export function doorOf(room: Room | null): Door | null {
  return DOORS.find(({ rooms }) => rooms.some(({ path }) => path === room?.path)) ?? null;
}
