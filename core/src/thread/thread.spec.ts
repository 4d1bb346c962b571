import fc from 'fast-check';
import {
  BONDED_TRADE_SIZES,
  cottonTicketToTex,
  denierToTex,
  dtexToTex,
  GOVERNMENT_LETTERS,
  ladderSteps,
  metricTicketToTex,
  neToTex,
  nmCountToTex,
  nominalTex,
  readThreadSize,
  texToCottonTicket,
  texToDenier,
  texToDtex,
  texToMetricTicket,
  texToNe,
  texToNmCount,
  threadConstruction,
  threadDiameterMm,
  diameterOfConstruction,
  threadEquivalents,
  weighedTex,
} from './index.js';

const texes = fc.double({ min: 0.01, max: 1e5, noNaN: true });

describe('linear density', () => {
  // ISO 1144, ASTM D861, ASTM D2260 (recalled): 1 tex = 10 dtex = 9 denier, Nm = 1000/tex, Ne = 590.54/tex.
  it('converts as the standards say', () => {
    expect(dtexToTex(1400)).toBe(140);
    expect(denierToTex(1260)).toBe(140);
    expect(nmCountToTex(20, 3)).toBe(150);
    expect(neToTex(12, 3)).toBeCloseTo(147.635, 3);
    expect(metricTicketToTex(20)).toBe(150);
    expect(cottonTicketToTex(12)).toBeCloseTo(147.635, 3);
  });

  it('converts back to the same tex from every system', () => {
    const pairs: readonly [(tex: number) => number, (size: number) => number][] = [
      [texToDtex, dtexToTex],
      [texToDenier, denierToTex],
      [texToNmCount, nmCountToTex],
      [texToNe, neToTex],
      [texToMetricTicket, metricTicketToTex],
      [texToCottonTicket, cottonTicketToTex],
    ];
    for (const [out, back] of pairs) {
      fc.assert(fc.property(texes, (tex) => Math.abs(back(out(tex)) / tex - 1) < 1e-12));
    }
  });

  it('names the parameter, the value and the range when a size is impossible', () => {
    expect(() => denierToTex(-3)).toThrowError('denier is -3; allowed: above 0');
    expect(() => texToNe(Number.NaN)).toThrowError('tex is NaN; allowed: above 0');
  });
});

describe('trade sizes', () => {
  // Fitted rule of bonded nylon: n plies of 210 denier, size = round(23.05 n), nominal Tex by the series.
  it('follow from plies of 210 denier', () => {
    const plied = BONDED_TRADE_SIZES.filter((row) => row.pliesOf210Denier !== null);
    expect(plied.length).toBe(8);
    for (const { size, pliesOf210Denier, nominalTex: nominal } of plied) {
      expect(Math.round(23.05 * pliesOf210Denier!)).toBe(size);
      expect(nominalTex(denierToTex(210 * pliesOf210Denier!))).toBe(nominal);
    }
  });

  // From memory of A-A-59826 and its predecessors.
  it('include the government letters', () => {
    expect(GOVERNMENT_LETTERS).toEqual({ E: 70, F: 90, FF: 135, 3: 210, 4: 270, 5: 350, 6: 400 });
  });

  // Common practice: 277 to 138 and 277 to 415 are two steps each.
  it('count steps on the ladder', () => {
    expect(ladderSteps(270, 135)).toBe(-2);
    expect(ladderSteps(270, 400)).toBe(2);
    expect(ladderSteps(70, 90)).toBe(1);
    expect(ladderSteps(105, 105)).toBe(0);
  });

  it('make a step up and back cancel, and thicker always positive', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2000 }), fc.integer({ min: 1, max: 2000 }), (a, b) => {
        const there = ladderSteps(a, b);
        return Math.abs(there + ladderSteps(b, a)) < 1e-9 && (b <= a || there > 0);
      }),
    );
  });
});

describe('reading a thread size', () => {
  const tex = (label: string) => readThreadSize(label).map((reading) => reading.tex);

  it('reads every system of the trade', () => {
    expect(tex('Tex 135')).toEqual([135]);
    expect(tex('T135')).toEqual([135]);
    expect(tex('V138')).toEqual([135]);
    expect(tex('#138')).toEqual([135]);
    expect(tex('tkt 20')).toEqual([135]);
    expect(tex('M20')).toEqual([135, 50]);
    expect(readThreadSize('M20', { spun: true }).map((r) => r.tex)).toEqual([50, 135]);
    expect(tex('FF')).toEqual([135]);
    expect(tex('1260 den')).toEqual([140]);
    expect(tex('dtex 1400')).toEqual([140]);
    expect(tex('Nm 20/3')).toEqual([150]);
    expect(tex('Ne 12/3')[0]).toBeCloseTo(147.6, 1);
    expect(tex('1400 dtex')).toEqual([140]);
    expect(tex('dtex: 1400')).toEqual([]);
    expect(tex('letter E')).toEqual(tex('E'));
    expect(tex('cord 5')).toEqual(tex('letter 5'));
    expect(tex('cord 5')[0]).toBe(GOVERNMENT_LETTERS['5']);
  });

  // Common practice, bonded thread by ticket: 50 ~ Tex 60, 40 ~ 70, 36 ~ 80 to 90, 20 ~ 135, 12 ~ 240, 10 ~ 270.
  it('takes tickets of bonded thread at the Tex they are sold as', () => {
    const sold = [50, 40, 36, 20, 12, 10].map((ticket) => tex(`ticket ${ticket}`)[0]);
    expect(sold).toEqual([60, 70, 80, 135, 240, 270]);
  });

  it('keeps the system the size came in and shows the Tex it assumes', () => {
    expect(readThreadSize('ticket 20')[0]).toEqual({
      system: 'metric-ticket',
      label: 'ticket 20',
      tex: 135,
      standing: 'memory',
      doubt: null,
    });
  });

  it('gives every reading of a bare number instead of guessing', () => {
    expect(readThreadSize('30').map((r) => r.label)).toEqual(['Tex 30', 'ticket 30']);
    expect(readThreadSize('138').map((r) => r.label)).toEqual(['size 138']);
    expect(readThreadSize('135').map((r) => r.label)).toEqual(['Tex 135']);
  });

  it('has no reading for anything that is not a size', () => {
    for (const text of [
      '',
      'blue',
      'Tex 0',
      'V139',
      '0 den',
      '0 dtex',
      'tkt 0',
      'Nm 0/3',
      'Ne 12/0',
      'Tex 135 extra',
      'x'.repeat(5000),
    ]) {
      expect(readThreadSize(text)).withContext(text.slice(0, 20)).toEqual([]);
    }
  });

  it('never throws and never gives a tex that is not positive', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => readThreadSize(text).every((r) => r.tex > 0)),
      { numRuns: 5000 },
    );
  });
});

describe('thread diameter', () => {
  // Tabulated bonded nylon diameters, from memory, each within 0.02 mm.
  const TABULATED: readonly [number, number][] = [
    [45, 0.24],
    [70, 0.29],
    [90, 0.34],
    [135, 0.42],
    [210, 0.53],
    [270, 0.6],
    [350, 0.68],
    [400, 0.74],
  ];
  for (const [tex, diameterMm] of TABULATED) {
    it(`is within 5 % of the tabulated ${diameterMm} mm at Tex ${tex}`, () => {
      const bonded = threadConstruction('bonded-nylon')!;
      const computed = diameterOfConstruction(tex, bonded);
      expect(Math.abs(computed.value / diameterMm - 1)).toBeLessThan(0.05);
      expect(computed.standing).toBe('fitted');
    });
  }

  // Peirce's diameter of cotton yarn, 1/(28 sqrt(Ne)) inch (Peirce 1937, from textile handbooks); 28 is itself rounded.
  it("reproduces Peirce's diameter of spun cotton within half a per cent", () => {
    const cotton = threadConstruction('spun-cotton')!;
    for (const ne of [4, 12, 40]) {
      const peirceMm = 25.4 / (28 * Math.sqrt(ne));
      expect(Math.abs(diameterOfConstruction(neToTex(ne), cotton).value / peirceMm - 1)).toBeLessThan(0.005);
    }
  });

  it('grows with the square root of tex', () => {
    fc.assert(
      fc.property(texes, (tex) => {
        const ratio = threadDiameterMm(4 * tex, 1.14, 0.85) / threadDiameterMm(tex, 1.14, 0.85);
        return Math.abs(ratio - 2) < 1e-12;
      }),
    );
  });
});

describe('an unlabelled spool', () => {
  it('gives its tex with the interval of the scale', () => {
    expect(weighedTex(1.4, 10, 0.1)).toEqual({ tex: 140, lowTex: 135, highTex: 145, candidates: [135] });
  });

  it('offers the nearest size when none lies in the interval', () => {
    expect(weighedTex(1.28, 10, 0.001).candidates).toEqual([135]);
  });

  it('names the same thread in the other systems', () => {
    const { metricCount, cottonCount, computedTicket, ...sold } = threadEquivalents(135);
    expect(sold).toEqual({ tex: 135, tradeSize: 138, ticket: 20, letter: 'FF', denier: 1215, dtex: 1350 });
    // 1000 / 135, 590.54 / 135 (ASTM D2260) and 3000 / 135.
    expect(metricCount).toBeCloseTo(7.407, 3);
    expect(cottonCount).toBeCloseTo(4.374, 3);
    expect(computedTicket).toBeCloseTo(22.22, 2);
    expect(threadEquivalents(60)).toEqual(
      jasmine.objectContaining({ tradeSize: null, ticket: 50, letter: null, denier: 540 }),
    );
  });
});
