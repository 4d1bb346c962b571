import type { MachineEvent } from '@gantelet/contracts';
import { eventText } from './history-words';

describe('wording of a history', () => {
  const common = { id: 'x', at: '2026-03-04T10:00:00.000Z', by: 'Test mechanic' };

  it('describes a needle with its hours and lot, and a removal with its cause', () => {
    const needle = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
    const used: MachineEvent = { ...common, kind: 'needle-in', needle, lotCode: 'L-2', entryHours: 2.25 };
    expect(eventText(used).more).toContain('part-used, 2.3 h, lot L-2');
    expect(eventText({ ...used, lotCode: null, entryHours: 0 }).more).not.toContain(', lot');
    const out: MachineEvent = {
      ...common,
      kind: 'needle-out',
      cause: 'accident',
      fragments: 'missing',
      runningHours: 3,
    };
    expect(eventText(out)).toEqual({
      head: 'Needle out, hit something, broken, piece missing',
      more: '3.0 running hours',
    });
  });

  it('distinguishes an unanswered report from an answered one', () => {
    const report: MachineEvent = { ...common, kind: 'report', trouble: 'clunk', finding: null };
    expect(eventText(report).more).toBe('not answered yet');
    expect(eventText({ ...report, finding: 'mended' }).more).toBe('fixed');
  });

  it('distinguishes a case read by drop test, by gauge, or by both', () => {
    const read = (outcome: 'creeps' | null, tensionCn: number | null) =>
      eventText({ ...common, kind: 'bobbin-reading', outcome, tensionCn }).more;
    expect([read('creeps', null), read(null, 61.6), read('creeps', 60)]).toEqual([
      'creeps when jerked',
      '62 cN',
      'creeps when jerked, 60 cN',
    ]);
  });
});
