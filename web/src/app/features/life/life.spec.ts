import { survivalBand } from '@gantelet/core';
import { newId, type Job, type LifeView } from '@gantelet/contracts';
import { COSTS, ends, report } from '../../testing/life-examples';
import { moneyIn } from '../../shared/words/money';
import { lifeAnswer, ruleCosts } from './life-answer';
import { lifeBand } from './life-band';
import { curveAges } from './life-curve';
import { lifeActions, lifeFeature } from './life.state';

const money = moneyIn(COSTS);

describe('the answer in Life', () => {
  it('is the interval, with its saving and how flat it is', () => {
    const group = report(ends(60), { planned: 2, wear: 30 });
    const { head, why } = lifeAnswer(group, money);
    expect(head).toMatch(/^Change at \d+(\.\d)? h of running$/);
    expect(why[0]).toMatch(
      /£\d+\.\d\d per running hour: -?\d+ % less than flat 8 h, \d+ % less than running to failure/,
    );
    expect(why[1]).toMatch(/^It need not be exact: anywhere from .* h to .* h costs at most 2 % more/);
    const rules = ruleCosts(group);
    expect(rules[0]!.advised).toBeTrue();
    expect(rules.map(({ name }) => name)).toContain('as in the last quarter');
    expect([...rules].sort((a, b) => a.costPerHour - b.costPerHour)).toEqual([...rules]);
  });

  it('is to run to failure if a worn needle costs no more', () => {
    const group = report(ends(60), { planned: 5, wear: 5 });
    expect(lifeAnswer(group, money).head).toBe('Run to failure');
    expect(ruleCosts(group).find(({ advised }) => advised)?.name).toBe('run to failure');
  });

  it('says how much is missing if too little is known', () => {
    const few = lifeAnswer(report(ends(4)), money);
    expect(few.head).toBe('Not enough data yet');
    expect(few.why[0]).toMatch(/^2 worn needles; 4 more are needed/);
    const none = lifeAnswer(report(ends(6, 'changeover')), money);
    expect(none.why[1]).toContain('None wore out');
    expect(ruleCosts(report(ends(4)))).toEqual([]);
  });
});

describe('the band around a group', () => {
  it('is the same for the same needles, one point per age of the curve', () => {
    const group = report(ends(40));
    const band = lifeBand(ends(40), curveAges(group));
    expect(band.length).toBe(41);
    expect(band).toEqual(lifeBand(ends(40), curveAges(group)));
    expect(band[0]).toEqual({ hours: 0, low: 1, high: 1 });
    expect(survivalBand([], [1], 5, () => 0)).toEqual([]);
  });
});

describe('the state of Life', () => {
  const JOB: Job = {
    id: newId(),
    kind: 'fit-lives',
    state: 'running',
    progress: 0.5,
    askedBy: 'Test mechanic',
    askedAt: '2026-03-04T10:00:00.000Z',
    finishedAt: null,
  };
  const other = { ...report(ends(12)), group: { ...report(ends(12)).group, machineClass: 'post' as const } };
  const VIEW: LifeView = {
    dataVersion: '1',
    report: { dataVersion: '1', fittedAt: '2026-03-04T10:00:00.000Z', groups: [report(ends(40)), other] },
    job: null,
    machines: [],
    groupings: [],
  };
  const after = (...actions: Parameters<typeof lifeFeature.reducer>[1][]) => ({
    life: actions.reduce(lifeFeature.reducer, undefined as never),
  });

  it('shows the largest group until another is chosen, and only its own band', () => {
    const read = lifeActions.viewRead({ view: VIEW });
    expect(lifeFeature.selectGroup(after(read))?.group.machineClass).toBe('flatbed');
    const band = lifeActions.bandFound({
      groupId: 'leather.cutting.flatbed',
      band: [{ hours: 0, low: 1, high: 1 }],
    });
    expect(lifeFeature.selectBandOfGroup(after(read, band)).length).toBe(1);
    const chosen = after(read, band, lifeActions.groupChosen({ groupId: 'leather.cutting.post' }));
    expect(lifeFeature.selectGroup(chosen)?.group.machineClass).toBe('post');
    expect(lifeFeature.selectBandOfGroup(chosen)).toEqual([]);
  });

  it('follows a fit', () => {
    const told = after(lifeActions.viewRead({ view: VIEW }), lifeActions.jobProgressed({ job: JOB }));
    expect(lifeFeature.selectView(told)?.job?.progress).toBe(0.5);
  });
});
