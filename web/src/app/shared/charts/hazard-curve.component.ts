import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { weibull, type WeibullParameters } from '@gantelet/core';
import { ChartAxisDirective } from './chart-axis.directive';
import { ChartFrameComponent } from './chart-frame.component';
import { percentText, type ChartTable } from './chart-table';
import { fixedNumber } from '../locale';

/** A step of the survival curve. */
export interface HazardStep {
  readonly hours: number;
  readonly survival: number;
}

const [LEFT, RIGHT, TOP, AXIS] = [44, 590, 14, 170];
const BINS = 8;
const POINTS = 60;

/** How likely a needle of each age is to wear out in the next hour: observed as bars, fitted as a line. */
@Component({
  selector: 'gan-hazard-curve',
  imports: [ChartAxisDirective, ChartFrameComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-chart-frame
    name="needle-hazard"
    [text]="text()"
    [table]="table()"
    note="Bars: your data; line: fitted curve."
  >
    <svg viewBox="0 0 610 228" role="img" [attr.aria-label]="text()">
      @for (bar of bars(); track bar.from) {
        <rect
          class="seen"
          [attr.x]="x(bar.from) + 1"
          [attr.y]="y(bar.perHour)"
          [attr.width]="x(bar.to) - x(bar.from) - 2"
          [attr.height]="axis - y(bar.perHour)"
        />
      }
      <path class="law" [attr.d]="lawPath()" />
      <g ganChartAxis="bottom" [scale]="xScale()" at="${AXIS}" />
      <g ganChartAxis="left" [scale]="yScale()" at="${LEFT}" [ticks]="4" [format]="percentText" />
      <text x="${LEFT}" y="222">% worn out in the next hour, by running hours</text>
    </svg>
  </gan-chart-frame>`,
  styles: `
    svg {
      font-size: 14px;
    }
    .seen {
      fill: var(--rule);
    }
    .law {
      fill: none;
      stroke: var(--info);
      stroke-width: 2.5;
    }
    /* Drawn at two thirds of its size there: text must still be readable. */
    @media (max-width: 700px) {
      svg {
        font-size: 22px;
      }
    }
  `,
})
export class HazardCurveComponent {
  readonly steps = input.required<readonly HazardStep[]>();
  readonly law = input.required<WeibullParameters | null>();
  readonly lastHours = input.required<number>();

  /** Failures per hour in each age interval, from the fall in survival; none where it fell to zero. */
  protected readonly bars = computed(() => {
    const width = this.lastHours() / BINS;
    return Array.from({ length: BINS }, (_, i) => {
      const [from, to] = [i * width, (i + 1) * width];
      const fell = Math.log(this.survivalAt(from) / this.survivalAt(to));
      return { from, to, perHour: Number.isFinite(fell) ? fell / width : 0 };
    });
  });
  private readonly points = computed(() => {
    const law = this.law();
    if (!law) return [];
    const life = weibull(law);
    return Array.from({ length: POINTS }, (_, i) => {
      const hours = ((i + 0.5) / POINTS) * this.lastHours();
      return [hours, life.hazardPerHour(hours)] as const;
    });
  });
  private readonly most = computed(() =>
    Math.max(
      1e-6,
      ...this.bars().map(({ perHour }) => perHour),
      // A falling hazard starts at infinity.
      ...this.points()
        .slice(2)
        .map(([, perHour]) => perHour),
    ),
  );
  protected readonly xScale = computed(() => scaleLinear([0, this.lastHours()], [LEFT, RIGHT]));
  protected readonly yScale = computed(() => scaleLinear([0, this.most()], [AXIS, TOP]).clamp(true));
  protected readonly axis = AXIS;
  protected readonly percentText = percentText;
  protected readonly lawPath = computed(() =>
    line<readonly [number, number]>(
      ([hours]) => this.x(hours),
      ([, perHour]) => this.y(perHour),
    )(this.points()),
  );
  protected readonly table = computed<ChartTable>(() => {
    const law = this.law();
    const fitted = law && weibull(law).hazardPerHour;
    return {
      headings: ['From running hours', 'To', 'Worn out in the next hour, %', 'Fitted curve, %'],
      rows: this.bars().map(({ from, to, perHour }) => [
        ...[from, to, 100 * perHour],
        fitted && 100 * fitted((from + to) / 2),
      ]),
    };
  });
  protected readonly text = computed(() => {
    const law = this.law();
    if (!law) return 'Not enough data yet to say how likely needles are to wear out.';
    const life = weibull(law);
    const at = [0.25, 0.5, 0.9].map((share) => {
      const hours = share * this.lastHours();
      return `${fixedNumber(100 * life.hazardPerHour(hours), 1)} % at ${fixedNumber(hours, 0)} h`;
    });
    return `Needles that wear out in the next hour: ${at.join(', ')}.`;
  });

  private survivalAt(age: number): number {
    return this.steps().findLast(({ hours }) => hours <= age)?.survival ?? 1;
  }

  protected x(hours: number): number {
    return this.xScale()(hours);
  }

  protected y(perHour: number): number {
    return this.yScale()(perHour);
  }
}
