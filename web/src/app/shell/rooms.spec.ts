import { appRoutes } from '../app.routes';
import type { Role } from '@gantelet/contracts';
import { DOORS, doorOf, roomAt, ROOMS, roomsFor } from './rooms';

describe('rooms', () => {
  it('are behind six doors at most, each with its own key', () => {
    expect(DOORS.length).toBeLessThanOrEqual(6);
    const keys = ROOMS.flatMap(({ key }) => key ?? []);
    expect(new Set(keys).size).toBe(keys.length);
  });

  it('are found by any of their addresses', () => {
    const at = (url: string) => [doorOf(roomAt(url))?.name, roomAt(url)?.name];
    expect(at('/floor/0190c2')).toEqual(['Floor', 'Machines due']);
    expect(at('/floor/spot-checks')).toEqual(['Floor', 'Spot checks']);
    expect(at('/rounds/settings#calendar')).toEqual(['Plan', 'Rounds']);
    expect(at('/label?read=V138')).toEqual(['Set up', 'Thread']);
    expect(at('/changeover/1')).toEqual(['Set up', 'Match needle']);
    expect(at('/benchmark')).toEqual([undefined, undefined]);
  });

  it('are shown to those who have anything to do in them', () => {
    const more = DOORS.find(({ name }) => name === 'More')!;
    const names = (role: Role) => roomsFor(more, role).map(({ name }) => name);
    expect(names('lead')).toContain('People and zones');
    expect(names('mechanic')).not.toContain('People and zones');
    expect(roomsFor(null, 'lead')).toEqual([]);
  });

  it('all have an address that the application knows', () => {
    const known = appRoutes
      .flatMap(({ children = [] }) => children)
      .flatMap(({ path, children }) =>
        children ? children.map((one) => `/${[path, one.path].filter(Boolean).join('/')}`) : [`/${path}`],
      );
    expect(ROOMS.map(({ path }) => path).filter((path) => !known.includes(path))).toEqual([]);
  });
});
