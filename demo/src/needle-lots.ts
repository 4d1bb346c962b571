import { HOUR_MS, UNCHECKED_NEEDLE, USUAL_FINISH } from '@gantelet/core';
import type { NeedleChoice, NeedleLooks, Scenario } from '@gantelet/contracts';
import type { Chance } from './chance.js';

const LOT_MS = 61 * 24 * HOUR_MS;
const TESTED_LOTS = 6;
const TESTED_EACH = 3;
const WEIGHT_N = 0.98;
/** The bad delivery, counted from the first, and its kind of needle. Invented, to be found in the Life room. */
const BAD = { delivery: 4, systemId: '135x17', nm: 110, lifeFactor: 0.45 };

/** The lot in use at an instant. */
export interface OpenLot {
  readonly id: string;
  /** How much longer or shorter its needles last. */
  readonly lifeFactor: number;
}

/** The year's deliveries of needles, one of each kind every two months. */
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
      received: null,
      supplier: '',
      receivedAt: new Date(receivedMs).toISOString(),
      receivedById,
      state: 'open' as const,
      decided: null,
    };
    lots.set(key, lot);
    const bad = delivery === BAD.delivery && systemId === BAD.systemId && nm === BAD.nm;
    return { id: lot.id, lifeFactor: bad ? BAD.lifeFactor : 1 };
  }
  /** Eye tests of some needles of the latest lots, done on arrival. */
  function eyeChecks(): Scenario['needleChecks'] {
    const last = [...lots.values()]
      .sort((a, b) => b.receivedAt.localeCompare(a.receivedAt))
      .slice(0, TESTED_LOTS);
    return last.flatMap((lot) =>
      Array.from({ length: TESTED_EACH }, () => {
        const readMs = Date.parse(lot.receivedAt) + HOUR_MS;
        const wrap = Math.max(0.05, chance.normal(0.25, 0.04));
        const pulls = {
          weightN: WEIGHT_N,
          upN: Number((WEIGHT_N * Math.exp(wrap)).toFixed(2)),
          downN: Number((WEIGHT_N * Math.exp(-wrap)).toFixed(2)),
        };
        return checkOf(lot.id, chance.idAt(readMs), { pulls }, readMs, receivedById);
      }),
    );
  }
  /** All lots with their needle checks, including the newest deliveries. */
  function withDeliveries(just: Deliveries): Pick<Scenario, 'lots' | 'needleChecks'> {
    const checks = eyeChecks();
    return { lots: [...lots.values(), ...just.lots], needleChecks: [...checks, ...just.checks] };
  }
  return { openAt, withDeliveries };
}

interface Deliveries {
  readonly lots: Scenario['lots'];
  readonly checks: Scenario['needleChecks'];
}

/**
 * Two deliveries that have just arrived: one partly checked, and one quarantined for what was found. Invented.
 *
 * @param chance of its own, so that the demo's other draws stay the same
 */
export function demoDeliveries(nowMs: number, receivedById: string, chance: Chance): Deliveries {
  const good = { straightness: 'straight', snag: 'clean', surface: 'sound' } as const;
  const waitingMs = nowMs - 5 * HOUR_MS;
  const waiting = delivery('DX-100-K', { systemId: '135x16', nm: 120, pointId: 'right-twist' }, waitingMs);
  const badMs = nowMs - 3 * 24 * HOUR_MS;
  const bad = delivery('SC-20-04', { systemId: '134-35', nm: 100, pointId: 'round' }, badMs);
  function delivery(code: string, kind: Omit<NeedleChoice, 'finishId'>, receivedMs: number) {
    const needle = { ...kind, finishId: USUAL_FINISH.id };
    const receivedAt = new Date(receivedMs).toISOString();
    return { id: chance.idAt(receivedMs), code, needle, receivedAt, receivedById };
  }
  const check = (lotId: string, i: number, looks: Looks, fromMs: number) =>
    checkOf(lotId, chance.idAt(fromMs), looks, fromMs + (i + 1) * 90_000, receivedById);
  return {
    lots: [
      { ...waiting, received: 100, supplier: 'Quay Street Factors', state: 'to-check', decided: null },
      {
        ...bad,
        received: 20,
        supplier: 'market stall',
        state: 'quarantined',
        decided: {
          at: new Date(badMs + 4 * 90_000).toISOString(),
          byId: receivedById,
          note: '2 bad of 4 checked',
        },
      },
    ],
    checks: [
      ...Array.from({ length: 6 }, (_, i) => check(waiting.id, i, good, waitingMs)),
      ...[
        good,
        { ...good, snag: 'snags' } as const,
        good,
        { ...good, markedNm: 100, bladeMm: 1.12 } as const,
      ].map((looks, i) => check(bad.id, i, looks, badMs)),
    ],
  };
}

type Looks = Partial<NeedleLooks>;

function checkOf(
  lotId: string,
  id: string,
  looks: Looks,
  checkedMs: number,
  checkedById: string,
): Scenario['needleChecks'][number] {
  const checkedAt = new Date(checkedMs).toISOString();
  return {
    id,
    lotId,
    looks: { ...UNCHECKED_NEEDLE, ...looks } as NeedleLooks,
    note: '',
    checkedAt,
    checkedById,
  };
}
