import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import type { TensionRange } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';

const [LEFT, RIGHT, TOP, ROW] = [8, 282, 34, 16];
const MOST_ROWS = 6;
/** Room to the left of the frame's save button. */
const SAVE = 62;

/** The bobbin tension target as a band, with the case's readings one below the other, latest first. */
@Component({
  selector: 'gan-bobbin-band',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="bobbin-tension" [text]="text()">
    <svg [attr.viewBox]="'0 0 290 ' + height()" role="img" [attr.aria-label]="text()">
      <rect
        class="band"
        [attr.x]="x(target().lowCn)"
        y="20"
        [attr.width]="x(target().highCn) - x(target().lowCn)"
        [attr.height]="height() - 42"
      />
      <text [attr.x]="x(target().middleCn)" y="14" text-anchor="middle">target</text>
      @for (row of rows(); track $index; let first = $first) {
        <path class="range" [attr.d]="'M' + x(row.lowCn) + ' ' + row.y + 'H' + x(row.highCn)" />
        <circle [class.last]="first" [attr.cx]="x(row.middleCn)" [attr.cy]="row.y" r="5" />
      }
      @for (tick of ticks(); track $index) {
        <text [attr.x]="x(tick)" [attr.y]="height() - 6" text-anchor="middle">{{ tick }}</text>
      }
      <text x="${RIGHT}" y="14" text-anchor="end">cN</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
    }
    .band {
      fill: var(--good-tint);
    }
    .range {
      stroke: var(--ink);
      stroke-width: 2;
    }
    circle {
      fill: var(--card);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .last {
      fill: var(--ink);
    }
    text {
      font-size: 13px;
    }
  `,
})
export class BobbinBandComponent {
  readonly target = input.required<TensionRange>();
  /** Oldest first. */
  readonly readings = input.required<readonly TensionRange[]>();

  private readonly shown = computed(() => [...this.readings()].reverse().slice(0, MOST_ROWS));
  private readonly most = computed(() =>
    Math.max(1.5 * this.target().highCn, ...this.shown().map(({ middleCn }) => 1.25 * middleCn)),
  );
  private readonly scale = computed(() => scaleLinear([0, this.most()], [LEFT, RIGHT - SAVE]).clamp(true));
  protected readonly ticks = computed(() => this.scale().ticks(4));
  protected readonly rows = computed(() => this.shown().map((range, i) => ({ ...range, y: TOP + i * ROW })));
  protected readonly height = computed(() => TOP + Math.max(1, this.rows().length) * ROW + 16);
  protected readonly text = computed(() => {
    const { lowCn, highCn } = this.target();
    const [last] = this.shown();
    const aim = `Target bobbin tension: ${Math.round(lowCn)} to ${Math.round(highCn)} cN.`;
    return last ? `${aim} Last reading about ${Math.round(last.middleCn)} cN.` : `${aim} No reading yet.`;
  });

  protected x(cn: number): number {
    return this.scale()(cn);
  }
}
