import fc from 'fast-check';
import {
  DISAGREEING_LABELS,
  EITHER_LABELS,
  NEEDLE_LABELS,
  NO_SUCH_SIZES,
  THREAD_LABELS,
  UNKNOWN_LABELS,
} from '../testing/label-table.js';
import { compareLabels, readLabel, type LabelReading } from './index.js';

const readings = (text: string): readonly LabelReading[] => {
  const answer = readLabel(text);
  return answer.outcome === 'read' ? answer.readings : [];
};

/** A reading in the short form of the table. */
function short(reading: LabelReading): string {
  if (reading.kind === 'thread') {
    const { tex, standing, doubt } = reading.thread;
    return `Tex ${Math.round(tex)} ${standing}${doubt ? ` !${doubt.code}` : ''}`;
  }
  const { system, size, point, household, doubts } = reading.needle;
  const parts = [system?.id, size?.nm, point?.letters, household, ...doubts.map(({ code }) => `!${code}`)];
  return parts.filter((part) => part !== undefined && part !== null).join(' ');
}

describe('reading a label', () => {
  for (const { because, readings: expected, labels } of [
    ...THREAD_LABELS,
    ...NEEDLE_LABELS,
    ...EITHER_LABELS,
  ]) {
    it(`reads ${labels[0]} and its like as ${expected.join(' or ')}, ${because}`, () => {
      for (const label of labels) {
        const found = readings(label).map(short);
        expect(found).withContext(label).toEqual(expected);
      }
    });
  }

  it('has at least 250 test labels', () => {
    const tables = [...THREAD_LABELS, ...NEEDLE_LABELS, ...EITHER_LABELS].flatMap(({ labels }) => labels);
    expect(new Set(tables).size).toBe(tables.length);
    expect(tables.length).toBeGreaterThanOrEqual(250);
  });

  for (const [near, ...labels] of NO_SUCH_SIZES) {
    it(`refuses ${labels[0]} and suggests ${near}`, () => {
      for (const label of labels) {
        const answer = readLabel(label);
        const named = answer.outcome === 'no-such-size' ? answer.near : [];
        expect(named.map(({ nm, number }) => `${nm}/${number}`).join(' '))
          .withContext(label)
          .toBe(near);
      }
    });
  }

  it('reports names that contradict each other', () => {
    for (const label of DISAGREEING_LABELS) {
      expect(readLabel(label).outcome).withContext(label).toBe('names-disagree');
    }
    const answer = readLabel('V92/T135');
    const names = answer.outcome === 'names-disagree' ? answer.names : [];
    expect(names.map(({ label }) => label)).toEqual(['size 92', 'Tex 135']);
  });

  it('suggests the leather counterpart of a system that is not made with a point', () => {
    const [reading] = readings('135x17 140/22 LR');
    const [doubt] = reading?.kind === 'needle' ? reading.needle.doubts : [];
    expect(doubt?.code === 'point-not-made' && doubt.twin?.id).toBe('135x16');
  });

  it('suggests the nearest size of the series, and the trade size, if a Tex is not sold', () => {
    const [reading] = readings('tex 138');
    expect(reading?.kind === 'thread' && reading.thread.doubt).toEqual({
      code: 'not-in-series',
      nearestTex: 135,
      tradeSize: 138,
    });
  });

  it('says when it cannot read', () => {
    for (const text of UNKNOWN_LABELS) {
      expect(readLabel(text).outcome).withContext(text.slice(0, 20)).toBe('unknown');
    }
  });

  it('never says that a size is not made without suggesting one that is', () => {
    const pairs = fc.tuple(fc.nat(300), fc.constantFrom('/', '-', ' '), fc.nat(300));
    fc.assert(
      fc.property(pairs, fc.constantFrom('', 'NM ', '135x17 '), ([a, sign, b], before) => {
        const answer = readLabel(`${before}${a}${sign}${b}`);
        return answer.outcome !== 'no-such-size' || answer.near.length > 0;
      }),
      { numRuns: 5000 },
    );
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
  // Common practice, the beginner's trap: comparing numbers of two systems.
  it('considers every reading of both', () => {
    const compared = compareLabels('Is 107 bigger than 135?')!;
    expect(compared.labels.map(({ text }) => text)).toEqual(['107', '135']);
    expect(compared.labels[0]!.readings.map(({ label }) => label)).toEqual(['ticket 107', 'Tex 107']);
    expect(compared.order).toBe('thinner');
  });

  // Common practice, the beginner's trap: a lower ticket is a thicker thread.
  it('knows that a lower ticket is a thicker thread', () => {
    expect(compareLabels('ticket 20 or ticket 40')).toEqual(
      jasmine.objectContaining({ of: 'threads', order: 'thicker', tickets: true }),
    );
    expect(compareLabels('V138 vs Tex 135')?.order).toBe('same');
  });

  it('compares needles with needles', () => {
    const compared = compareLabels('NM 140 or NM 160')!;
    expect([compared.of, compared.order]).toEqual(['needles', 'thinner']);
    expect(compared.labels.map(({ needles }) => needles.map(({ nm }) => nm))).toEqual([[140], [160]]);
    expect(compareLabels('160/23 vs 140/22')?.order).toBe('thicker');
    expect(compareLabels('140/22 or size 22')?.order).toBe('same');
  });

  it('does not compare a thread with a needle', () => {
    expect(compareLabels('V138 or NM 140')).toEqual(
      jasmine.objectContaining({ of: 'both', order: 'different-things' }),
    );
  });

  it('says that it depends if the systems decide', () => {
    expect(compareLabels('30 or 40')?.order).toBe('depends');
  });

  it('is null for anything that is not a comparison', () => {
    for (const text of ['V138', 'blue or green', 'or', '', 'a > b > c > d > e']) {
      expect(compareLabels(text)).withContext(text).toBeNull();
    }
  });
});
