import { newId, type NeedleOutlook } from '@gantelet/contracts';
import { roundsNotices, type RoundsNews } from './rounds-notices.js';

describe("the lead's notices beside the plan", () => {
  const needle = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
  const outlook: NeedleOutlook = {
    needle,
    onHand: 12,
    left: [],
    planned: 6,
    failures: 1.5,
    runsOut: null,
    mayRunOut: null,
    order: null,
  };
  const shifts = ['2026-03-04T06:00:00.000Z', '2026-03-05T06:00:00.000Z'].map((startsAt) => ({ startsAt }));
  const news = (change: Partial<RoundsNews>): RoundsNews => ({
    machines: [],
    needles: [],
    shifts,
    leftOver: [],
    dayAfter: (ms) => new Date(Date.parse('2026-03-04T10:00:00Z') + ms).toISOString().slice(0, 10),
    ...change,
  });
  const order = (by: string) => ({ quantity: 100, packSize: 100, leadDays: 5, by });
  const ofNeedles = (change: Partial<NeedleOutlook>) =>
    roundsNotices(news({ needles: [{ ...outlook, ...change }] })).map(({ kind, at }) => [kind, at]);

  it('include needles that run out, with the shift', () => {
    expect(ofNeedles({ runsOut: 1, mayRunOut: 0, order: order('2026-03-20') })).toEqual([
      ['runs-out', shifts[1]!.startsAt],
    ]);
  });

  it('include orders due within two days, and late ones', () => {
    expect(ofNeedles({ mayRunOut: 1, order: order('2026-03-07') })).toEqual([]);
    expect(ofNeedles({ mayRunOut: 1, order: order('2026-03-06') })).toEqual([
      ['may-run-out', shifts[1]!.startsAt],
    ]);
    expect(ofNeedles({ mayRunOut: 1, order: order('2026-03-04') })[0]![0]).toBe('may-run-out');
    expect(ofNeedles({ mayRunOut: 1, order: order('2026-03-03') })[0]![0]).toBe('order-late');
    expect(ofNeedles({ order: order('2026-03-03') })).toEqual([]);
    expect(ofNeedles({ mayRunOut: 9, order: order('2026-03-03') })).toEqual([['order-late', null]]);
  });

  it('include machines: first those stopped or reported, then those due by hours, each once', () => {
    const age = (state: 'due' | 'good' | 'stop') => ({
      runningHours: 9,
      lowHours: 8,
      highHours: 10,
      hoursLeft: -1,
      state,
    });
    const machine = (name: string, state: 'due' | 'good' | 'stop') => ({
      id: newId(),
      name,
      reports: [],
      stops: [],
      age: age(state),
    });
    const report = {
      id: newId(),
      trouble: 'clunk',
      reportedAt: '2026-03-04T09:00:00.000Z',
      reportedBy: 'Jo',
    } as const;
    const machines: RoundsNews['machines'] = [
      machine('worn', 'due'),
      machine('young', 'good'),
      { ...machine('clunking', 'due'), reports: [report] },
      {
        ...machine('broken', 'stop'),
        stops: [{ id: newId(), at: '2026-03-04T08:00:00.000Z', personName: 'Test operator' }],
      },
      { ...machine('empty', 'good'), age: null },
    ];
    const leftOver = [{ machineName: 'Post 3', day: '2026-03-05', shiftName: 'Late' }];
    const published = roundsNotices(news({ machines, needles: [{ ...outlook, runsOut: 0 }], leftOver }));
    expect(published.map(({ kind, subject, at }) => [kind, subject, at])).toEqual([
      ['stopped', 'broken', null],
      ['reported', 'clunking', '2026-03-04T09:00:00.000Z'],
      ['runs-out', '135x16 NM 140', shifts[0]!.startsAt],
      ['due', 'worn', null],
      ['left-over', 'Post 3, Late 2026-03-05', null],
    ]);
  });
});
