import { fieldName } from './field-name';

describe("a field's name", () => {
  it('is in words, with its position in a list counted from one', () => {
    const names = [
      ['body.layers.2.thicknessMm', 'layers 3, thickness mm'],
      ['body.needle.systemId', 'needle, system'],
      ['query.before', 'before'],
      ['mechanics.0.minutes', 'mechanics 1, minutes'],
      ['body.speedInUseSpm', 'speed in use stitches a minute'],
      ['body.cards.11.setup.needle.nm', 'cards 12, setup, needle, NM'],
      ['body.id', 'id'],
    ] as const;
    for (const [path, name] of names) expect(fieldName(path)).toBe(name);
  });
});
