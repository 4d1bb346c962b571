import { bestNeedle, REMOVAL_CAUSES, stackOf, threadOnBench } from '@gantelet/core';
import { Scenario } from '@gantelet/contracts';
import { demoScenario } from './index.js';

const NOW = Date.parse('2026-11-20T10:30:00Z');
const scenario = demoScenario(0.2611, NOW);

describe('the demo scenario', () => {
  it('keeps to the scenario format', () => {
    const read = Scenario.safeParse(scenario);
    expect(read.error?.issues ?? []).toEqual([]);
  });

  it('is identical for the same seed and time, and differs for another seed', () => {
    expect(demoScenario(0.2611, NOW)).toEqual(scenario);
    expect(demoScenario(0.5, NOW)).not.toEqual(scenario);
  });

  it('is the works described in the scenario', () => {
    expect(scenario.machines.length).toBeGreaterThanOrEqual(26);
    expect(scenario.zones.length).toBe(4);
    expect(scenario.shifts.length).toBe(2);
    expect(scenario.people.filter((p) => p.role === 'mechanic').length).toBe(3);
  });

  it('has a year of removals of every cause, across all machines', () => {
    const span = scenario.installs.map((i) => Date.parse(i.installedAt));
    expect(NOW - Math.min(...span)).toBeGreaterThan(360 * 24 * 3_600_000);
    expect(new Set(scenario.removals.map((r) => r.cause))).toEqual(new Set(REMOVAL_CAUSES));
    expect(new Set(scenario.installs.map((i) => i.machineId)).size).toBe(scenario.machines.length);
    expect(scenario.removals.length).toBeGreaterThan(2000);
  });

  it('leaves exactly one needle in each machine, each fitted when the previous one came out', () => {
    const removals = new Map(scenario.removals.map((r) => [r.installId, r]));
    for (const { id } of scenario.machines) {
      const own = scenario.installs.filter((install) => install.machineId === id);
      expect(own.filter((install) => !removals.has(install.id)).length).toBe(1);
      const times = own.flatMap((install) => [
        install.installedAt,
        removals.get(install.id)?.removedAt ?? '~',
      ]);
      expect([...times].sort())
        .withContext(id)
        .toEqual(times);
    }
  });

  it('leaves one set-up in the middle of its test seams, on the too tight side, and one never sewn', () => {
    const seamsOf = (name: string) => {
      const setup = scenario.setups.find((one) => one.name === name)!;
      return scenario.seams.filter((seam) => seam.setupId === setup.id).map((seam) => seam.grade);
    };
    expect(seamsOf('Apron body, 11')).toEqual(['flat-line-on-top', 'dots-on-top']);
    expect(seamsOf('Log carrier body, 07')).toEqual([]);
  });

  it('gives every needle a lot of its kind that had arrived by then', () => {
    const lots = new Map(scenario.lots.map((lot) => [lot.id, lot]));
    for (const { lotId, installedAt, systemId, nm } of scenario.installs) {
      const lot = lots.get(lotId!)!;
      expect([lot.needle.systemId, lot.needle.nm, lot.receivedAt <= installedAt]).toEqual([
        systemId,
        nm,
        true,
      ]);
    }
    expect(scenario.partUsed.map(({ pocket }) => pocket)).toEqual([1, 2, 3, 4, 5]);
  });

  it('starts with one machine stopped for a missing piece', () => {
    const cleared = new Set(scenario.clearances.map((c) => c.removalId));
    const open = scenario.removals.filter((r) => r.fragments === 'missing' && !cleared.has(r.id));
    expect(open.length).toBe(1);
  });

  it('never recommends a thinner needle for a thicker thread or stack on any machine', () => {
    const stacks = ['denim', 'garment-leather', 'veg-tan-side', 'coated-sheet-18', 'webbing-polyester'];
    const schools = { ...scenario.shop.schools };
    for (const machine of scenario.machines) {
      const size = (tex: number, materialId: string, thicknessMm: number): number | null => {
        const stack = stackOf([{ materialId, thicknessMm, plies: 1 }]);
        const thread = threadOnBench('bonded-nylon', tex);
        const needle = bestNeedle({ machine, stack, thread, stitchLengthMm: 4, schools });
        return needle === null || needle.act ? null : needle.size.nm;
      };
      for (const materialId of stacks) {
        const byThread = [30, 45, 70, 90, 135, 210, 270].map((tex) => size(tex, materialId, 2));
        const byStack = [0.5, 1, 1.5, 2, 3, 5, 8, 12].map((mm) => size(90, materialId, mm));
        for (const sizes of [byThread, byStack]) {
          const known = sizes.filter((nm) => nm !== null);
          expect(known)
            .withContext(`${machine.name}, ${materialId}`)
            .toEqual([...known].sort((a, b) => a - b));
        }
      }
    }
  });

  it('has knobs that need more turns for thicker thread, and knobs that need fewer', () => {
    const slopes = scenario.machines.flatMap(({ id }) => {
      const settled = scenario.setups
        .filter(({ machineId }) => machineId === id)
        .flatMap(({ id: setupId, thread, layers }) => {
          const last = scenario.seams
            .filter((seam) => seam.setupId === setupId && seam.grade === 'balanced')
            .at(-1);
          return last ? [{ tex: thread.tex, mm: stackOf(layers).thicknessMm, turns: last.turns }] : [];
        })
        .sort((a, b) => a.tex - b.tex);
      const [thin, thick] = [settled[0], settled.at(-1)];
      return thin && thick && thick.tex > 1.4 * thin.tex ? [thick.turns - thin.turns] : [];
    });
    expect(Math.max(...slopes)).toBeGreaterThan(0);
    expect(Math.min(...slopes)).toBeLessThan(0);
  });
});
