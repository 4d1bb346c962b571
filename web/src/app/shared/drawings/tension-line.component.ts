import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { area } from 'd3-shape';
import type { GaugeReading, TurnsToTension } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';

const [LEFT, RIGHT, TOP, AXIS] = [40, 282, 10, 120];
const STEPS = 24;

/** Gauge readings over knob turns, with the machine's own line and the band of a next reading. */
@Component({
  selector: 'gan-tension-line',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="turns-to-tension" [text]="text()">
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
      <path class="axis" d="M${LEFT} ${TOP}V${AXIS}H${RIGHT}" />
      @for (tick of turnTicks(); track $index) {
        <text [attr.x]="x(tick)" y="${AXIS + 16}" text-anchor="middle">{{ tick }}</text>
      }
      @for (tick of tensionTicks(); track $index) {
        <text x="${LEFT - 6}" [attr.y]="y(tick) + 4" text-anchor="end">{{ tick }}</text>
      }
      @for (reading of readings(); track $index) {
        <circle [attr.cx]="x(reading.turns)" [attr.cy]="y(reading.tensionCn)" r="4.5" />
      }
      <text x="${LEFT}" y="154">cN over turns in from zero</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
    }
    .band {
      fill: var(--good-tint);
    }
    .line {
      stroke: var(--good);
      stroke-width: 2;
    }
    .axis {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    circle {
      fill: var(--card);
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      font-size: 12px;
    }
  `,
})
export class TensionLineComponent {
  readonly readings = input.required<readonly GaugeReading[]>();
  readonly line = input.required<TurnsToTension | null>();
  readonly travelTurns = input.required<number>();

  private readonly across = computed(() => scaleLinear([0, this.travelTurns()], [LEFT, RIGHT]));
  private readonly up = computed(() => {
    const most = Math.max(100, ...this.readings().map(({ tensionCn }) => 1.3 * tensionCn));
    return scaleLinear([0, most], [AXIS, TOP]).clamp(true);
  });
  protected readonly turnTicks = computed(() => this.across().ticks(6).filter(Number.isInteger));
  protected readonly tensionTicks = computed(() => this.up().ticks(4));
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
