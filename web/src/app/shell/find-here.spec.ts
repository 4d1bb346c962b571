import { findHere } from './find-here';

describe('what is found without the server', () => {
  const names = (text: string) => findHere(text).map(({ kind, name, path }) => [kind, name, path]);

  it('are rooms by a part of their name', () => {
    const value = 'Share of a shift that the needle runs, without spot checks';
    expect(names('spot')).toEqual([
      ['room', 'Spot checks', '/floor/spot-checks'],
      ['setting', value, `/catalogue?find=${encodeURIComponent(value)}`],
    ]);
  });

  // V138 is sold as Tex 135, ticket 20: common tables of trade sizes (ASTM D3823 series, from memory).
  it('are sizes of threads and needles as they are written on packs', () => {
    expect(names('V138')).toEqual([['thread', 'Tex 135', '/thread?read=V138']]);
    expect(names('DPx17 140/22')[0]?.slice(0, 2)).toEqual(['needle', '135x17 NM 140']);
  });

  it('are settings of the catalogue, once three letters are typed', () => {
    expect(names('bobbin screw').map(([kind]) => kind)).toContain('setting');
    expect(findHere('zz')).toEqual([]);
  });
});
