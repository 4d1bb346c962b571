import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { directionAfter, turnsText, type TestSeam } from '@gantelet/core';
import { GRADE_WORDS } from '../words/tension-words';
import { DrawingComponent } from './drawing.component';

const [LEFT, RIGHT, AXIS] = [20, 540, 96];
const AROUND_TURNS = 1;

/** Test seams over knob turns, the stretch where the window must lie, and the next setting. */
@Component({
  selector: 'gan-seams-chart',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="test-seams" [text]="text()">
    <svg viewBox="0 0 560 150" role="img" [attr.aria-label]="text()">
      @if (between(); as band) {
        <rect
          class="band"
          [attr.x]="x(band.low)"
          y="24"
          [attr.width]="x(band.high) - x(band.low)"
          [attr.height]="axis - 24"
        />
      }
      <path class="axis" d="M${LEFT} ${AXIS}H${RIGHT}" />
      @for (tick of ticks(); track tick) {
        <path class="axis" [attr.d]="'M' + x(tick) + ' ${AXIS}v8'" />
        <text [attr.x]="x(tick)" y="122" text-anchor="middle">{{ tick }}</text>
      }
      <text x="${RIGHT}" y="88" text-anchor="end">turns from off</text>
      <text x="${LEFT}" y="144">▽ needle thread below &#160; ▢ balanced &#160; △ bobbin thread on top</text>
      <path class="next" [attr.d]="'M' + x(next()) + ' 20V${AXIS}'" />
      <text class="next-word" [attr.x]="x(next())" y="14" text-anchor="middle">next {{ nextText() }}</text>
      @for (mark of marks(); track mark.n) {
        <path
          class="mark"
          [attr.d]="mark.shape"
          [attr.transform]="'translate(' + x(mark.turns) + ' ' + mark.y + ')'"
        />
        <text class="n" [attr.x]="x(mark.turns) + 11" [attr.y]="mark.y + 5">{{ mark.n }}</text>
      }
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
    }
    .band {
      fill: var(--good-tint);
    }
    .axis {
      stroke: var(--ink);
      stroke-width: 2;
    }
    .next {
      stroke: var(--thread);
      stroke-width: 3;
      stroke-dasharray: 7 5;
    }
    .next-word {
      fill: var(--thread-word);
      font-weight: 600;
      font-size: 15px;
    }
    .mark {
      fill: var(--card);
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      font-size: 14px;
    }
    .n {
      font-size: 13px;
      font-weight: 600;
    }
  `,
})
export class SeamsChartComponent {
  readonly seams = input.required<readonly TestSeam[]>();
  readonly next = input.required<number>();
  readonly travelTurns = input.required<number>();

  protected readonly axis = AXIS;
  private readonly domain = computed((): [number, number] => {
    const all = [...this.seams().map((seam) => seam.turns), this.next()];
    const low = Math.max(0, Math.floor(Math.min(...all) - AROUND_TURNS));
    return [low, Math.min(Math.ceil(this.travelTurns()), Math.ceil(Math.max(...all) + AROUND_TURNS))];
  });
  private readonly scale = computed(() => scaleLinear(this.domain(), [LEFT, RIGHT]));
  protected readonly ticks = computed(() => {
    const [low, high] = this.domain();
    return Array.from({ length: high - low + 1 }, (_, i) => low + i);
  });
  protected readonly marks = computed(() =>
    this.seams().map(({ turns, grade }, i, all) => {
      const before = all.slice(0, i).filter((seam) => seam.turns === turns).length;
      return {
        n: i + 1,
        turns,
        y: AXIS - 14 - 20 * Math.min(before, 2),
        shape: SHAPES[directionAfter(grade) + 1]!,
      };
    }),
  );
  /** Between the tightest setting seen too loose and the loosest seen too tight. */
  protected readonly between = computed(() => {
    const turnsOf = (direction: -1 | 1) =>
      this.seams()
        .filter(({ grade }) => directionAfter(grade) === direction)
        .map((seam) => seam.turns);
    const [low, high] = [Math.max(...turnsOf(1), -Infinity), Math.min(...turnsOf(-1), Infinity)];
    return Number.isFinite(low) && Number.isFinite(high) && low < high ? { low, high } : null;
  });
  protected readonly nextText = computed(() => turnsText(this.next()));
  protected readonly text = computed(() => {
    const seams = this.seams().map(({ turns, grade }) => `${turnsText(turns)} turns ${GRADE_WORDS[grade]}`);
    return [...seams, `next ${this.nextText()} turns`].join('; ');
  });

  protected x(turns: number): number {
    return this.scale()(turns);
  }
}

/** Bobbin thread on top, balanced, needle thread below: by direction -1, 0, 1. */
const SHAPES = ['M0 -8L8 7H-8z', 'M-7 -7H7V7H-7z', 'M-8 -7H8L0 8z'] as const;
