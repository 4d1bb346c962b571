import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { turnsToTension } from '@gantelet/core';
import { tableCsv, type ChartTable } from './chart-table';
import { HazardCurveComponent } from './hazard-curve.component';
import { LifeCurveComponent } from './life-curve.component';
import { ProbabilityPlotComponent } from './probability-plot.component';
import { TensionLineComponent } from './tension-line.component';
import { WindowChartComponent } from './window-chart.component';

/** A Weibull distribution: by definition 63.2 % (1 - 1/e) have failed at the scale, whatever the shape. */
const LAW = { shape: 2, scaleHours: 20 };
const STEPS = [
  { hours: 10, survival: 0.8 },
  { hours: 20, survival: 0.4 },
  { hours: 25, survival: 0.1 },
];
const LIFE = { steps: STEPS, law: LAW, band: [], lastHours: 30, intervalHours: 12, window: null };

let fixture: ComponentFixture<unknown>;
async function chart<T>(component: Type<T>, inputs: Record<string, unknown>): Promise<HTMLElement> {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  return fixture.nativeElement as HTMLElement;
}
const texts = (of: ParentNode, selector: string) =>
  [...of.querySelectorAll(selector)].map((element) => element.textContent.trim());
const number = (element: Element | null | undefined, attribute: string) =>
  Number(element?.getAttribute(attribute));
/** Where the ticks of an axis are, by label. */
function ticksOf(axis: Element | undefined, direction: 0 | 1): ReadonlyMap<string, number> {
  const ticks = [...(axis?.querySelectorAll('.tick') ?? [])];
  return new Map(
    ticks.map((tick) => [
      tick.textContent,
      Number(/translate\(([-\d.]+),\s*([-\d.]+)\)/.exec(tick.getAttribute('transform')!)?.[1 + direction]),
    ]),
  );
}
const axes = (host: HTMLElement) => [...host.querySelectorAll('.chart-axis')];
async function tableOf(host: HTMLElement): Promise<string[][]> {
  const button = [...host.querySelectorAll('button')].find((one) => one.textContent.trim() === 'Table')!;
  expect(button.getAttribute('aria-expanded')).toBe('false');
  button.click();
  await fixture.whenStable();
  expect(button.getAttribute('aria-expanded')).toBe('true');
  return [...host.querySelectorAll('tr')].map((row) => texts(row, 'th, td'));
}

describe('charts', () => {
  it('have an axis whose ticks match the drawing', async () => {
    const host = await chart(LifeCurveComponent, LIFE);
    const [across, up] = axes(host);
    const hours = ticksOf(across, 0);
    const interval = Number(/^M([\d.]+)/.exec(host.querySelector('.interval')!.getAttribute('d')!)?.[1]);
    const perHour = (hours.get('20')! - hours.get('10')!) / 10;
    expect(interval).toBeCloseTo(hours.get('10')! + 2 * perHour, 1);
    expect([...ticksOf(up, 1).keys()]).toEqual(['0', '25', '50', '75', '100']);
  });

  it('follow their inputs', async () => {
    const host = await chart(LifeCurveComponent, LIFE);
    expect([...ticksOf(axes(host)[0], 0).keys()].at(-1)).toBe('30');
    fixture.componentRef.setInput('lastHours', 300);
    await fixture.whenStable();
    expect([...ticksOf(axes(host)[0], 0).keys()].at(-1)).toBe('300');
  });

  it('show their numbers as a table', async () => {
    const host = await chart(LifeCurveComponent, LIFE);
    expect(host.querySelector('table')).toBeNull();
    expect(await tableOf(host)).toEqual([
      ['Running hours', 'Still good, %', 'Fitted curve, %'],
      ['10', '80', '77.88'],
      // 100 / e
      ['20', '40', '36.79'],
      ['25', '10', '20.96'],
    ]);
  });

  it('leave unknown values out of the table', async () => {
    const host = await chart(LifeCurveComponent, { ...LIFE, law: null });
    expect((await tableOf(host))[1]).toEqual(['10', '80', '']);
    expect(texts(host, 'figcaption')).toEqual(['3 ages at which needles wore out; no wear curve yet.']);
  });

  it('are saved with their numbers for a spreadsheet', () => {
    const table: ChartTable = {
      headings: ['Turns', 'Tension, cN', 'Seams there'],
      rows: [
        [1 / 3, 1234567.8, 'dots below, balanced'],
        [2, null, ''],
      ],
    };
    expect(tableCsv(table).split('\r\n')).toEqual([
      'Turns,"Tension, cN",Seams there',
      '0.333333,1234570,"dots below, balanced"',
      '2,,',
    ]);
  });
});

describe('the chart of hourly wear', () => {
  it('has the bars by which survival fell, on the scale of its axis', async () => {
    const host = await chart(HazardCurveComponent, { steps: STEPS, law: LAW, lastHours: 32 });
    const [, first, ...rows] = await tableOf(host);
    expect(first).toEqual(['0', '4', '0', '1']);
    // From 8 to 12 hours survival falls to 0.8: ln(1/0.8) over 4 hours is 5.58 % an hour.
    expect(rows[1]!.slice(0, 3)).toEqual(['8', '12', '5.58']);
    const bar = [...host.querySelectorAll('rect.seen')][2];
    const up = ticksOf(axes(host)[1], 1);
    const tenPercent = up.get('0')! - up.get('10')!;
    expect((10 * number(bar, 'height')) / tenPercent).toBeCloseTo(5.58, 1);
  });

  it('says that it knows nothing without a fit', async () => {
    const host = await chart(HazardCurveComponent, { steps: [], law: null, lastHours: 32 });
    expect(host.querySelector('svg')!.getAttribute('aria-label')).toContain('Not enough data yet');
    expect(host.querySelector('.law')!.getAttribute('d')).toBeNull();
  });
});

describe('the chart on Weibull paper', () => {
  it('draws a Weibull distribution as a straight line through 63 % at its scale', async () => {
    const host = await chart(ProbabilityPlotComponent, { steps: STEPS, law: LAW });
    const d = /^M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)$/.exec(host.querySelector('.law')!.getAttribute('d')!)!;
    const [x1, y1, x2, y2] = d.slice(1).map(Number) as [number, number, number, number];
    const hours = ticksOf(axes(host)[0], 0);
    const up = ticksOf(axes(host)[1], 1);
    const at20 = y1 + ((hours.get('20')! - x1) * (y2 - y1)) / (x2 - x1);
    expect(at20).toBeLessThan(up.get('50')!);
    expect(at20).toBeGreaterThan(up.get('80')!);
    expect([...up.keys()]).toEqual(['1', '5', '10', '20', '50', '80', '95', '99']);
  });

  it('puts a point half way down each step', async () => {
    const host = await chart(ProbabilityPlotComponent, { steps: STEPS, law: null });
    expect((await tableOf(host)).slice(1)).toEqual([
      ['10', '10', ''],
      ['20', '40', ''],
      ['25', '75', ''],
    ]);
    const points = [...host.querySelectorAll('circle')].map((circle) => number(circle, 'cy'));
    expect(points.length).toBe(3);
    expect(points).toEqual([...points].sort((a, b) => b - a));
  });
});

describe('the chart of tension over turns', () => {
  const readings = [
    { turns: 2, tensionCn: 100 },
    { turns: 3, tensionCn: 152 },
    { turns: 4, tensionCn: 198 },
  ];

  it('draws readings, and the line through them once there are enough', async () => {
    const line = turnsToTension(readings);
    const host = await chart(TensionLineComponent, { readings, line, travelTurns: 8 });
    expect(texts(host, 'figcaption')).toEqual(['3 gauge readings; about 49 cN per turn.']);
    expect(host.querySelectorAll('circle').length).toBe(3);
    const rows = await tableOf(host);
    expect(rows[2]!.slice(0, 3)).toEqual(['3', '152', '150']);
    expect(Number(rows[2]![3])).toBeLessThan(150);
  });

  it('has no line before that', async () => {
    const some = { readings: readings.slice(1), line: null, travelTurns: 8 };
    const host = await chart(TensionLineComponent, some);
    expect(host.querySelector('.line')).toBeNull();
    expect(texts(host, 'figcaption')[0]).toContain('too few for a line');
    expect((await tableOf(host))[1]).toEqual(['3', '152', '', '', '']);
  });
});

describe('the window chart', () => {
  it('shows for each setting how likely it is good, and what was sewn there', async () => {
    const seams = [
      { turns: 3, grade: 'dots-below' },
      { turns: 3, grade: 'balanced' },
    ];
    const curve = [
      { turns: 3, sure: 0.25 },
      { turns: 3.5, sure: 0.9 },
    ];
    const host = await chart(WindowChartComponent, { seams, curve, next: 3.5, travelTurns: 8 });
    expect((await tableOf(host)).slice(1)).toEqual([
      ['3', '25', 'dots below, balanced'],
      ['3.5', '90', ''],
    ]);
  });
});
