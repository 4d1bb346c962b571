import { HOUR_MS } from '@gantelet/core';
import type { NeedleChoice, Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

const LOT_MS = 61 * 24 * HOUR_MS;
const TESTED_LOTS = 6;
const TESTED_EACH = 3;
const WEIGHT_N = 0.98;
/** The delivery that was bad, counted from the first, and of which needles. Invented, to be found in the Life room. */
const BAD = { delivery: 4, systemId: '135x17', nm: 110, lifeFactor: 0.45 };

/** The lot that is open at an instant. */
export interface OpenLot {
  readonly id: string;
  /** How much longer or shorter its needles last. */
  readonly lifeFactor: number;
}

/** The deliveries of needles over the year, one of each kind every two months. */
export function demoLots(startMs: number, receivedById: string, chance: Chance) {
  const lots = new Map<string, Scenario['lots'][number]>();
  function openAt(needle: NeedleChoice, instantMs: number): OpenLot {
    const delivery = Math.floor((instantMs - startMs) / LOT_MS);
    const { systemId, nm, pointId, finishId } = needle;
    const key = [systemId, nm, pointId, finishId, delivery].join(' ');
    const receivedMs = startMs + delivery * LOT_MS;
    const lot = lots.get(key) ?? {
      id: chance.idAt(receivedMs),
      code: `${new Date(receivedMs).getUTCFullYear() % 100}-${nm}${'ABCDEFG'[delivery] ?? 'H'}`,
      needle: { systemId, nm, pointId, finishId },
      receivedAt: new Date(receivedMs).toISOString(),
      receivedById,
    };
    lots.set(key, lot);
    const bad = delivery === BAD.delivery && systemId === BAD.systemId && nm === BAD.nm;
    return { id: lot.id, lifeFactor: bad ? BAD.lifeFactor : 1 };
  }
  /** Some needles of the last lots, put to the test when they came. */
  function eyeTests(): Scenario['eyeTests'] {
    const last = [...lots.values()]
      .sort((a, b) => b.receivedAt.localeCompare(a.receivedAt))
      .slice(0, TESTED_LOTS);
    return last.flatMap((lot) =>
      Array.from({ length: TESTED_EACH }, () => {
        const readMs = Date.parse(lot.receivedAt) + HOUR_MS;
        const wrap = Math.max(0.05, chance.normal(0.25, 0.04));
        return {
          id: chance.idAt(readMs),
          lotId: lot.id,
          weightN: WEIGHT_N,
          upN: Number((WEIGHT_N * Math.exp(wrap)).toFixed(2)),
          downN: Number((WEIGHT_N * Math.exp(-wrap)).toFixed(2)),
          readAt: new Date(readMs).toISOString(),
          readById: receivedById,
        };
      }),
    );
  }
  return { openAt, eyeTests, all: (): Scenario['lots'] => [...lots.values()] };
}
