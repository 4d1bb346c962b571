import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { area } from 'd3-shape';
import type { GaugeReading, TurnsToTension } from '@gantelet/core';
import { ChartAxisDirective } from './chart-axis.directive';
import { ChartFrameComponent } from './chart-frame.component';
import type { ChartTable } from './chart-table';

const [LEFT, RIGHT, TOP, AXIS] = [40, 282, 10, 120];
const STEPS = 24;

/** Gauge readings over knob turns, with the machine's own line and the prediction band for the next reading. */
@Component({
  selector: 'gan-tension-line',
  imports: [ChartAxisDirective, ChartFrameComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-chart-frame name="turns-to-tension" [text]="text()" [table]="table()">
    <svg viewBox="0 0 290 160" role="img" [attr.aria-label]="text()">
      @if (line(); as own) {
        <path class="band" [attr.d]="band()" />
        <path
          class="line"
          [attr.d]="
            'M' +
            x(0) +
            ' ' +
            y(own.at(0).middleCn) +
            'L' +
            x(travelTurns()) +
            ' ' +
            y(own.at(travelTurns()).middleCn)
          "
        />
      }
      <g ganChartAxis="bottom" [scale]="across()" at="${AXIS}" [ticks]="turnTicks()" />
      <g ganChartAxis="left" [scale]="up()" at="${LEFT}" [ticks]="4" />
      @for (reading of readings(); track $index) {
        <circle [attr.cx]="x(reading.turns)" [attr.cy]="y(reading.tensionCn)" r="4.5" />
      }
      <text x="${LEFT}" y="154">cN over turns in from zero</text>
    </svg>
  </gan-chart-frame>`,
  styles: `
    svg {
      font-size: 12px;
    }
    .band {
      fill: var(--good-tint);
    }
    .line {
      stroke: var(--good);
      stroke-width: 2;
    }
    circle {
      fill: var(--card);
      stroke: var(--ink);
      stroke-width: 2;
    }
  `,
})
export class TensionLineComponent {
  readonly readings = input.required<readonly GaugeReading[]>();
  readonly line = input.required<TurnsToTension | null>();
  readonly travelTurns = input.required<number>();

  protected readonly across = computed(() => scaleLinear([0, this.travelTurns()], [LEFT, RIGHT]));
  protected readonly up = computed(() => {
    const most = Math.max(100, ...this.readings().map(({ tensionCn }) => 1.3 * tensionCn));
    return scaleLinear([0, most], [AXIS, TOP]).clamp(true);
  });
  protected readonly turnTicks = computed(() => this.across().ticks(6).filter(Number.isInteger));
  protected readonly band = computed(() => {
    const own = this.line();
    if (!own) return '';
    const settings = Array.from({ length: STEPS + 1 }, (_, i) => (i * this.travelTurns()) / STEPS);
    const draw = area<number>()
      .x((turns) => this.x(turns))
      .y0((turns) => this.y(own.at(turns).lowCn))
      .y1((turns) => this.y(own.at(turns).highCn));
    return draw(settings) ?? '';
  });
  protected readonly table = computed<ChartTable>(() => {
    const own = this.line();
    return {
      headings: ['Turns in from zero', 'Tension, cN', 'Line, cN', 'Next reading from, cN', 'To, cN'],
      rows: this.readings().map(({ turns, tensionCn }) => {
        const next = own?.at(turns);
        return [turns, tensionCn, next?.middleCn ?? null, next?.lowCn ?? null, next?.highCn ?? null];
      }),
    };
  });
  protected readonly text = computed(() => {
    const own = this.line();
    const count = this.readings().length;
    return own
      ? `${count} gauge readings; about ${Math.round(own.cnPerTurn)} cN per turn.`
      : `${count} gauge readings: too few for a line of this machine's own.`;
  });

  protected x(turns: number): number {
    return this.across()(turns);
  }

  protected y(cn: number): number {
    return this.up()(cn);
  }
}
