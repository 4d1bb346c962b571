import { Pin, roleOnTablet } from './index.js';

describe('a PIN', () => {
  it('is 4 to 8 digits that nobody would try first', () => {
    for (const pin of ['2580', '73190', '40404040'])
      expect(Pin.safeParse(pin).success).withContext(pin).toBeTrue();
    for (const pin of ['1234', '0000', '9876', '123', '123456789', '12a4', '67890'])
      expect(Pin.safeParse(pin).success).withContext(pin).toBeFalse();
  });
});

describe('a role on a shared tablet', () => {
  it("is a mechanic's at most", () => {
    expect((['operator', 'mechanic', 'lead'] as const).map(roleOnTablet)).toEqual([
      'operator',
      'mechanic',
      'mechanic',
    ]);
  });
});
