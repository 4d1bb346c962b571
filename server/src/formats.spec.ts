import { readFileSync } from 'node:fs';
import { SetupCardFile, setupCardJsonSchema } from '@gantelet/contracts';

const formats = new URL('../../docs/formats/', import.meta.url);
const published = (name: string): unknown => JSON.parse(readFileSync(new URL(name, formats), 'utf8'));

describe('the format of set-up cards', () => {
  it('is published as it is (npm run formats writes it)', () => {
    expect(published('set-up-cards.schema.json')).toEqual(JSON.parse(JSON.stringify(setupCardJsonSchema())));
  });

  it('accepts its own example', () => {
    const read = SetupCardFile.safeParse(published('set-up-cards.example.json'));
    expect(read.error?.issues ?? []).toEqual([]);
  });

  it('takes a card without a finish as the usual one, and none with an unknown field', () => {
    const file = published('set-up-cards.example.json') as { cards: { needle: object }[] };
    const [card] = file.cards;
    const { finishId: _, ...needle } = card!.needle as { finishId: string };
    const plain = SetupCardFile.parse({ ...file, cards: [{ ...card, needle }] });
    expect(plain.cards[0]?.needle.finishId).toBe('chromed');
    expect(SetupCardFile.safeParse({ ...file, cards: [{ ...card, colour: 'red' }] }).success).toBeFalse();
  });
});
