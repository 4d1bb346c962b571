import { readPersonRow, type PersonRow } from './index.js';

describe('a row of a list of people', () => {
  const entry = (row: PersonRow) => {
    const read = readPersonRow(row);
    return 'entry' in read ? read.entry : null;
  };

  it('is an operator whose sign-in name is made from the name, unless it says otherwise', () => {
    expect(entry({ name: 'Åsa Lind-Øverby' })).toEqual({
      ...{ name: 'Åsa Lind-Øverby', role: 'operator', signInName: 'asa.lind.verby' },
    });
    expect(entry({ name: 'Tam Oduya', role: 'Mechanic', signInName: 'tam' })).toEqual({
      ...{ name: 'Tam Oduya', role: 'mechanic', signInName: 'tam' },
    });
  });

  it('says which cell is wrong', () => {
    const wrong = (row: PersonRow) => {
      const read = readPersonRow(row);
      return 'problems' in read ? read.problems.map(({ column }) => column) : [];
    };
    expect(wrong({ name: '' })).toEqual(['name', 'signInName']);
    expect(wrong({ name: 'Tam', role: 'boss' })).toEqual(['role']);
  });
});
