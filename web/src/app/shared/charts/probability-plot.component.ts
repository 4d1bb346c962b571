import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { weibull, type WeibullParameters } from '@gantelet/core';
import { ChartAxisDirective } from './chart-axis.directive';
import { ChartFrameComponent } from './chart-frame.component';
import { percentText, type ChartTable } from './chart-table';
import type { CurveStep } from './life-curve.component';
import { fixedNumber } from '../locale';

const [LEFT, RIGHT, TOP, AXIS] = [50, 290, 12, 210];
const SHARES = [0.01, 0.05, 0.1, 0.2, 0.5, 0.8, 0.95, 0.99] as const;
/** The axis on which a Weibull life is a straight line. */
const stretched = (failed: number): number => Math.log(-Math.log1p(-failed));

/** The lives on Weibull paper: points along the line follow the distribution, points that bend away do not. */
@Component({
  selector: 'gan-probability-plot',
  imports: [ChartAxisDirective, ChartFrameComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-chart-frame name="weibull-plot" [text]="text()" [table]="table()">
    <svg viewBox="0 0 300 252" role="img" [attr.aria-label]="text()">
      <g ganChartAxis="bottom" [scale]="across()" at="${AXIS}" [ticks]="ticks()" />
      <g ganChartAxis="left" [scale]="up" at="${LEFT}" [ticks]="stretchedShares" [format]="shareText" />
      @for (point of points(); track $index) {
        <circle [attr.cx]="x(point.hours)" [attr.cy]="y(point.failed)" r="3" />
      }
      <path class="law" [attr.d]="line()" />
      <text x="${LEFT}" y="246">% worn over running hours, Weibull paper</text>
    </svg>
  </gan-chart-frame>`,
  styles: `
    svg {
      font-size: 12px;
    }
    .law {
      fill: none;
      stroke: var(--info);
      stroke-width: 2;
    }
    circle {
      fill: var(--ink);
    }
  `,
})
export class ProbabilityPlotComponent {
  readonly steps = input.required<readonly CurveStep[]>();
  readonly law = input.required<WeibullParameters | null>();

  protected readonly stretchedShares = SHARES.map(stretched);
  protected readonly shareText = (at: number): string => percentText(-Math.expm1(-Math.exp(at)));
  /** Half way down each step, as is usual. */
  protected readonly points = computed(() =>
    this.steps().flatMap(({ hours, survival }, i) => {
      const before = i === 0 ? 1 : this.steps()[i - 1]!.survival;
      const failed = 1 - (before + survival) / 2;
      return failed > SHARES[0] && failed < SHARES.at(-1)! ? [{ hours, failed }] : [];
    }),
  );
  protected readonly across = computed(() => {
    const ages = this.points().map(({ hours }) => hours);
    return scaleLog([Math.min(...ages, 10) / 1.3, Math.max(...ages, 10) * 1.3], [LEFT, RIGHT]).clamp(true);
  });
  protected readonly up = scaleLinear([stretched(SHARES[0]), stretched(SHARES.at(-1)!)], [AXIS, TOP]).clamp(
    true,
  );
  protected readonly ticks = computed(() => {
    const [from, to] = this.across().domain() as [number, number];
    return [0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500].filter((tick) => tick >= from && tick <= to);
  });
  protected readonly line = computed(() => {
    const law = this.law();
    if (!law) return null;
    const { quantileHours, survival } = weibull(law);
    const [from, to] = this.across().domain() as [number, number];
    const ends = [SHARES[0], SHARES.at(-1)!].map((share) =>
      Math.min(to, Math.max(from, quantileHours(share))),
    );
    const [a, b] = ends.map((hours) => `${this.x(hours)} ${this.y(1 - survival(hours))}`);
    return `M${a}L${b}`;
  });
  protected readonly table = computed<ChartTable>(() => {
    const law = this.law();
    return {
      headings: ['Running hours', 'Worn, %', 'Fitted curve, %'],
      rows: this.points().map(({ hours, failed }) => [
        ...[hours, 100 * failed],
        law && 100 * (1 - weibull(law).survival(hours)),
      ]),
    };
  });
  protected readonly text = computed(() => {
    const law = this.law();
    const count = `${this.points().length} ages on Weibull paper`;
    return law
      ? `${count}; the fitted curve has shape ${fixedNumber(law.shape, 2)} and scale ${fixedNumber(law.scaleHours, 1)} hours.`
      : `${count}; no wear curve yet.`;
  });

  protected x(hours: number): number {
    return this.across()(hours);
  }

  protected y(share: number): number {
    return this.up(stretched(Math.min(0.999999, Math.max(1e-9, share))));
  }
}
