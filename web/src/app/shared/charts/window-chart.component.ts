import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { area } from 'd3-shape';
import { directionAfter, inTurns, turnsText, type SeamGrade } from '@gantelet/core';
import { GRADE_WORDS } from '../words/tension-words';
import { ChartAxisDirective } from './chart-axis.directive';
import { ChartFrameComponent } from './chart-frame.component';
import type { ChartTable } from './chart-table';

/** A seam as the chart marks it. */
export interface SeamMark {
  readonly turns: number;
  readonly grade: SeamGrade;
}

/** Chance that a setting is in the window. */
export interface WindowPoint {
  readonly turns: number;
  readonly sure: number;
}

const [LEFT, RIGHT, TOP, AXIS] = [20, 540, 26, 118];
const AROUND_TURNS = 1;
/** Settings less likely than this are left off the ends of the chart. */
const SHOWN_FROM = 0.02;

/**
 * The window of good settings as a band of chance over knob turns, the test seams as points, and the next setting.
 */
@Component({
  selector: 'gan-window-chart',
  imports: [ChartAxisDirective, ChartFrameComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-chart-frame
    name="tension-window"
    [text]="text()"
    [table]="table()"
    note="▽ needle thread below, ▢ balanced, △ bobbin thread on top."
  >
    <svg viewBox="0 0 560 172" role="img" [attr.aria-label]="text()">
      <path class="band" [attr.d]="band()" />
      <path class="sure" [attr.d]="'M${LEFT} ' + y(0.95) + 'H${RIGHT}'" />
      <text class="small" x="${LEFT}" [attr.y]="y(0.95) + 18">95 % sure</text>
      <g ganChartAxis="bottom" [scale]="scale()" at="${AXIS}" [ticks]="ticks()" />
      <text x="${LEFT}" y="168">turns in from zero</text>
      <path class="next" [attr.d]="'M' + x(next()) + ' 20V${AXIS}'" />
      <text class="next-word" [attr.x]="wordX()" y="14" text-anchor="middle">
        {{ word() }} {{ nextText() }}
      </text>
      @for (mark of marks(); track mark.n) {
        <path
          class="mark"
          [attr.d]="mark.shape"
          [attr.transform]="'translate(' + x(mark.turns) + ' ' + mark.y + ')'"
        />
        <text class="n" [attr.x]="x(mark.turns) + 11" [attr.y]="mark.y + 5">{{ mark.n }}</text>
      }
    </svg>
  </gan-chart-frame>`,
  styles: `
    svg {
      font-size: 14px;
    }
    .band {
      fill: var(--good-tint);
      stroke: var(--good);
      stroke-width: 2;
    }
    .sure {
      stroke: var(--ink-soft);
      stroke-dasharray: 2 4;
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
    .small {
      font-size: 12px;
      fill: var(--ink-soft);
    }
    .n {
      font-size: 13px;
      font-weight: 600;
    }
    /* Drawn at two thirds of its size there: text must still be readable. */
    @media (max-width: 700px) {
      svg,
      .next-word,
      .small,
      .n {
        font-size: 22px;
      }
    }
  `,
})
export class WindowChartComponent {
  readonly seams = input.required<readonly SeamMark[]>();
  readonly curve = input.required<readonly WindowPoint[]>();
  readonly next = input.required<number>();
  readonly word = input('next');
  readonly travelTurns = input.required<number>();

  private readonly domain = computed(() => {
    const likely = this.curve().filter(({ sure }) => sure >= SHOWN_FROM);
    const all = [...this.seams(), ...likely].map(({ turns }) => turns).concat(this.next());
    return [
      Math.max(0, Math.floor(Math.min(...all) - AROUND_TURNS / 2)),
      Math.min(this.travelTurns(), Math.ceil(Math.max(...all) + AROUND_TURNS / 2)),
    ] as const;
  });
  protected readonly scale = computed(() => scaleLinear(this.domain(), [LEFT, RIGHT]));
  private readonly height = scaleLinear([0, 1], [AXIS, TOP]);
  protected readonly ticks = computed(() => this.scale().ticks(8).filter(Number.isInteger));
  /** Above the setting, but within the drawing. */
  protected readonly wordX = computed(() => Math.min(RIGHT - 45, Math.max(LEFT + 45, this.x(this.next()))));
  protected readonly nextText = computed(() => turnsText(this.next()));
  private readonly shown = computed(() => {
    const [low, high] = this.domain();
    return this.curve().filter(({ turns }) => turns >= low && turns <= high);
  });
  protected readonly band = computed(() => {
    const draw = area<WindowPoint>()
      .x(({ turns }) => this.x(turns))
      .y0(AXIS)
      .y1(({ sure }) => this.y(sure));
    return draw(this.shown()) ?? '';
  });
  protected readonly marks = computed(() => {
    const level = new Map<number, number>();
    return this.seams().map(({ turns, grade }, i) => {
      const stacked = level.get(turns) ?? 0;
      level.set(turns, stacked + 1);
      return { n: i + 1, turns, shape: SHAPES[directionAfter(grade)], y: AXIS - 13 - 20 * stacked };
    });
  });
  protected readonly table = computed<ChartTable>(() => ({
    headings: ['Turns in from zero', 'In the window, %', 'Seams there'],
    rows: this.shown().map(({ turns, sure }) => [turns, 100 * sure, this.seamsAt(turns)]),
  }));
  protected readonly text = computed(() => {
    const said = this.seams().map(({ turns, grade }) => `${inTurns(turns)} ${GRADE_WORDS[grade]}`);
    const best = this.curve().reduce((top, one) => (one.sure > top.sure ? one : top), { turns: 0, sure: 0 });
    const likeliest = `most likely ${inTurns(best.turns)}, ${Math.round(100 * best.sure)} %`;
    return [...said, likeliest, `${this.word()} ${inTurns(this.next())}`].join('; ');
  });

  private seamsAt(turns: number): string {
    const there = this.seams().filter((seam) => seam.turns === turns);
    return there.map(({ grade }) => GRADE_WORDS[grade]).join(', ');
  }

  protected x(turns: number): number {
    return this.scale()(turns);
  }

  protected y(sure: number): number {
    return this.height(sure);
  }
}

/** A mark that points the way the top tension has to go, so it can be read without colour. */
const SHAPES: Readonly<Record<-1 | 0 | 1, string>> = {
  1: 'M0 8L-8 -6H8z',
  0: 'M-6 -6H6V6H-6z',
  [-1]: 'M0 -8L8 6H-8z',
};
