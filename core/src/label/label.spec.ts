import fc from 'fast-check';
import { compareLabels, readLabel, type LabelReading } from './index.js';

const readings = (text: string): readonly LabelReading[] => {
  const answer = readLabel(text);
  return answer.outcome === 'read' ? answer.readings : [];
};
const said = (text: string) =>
  readings(text).map((one) =>
    one.kind === 'thread'
      ? `Tex ${Math.round(one.thread.tex)}`
      : [one.needle.system?.id, one.needle.size?.nm, one.needle.point?.id].filter(Boolean).join(' '),
  );

describe('reading a label', () => {
  // Equivalents of common practice; letters and trade sizes from memory, as their tables say.
  it('reads every way a thread is written', () => {
    const texes = ['Tex 135', 'T135', 'V138', '#138', 'tkt 20', 'M20', 'FF'].map(said);
    expect(texes).toEqual(Array.from({ length: 7 }, () => ['Tex 135']));
    expect(['1260 den', 'dtex 1400', 'Nm 20/3', 'Ne 12/3'].map(said)).toEqual([
      ['Tex 140'],
      ['Tex 140'],
      ['Tex 150'],
      ['Tex 148'],
    ]);
  });

  it('reads every way a needle is written', () => {
    expect(said('140/22')).toEqual(['140']);
    expect(said('NM140')).toEqual(['140']);
    expect(said('size 22')).toEqual(['140']);
    expect(said('135x16 140/22 LR')).toEqual(['135x16 140 right-twist']);
    expect(said('DPx17 #22')).toEqual(['135x17 140']);
    expect(said('130/705 H 90')).toEqual(['130/705 H 90']);
    expect(said('287 WH 110/18 R')).toEqual(['16x231 110 round']);
    expect(said('134-35 SES')).toEqual(['134-35 small-ball']);
  });

  it('doubts a point or size that the system is not made with, and names the leather twin', () => {
    const [reading] = readings('135x17 140/22 LR');
    if (reading?.kind !== 'needle') throw new Error('not a needle');
    expect(said('135x17 140/22 LR')).toEqual(['135x17 140 right-twist']);
    expect(reading.needle.doubts.map(({ code }) => code)).toEqual(['point-not-made']);
    const [doubt] = reading.needle.doubts;
    expect(doubt?.code === 'point-not-made' && doubt.twin?.id).toBe('135x16');
    const [large] = readings('130/705 H 200/25');
    expect(large?.kind === 'needle' && large.needle.doubts[0]).toEqual({
      code: 'size-not-made',
      from: 60,
      to: 120,
    });
  });

  it('shows every reading of a bare number', () => {
    expect(said('30')).toEqual(['Tex 30', 'Tex 90']);
    expect(said('90')).toEqual(['Tex 90', 'Tex 30', '90']);
    expect(said('22')).toEqual(['Tex 135', '140']);
  });

  it('refuses a pair that is not made and says which are', () => {
    const answer = readLabel('70/12');
    expect(
      answer.outcome === 'no-such-pair' && answer.near.map(({ nm, number }) => `${nm}/${number}`),
    ).toEqual(['70/10', '80/12']);
    expect(readLabel('135x17 70/12').outcome).toBe('no-such-pair');
  });

  it('knows capitals: NM is a needle, Nm a count of thread', () => {
    expect(said('NM 100')).toEqual(['100']);
    expect(said('Nm 100')).toEqual(['Tex 10', '100']);
  });

  it('says when it cannot read', () => {
    for (const text of ['', '   ', 'blue', 'LR', '135x99 140', 'x'.repeat(1000)]) {
      expect(readLabel(text).outcome).withContext(text.slice(0, 20)).toBe('unknown');
    }
  });

  it('never throws on 100,000 random labels', () => {
    const pieces = [
      '135x17',
      'DPx',
      'NM',
      '/',
      '22',
      '140',
      'LR',
      ' ',
      'tex',
      'V',
      '#',
      'Ne',
      '×',
      '9',
      '.',
      'H',
      '705',
    ];
    const nearly = fc.array(fc.constantFrom(...pieces), { maxLength: 9 }).map((parts) => parts.join(''));
    const anyText = fc.oneof(
      nearly,
      fc.string({ maxLength: 80 }),
      fc.string({ unit: 'binary', maxLength: 60 }),
    );
    fc.assert(
      fc.property(anyText, (text) => {
        const answer = readLabel(text);
        compareLabels(text);
        return answer.outcome !== 'read' || answer.readings.length > 0;
      }),
      { numRuns: 100_000 },
    );
  });
});

describe('comparing two labels', () => {
  it('lays every reading of both on the table', () => {
    const compared = compareLabels('Is 107 bigger than 135?')!;
    expect(compared.labels.map(({ text }) => text)).toEqual(['107', '135']);
    expect(compared.labels[0]!.readings.map(({ label }) => label)).toEqual(['ticket 107', 'Tex 107']);
    expect(compared.order).toBe('thinner');
  });

  // Common practice, the beginner's trap: a lower ticket is a thicker thread.
  it('knows that a lower ticket is a thicker thread', () => {
    expect(compareLabels('ticket 20 or ticket 40')).toEqual(
      jasmine.objectContaining({ order: 'thicker', tickets: true }),
    );
    expect(compareLabels('V138 vs Tex 135')?.order).toBe('same');
  });

  it('says that it depends when the systems decide', () => {
    expect(compareLabels('30 or 40')?.order).toBe('depends');
  });

  it('is null for what is no comparison', () => {
    for (const text of ['V138', 'blue or green', 'or', '', 'a > b > c > d > e']) {
      expect(compareLabels(text)).withContext(text).toBeNull();
    }
  });
});
