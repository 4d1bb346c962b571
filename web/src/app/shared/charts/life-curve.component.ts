import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { area, curveStepAfter, line } from 'd3-shape';
import { weibull, type BandPoint, type WeibullParameters } from '@gantelet/core';
import { ChartAxisDirective } from './chart-axis.directive';
import { ChartFrameComponent } from './chart-frame.component';
import { percentText, type ChartTable } from './chart-table';
import { fixedNumber } from '../locale';
import { FixedPipe } from '../widgets/locale.pipes';

/** A step of the survival curve. */
export interface CurveStep {
  readonly hours: number;
  readonly survival: number;
}

const [LEFT, RIGHT, TOP, AXIS] = [44, 590, 26, 250];

/** Share of needles still good over running hours: observed as steps, the fitted curve, and its band. */
@Component({
  selector: 'gan-life-curve',
  imports: [ChartAxisDirective, ChartFrameComponent, FixedPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-chart-frame
    name="needle-lives"
    [text]="text()"
    [table]="table()"
    note="Steps: your data; line: fitted curve; shading: 95 % range."
  >
    <svg viewBox="0 0 610 308" role="img" [attr.aria-label]="text()">
      @if (flat(); as flat) {
        <rect
          class="flat"
          [attr.x]="x(flat.fromHours)"
          y="${TOP}"
          [attr.width]="x(flat.toHours) - x(flat.fromHours)"
          height="${AXIS - TOP}"
        />
      }
      <path class="band" [attr.d]="bandPath()" />
      <path class="law" [attr.d]="lawPath()" />
      <path class="seen" [attr.d]="seenPath()" />
      <g ganChartAxis="bottom" [scale]="across()" at="${AXIS}" />
      <g ganChartAxis="left" [scale]="up" at="${LEFT}" [ticks]="shares" [format]="percentText" />
      @if (intervalHours(); as hours) {
        <path class="interval" [attr.d]="'M' + x(hours) + ' ${TOP - 4}V${AXIS}'" />
        <text class="interval-word" [attr.x]="x(hours)" y="16" text-anchor="middle">
          change at {{ hours | fixed: 1 }} h
        </text>
      }
      <text x="${LEFT}" y="302">% still good over running hours</text>
    </svg>
  </gan-chart-frame>`,
  styles: `
    svg {
      font-size: 14px;
    }
    .flat {
      fill: var(--good-tint);
      opacity: 0.45;
    }
    .band {
      fill: var(--rule);
      opacity: 0.8;
    }
    .law {
      fill: none;
      stroke: var(--info);
      stroke-width: 2.5;
    }
    .seen {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
    .interval {
      stroke: var(--good);
      stroke-width: 3;
      stroke-dasharray: 7 5;
    }
    .interval-word {
      fill: var(--good);
      font-weight: 600;
      font-size: 15px;
    }
    /* Drawn at two thirds of its size there: text must still be readable. */
    @media (max-width: 700px) {
      svg,
      .interval-word {
        font-size: 22px;
      }
    }
  `,
})
export class LifeCurveComponent {
  readonly steps = input.required<readonly CurveStep[]>();
  readonly law = input.required<WeibullParameters | null>();
  readonly band = input.required<readonly BandPoint[]>();
  readonly lastHours = input.required<number>();
  readonly intervalHours = input.required<number | null>();
  /** Where the cost is nearly minimal; an open end is cut off at the edge of the chart. */
  readonly window = input.required<{ readonly fromHours: number; readonly toHours: number | null } | null>();

  protected readonly shares = [0, 0.25, 0.5, 0.75, 1] as const;
  protected readonly across = computed(() => scaleLinear([0, this.lastHours()], [LEFT, RIGHT]).clamp(true));
  protected readonly up = scaleLinear([0, 1], [AXIS, TOP]);
  protected readonly percentText = percentText;
  protected readonly flat = computed(() => {
    const window = this.window();
    return window && { fromHours: window.fromHours, toHours: window.toHours ?? this.lastHours() };
  });
  protected readonly seenPath = computed(() => {
    const last = this.steps().at(-1)?.survival ?? 1;
    const steps = [{ hours: 0, survival: 1 }, ...this.steps(), { hours: this.lastHours(), survival: last }];
    const draw = line<CurveStep>()
      .x(({ hours }) => this.x(hours))
      .y(({ survival }) => this.y(survival))
      .curve(curveStepAfter);
    return this.steps().length === 0 ? null : draw(steps);
  });
  protected readonly lawPath = computed(() => {
    const law = this.law();
    if (!law) return null;
    const { survival } = weibull(law);
    const ages = Array.from({ length: 81 }, (_, i) => (this.lastHours() * i) / 80);
    return line<number>(
      (hours) => this.x(hours),
      (hours) => this.y(survival(hours)),
    )(ages);
  });
  protected readonly bandPath = computed(() =>
    area<BandPoint>()
      .x(({ hours }) => this.x(hours))
      .y0(({ low }) => this.y(low))
      .y1(({ high }) => this.y(high))(this.band()),
  );
  protected readonly table = computed<ChartTable>(() => {
    const law = this.law();
    const fitted = law && weibull(law).survival;
    return {
      headings: ['Running hours', 'Still good, %', 'Fitted curve, %'],
      rows: this.steps().map(({ hours, survival }) => [hours, 100 * survival, fitted && 100 * fitted(hours)]),
    };
  });
  protected readonly text = computed(() => {
    const law = this.law();
    if (!law) return `${this.steps().length} ages at which needles wore out; no wear curve yet.`;
    const { quantileHours } = weibull(law);
    const at = (share: number): string => fixedNumber(quantileHours(share), 1);
    const interval = this.intervalHours();
    const planned =
      interval === null ? 'no planned change' : `planned change at ${fixedNumber(interval, 1)} hours`;
    return `One in ten needles is worn by ${at(0.1)} running hours, half by ${at(0.5)}, nine in ten by ${at(0.9)}; ${planned}.`;
  });

  protected x(hours: number): number {
    return this.across()(hours);
  }

  protected y(share: number): number {
    return this.up(share);
  }
}
