import type { NeedleChoice, Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

const LOT_MS = 61 * 24 * 3_600_000;
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
  return { openAt, all: (): Scenario['lots'] => [...lots.values()] };
}
