import { readCardText } from './card-text';

const FILE = `{
  "format": "gantelet-set-up-cards",
  "cards": [
    { "name": "One", "thread": { "tex": 135 } },
    {
      "name": "Two",
      "thread": { "tex": "thick" }
    }
  ]
}`;

describe('a file of set-up cards as text', () => {
  it('gives its cards and the position of every field', () => {
    const text = readCardText(FILE);
    expect(text.problem).toBeNull();
    expect(text.cards.length).toBe(2);
    expect(text.placeOf(0, 'thread.tex')).toEqual({ line: 4, column: 41 });
    expect(text.placeOf(1, 'thread.tex')).toEqual({ line: 7, column: 26 });
  });

  it('points at the card when a field is missing', () => {
    const text = readCardText(FILE);
    expect(text.placeOf(1, 'stitchLengthMm')).toEqual({ line: 5, column: 5 });
    expect(text.placeOf(1, '')).toEqual({ line: 5, column: 5 });
  });

  it('says where the text stops being JSON, and that it is another kind of file', () => {
    expect(readCardText('{\n  "format": }').problem).toContain('line 2, column 13');
    expect(readCardText('').problem).toContain('Nothing was imported');
    expect(readCardText('{"format": "other", "cards": []}').problem).toContain('gantelet-set-up-cards');
    expect(readCardText('{"format": "gantelet-set-up-cards", "cards": []}').problem).toContain('0 set-ups');
  });
});
