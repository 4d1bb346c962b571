import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { seamHole, stackOf } from '@gantelet/core';
import { BobbinBandComponent } from './bobbin-band.component';
import { standalone } from './drawing.component';
import { EyeDrawingComponent } from './eye-drawing.component';
import { FitScaleComponent } from './fit-scale.component';
import { KnobDialComponent } from './knob-dial.component';
import { LockSectionComponent } from './lock-section.component';
import { PlateDrawingComponent } from './plate-drawing.component';
import { SeamLineComponent } from './seam-line.component';
import { StackDrawingComponent } from './stack-drawing.component';
import { ThreadLadderComponent } from './thread-ladder.component';
import { WindowChartComponent } from '../charts/window-chart.component';

async function draw<T>(component: Type<T>, inputs: Record<string, unknown>): Promise<SVGSVGElement> {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  return (fixture.nativeElement as HTMLElement).querySelector('svg')!;
}
const number = (element: Element | null | undefined, attribute: string) =>
  Number(element?.getAttribute(attribute));

describe('drawings', () => {
  it('draw eye and thread to one scale', async () => {
    const svg = await draw(EyeDrawingComponent, { nm: 140, threadMm: 0.42 });
    const blade = svg.querySelector('.blade')!.getAttribute('d')!;
    const [left, right] = [/^M([\d.]+)/.exec(blade), /L([\d.]+) 190V-4$/.exec(blade)].map((found) =>
      Number(found?.[1]),
    );
    const threadPx = number(svg.querySelector('.thread'), 'stroke-width');
    expect(threadPx / (right! - left!)).toBeCloseTo(0.42 / 1.4, 6);
  });

  it('draw each ply of a stack at its thickness', async () => {
    const stack = stackOf([
      { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
      { materialId: 'duck-10', thicknessMm: 0.5, plies: 2 },
    ]);
    const svg = await draw(StackDrawingComponent, { stack });
    const heights = [...svg.querySelectorAll('rect')].map((rect) => number(rect, 'height'));
    expect(heights.length).toBe(3);
    expect(heights[0]! / heights[1]!).toBeCloseTo(4, 6);
  });

  it('put the ratio and the limit on one scale', async () => {
    const svg = await draw(FitScaleComponent, { ratio: 0.3, limit: 0.3 });
    const x = (selector: string) =>
      Number(/^M([\d.]+)/.exec(svg.querySelector(selector)!.getAttribute('d')!)?.[1]);
    expect(x('.here')).toBeCloseTo(x('.limit'), 6);
  });

  it('space holes by the stitch length, with two cuts for a crossed point', async () => {
    const inputs = {
      hole: seamHole(140, 'both', 4, 0.42),
      stitchMm: 4,
      threadMm: 0.42,
      leather: true,
      edgeMm: 3,
    };
    const crossed = await draw(SeamLineComponent, { ...inputs, cutAngle: 'both' });
    const xs = [...crossed.querySelectorAll('ellipse')].map((e) =>
      Number(/translate\(([\d.]+)/.exec(e.getAttribute('transform')!)?.[1]),
    );
    expect(xs[0]).toBe(xs[1]);
    expect(xs[2]! - xs[0]!).toBe(4 * 18);
    const edge = Number(/^M0 ([\d.]+)/.exec(crossed.querySelector('.edge')!.getAttribute('d')!)?.[1]);
    const seam = Number(
      /translate\([\d.]+ ([\d.]+)/.exec(crossed.querySelector('ellipse')!.getAttribute('transform')!)?.[1],
    );
    expect(edge - seam).toBe(3 * 18);
  });

  it('draw plate hole, blade and thread to one scale', async () => {
    const svg = await draw(PlateDrawingComponent, { holeMm: 2.8, nm: 140, threadMm: 0.42 });
    const radius = (selector: string) => number(svg.querySelector(selector), 'r');
    expect(radius('.hole') / radius('.blade')).toBeCloseTo(2, 9);
    expect(radius('.thread') / radius('.blade')).toBeCloseTo(0.3, 9);
  });

  it('draw each thread of the ladder at its thickness, including the given ones in order', async () => {
    const svg = await draw(ThreadLadderComponent, {
      marks: [{ tex: 135, label: 'size 138' }],
      constructionId: 'bonded-nylon',
    });
    const rows = [...svg.querySelectorAll('path:not(.bar)')];
    expect(rows.length).toBe(9);
    const widths = rows.map((row) => number(row, 'stroke-width'));
    expect(widths).toEqual([...widths].sort((a, b) => a - b));
    expect(rows.findIndex((row) => row.classList.contains('read'))).toBe(4);
    expect(widths[6]! / widths[4]!).toBeCloseTo(Math.sqrt(2), 9);
  });

  it('show seams by their fault, and the window as a band of chance', async () => {
    const seams = [
      { turns: 3, grade: 'dots-below' },
      { turns: 4, grade: 'dots-on-top' },
    ] as const;
    const curve = [0, 1, 2, 3, 3.5, 4, 5].map((turns) => ({ turns, sure: turns === 3.5 ? 0.9 : 0 }));
    const svg = await draw(WindowChartComponent, { seams, curve, next: 3.5, travelTurns: 8 });
    expect(svg.querySelectorAll('.mark').length).toBe(2);
    expect(svg.querySelector('.band')!.getAttribute('d')).toMatch(/^M/);
    expect(svg.getAttribute('aria-label')).toBe(
      '3 turns dots below; 4 turns dots on top; most likely 3 ½ turns, 90 %; next 3 ½ turns',
    );
  });

  it('draw the knot where the model puts it, and say what shows', async () => {
    const stack = stackOf([{ materialId: 'veg-tan-side', thicknessMm: 2, plies: 2 }]);
    const lockOf = async (z: number) => {
      const svg = await draw(LockSectionComponent, { stack, z, threadMm: 0.42 });
      TestBed.resetTestingModule();
      return {
        label: svg.getAttribute('aria-label')!,
        path: svg.querySelector('.needle')!.getAttribute('d')!,
      };
    };
    expect((await lockOf(0)).label).toContain('knot inside the stack, knot 50 % up');
    expect((await lockOf(-1.6)).label).toContain('needle thread shows below');
    expect((await lockOf(-4)).label).toContain('loops below');
    const flat = await lockOf(4);
    expect([flat.label.includes('flat line on top'), flat.path.includes('V')]).toEqual([true, false]);
  });

  it('compare bobbin readings with the target band, the latest filled', async () => {
    const at = (middleCn: number) => ({ lowCn: middleCn, middleCn, highCn: middleCn });
    const target = { lowCn: 60, middleCn: 90, highCn: 120 };
    const svg = await draw(BobbinBandComponent, { target, readings: [at(80), at(100)] });
    const dots = [...svg.querySelectorAll('circle')];
    expect(dots.map((dot) => dot.classList.contains('last'))).toEqual([true, false]);
    expect(number(dots[0], 'cx')).toBeGreaterThan(number(dots[1], 'cx'));
    const band = svg.querySelector('.band');
    expect(number(dots[1], 'cx')).toBeGreaterThan(number(band, 'x'));
  });

  it('turn the knob the way a hand will', async () => {
    const svg = await draw(KnobDialComponent, { from: 4, to: 4.25 });
    const next = svg.querySelector('.next');
    expect(number(next, 'cx')).toBeGreaterThan(50);
    expect(Math.abs(number(next, 'cy'))).toBeLessThan(1e-9);
  });

  it('are saved as they look on screen', async () => {
    const svg = await draw(EyeDrawingComponent, { nm: 140, threadMm: 0.42 });
    document.body.append(svg);
    const text = standalone(svg);
    svg.remove();
    expect(text).toContain('xmlns="http://www.w3.org/2000/svg"');
    expect(text).toMatch(/fill="rgb/);
  });
});
