import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { arc } from 'd3-shape';
import { inTurns, turnsText } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';

const R = 78;
const ARROW_R = 96;
const TICKS = 16;

/** The top knob face on: where its mark is, where it goes, and which way. Clockwise is tighter. */
@Component({
  selector: 'gan-knob-dial',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="knob" [text]="text()">
    <svg viewBox="-130 -112 260 224" role="img" [attr.aria-label]="text()">
      <circle class="face" r="${R}" />
      @for (tick of ticks; track tick.degrees) {
        <path class="tick" [attr.d]="tick.path" [attr.transform]="'rotate(' + tick.degrees + ')'" />
      }
      @if (from() !== null && from() !== to()) {
        <circle class="now" [attr.cx]="place(from()!).x" [attr.cy]="place(from()!).y" r="9" />
        <path class="arrow" [attr.d]="sweep()" />
        <path class="arrow-head" d="M-9 0H9L0 16z" [attr.transform]="head()" />
      }
      <circle class="next" [attr.cx]="place(to()).x" [attr.cy]="place(to()).y" r="9" />
      <text class="turns" text-anchor="middle" y="2">{{ turns() }}</text>
      <text text-anchor="middle" y="24">turns in from zero</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
      max-height: 230px;
    }
    .face {
      fill: var(--card);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .tick {
      stroke: var(--ink);
      stroke-width: 2;
    }
    .now {
      fill: var(--card);
      stroke: var(--thread);
      stroke-width: 3;
    }
    .next {
      fill: var(--ink);
    }
    .arrow,
    .arrow-head {
      fill: var(--thread);
    }
    .turns {
      font-size: 34px;
      font-weight: 600;
    }
    text {
      font-size: 15px;
    }
  `,
})
export class KnobDialComponent {
  /** Where the knob is; null if not known. */
  readonly from = input.required<number | null>();
  readonly to = input.required<number>();

  protected readonly ticks = Array.from({ length: TICKS }, (_, i) => ({
    degrees: (i * 360) / TICKS,
    path: `M0 -${i % 4 === 0 ? R - 13 : R - 7}V-${R}`,
  }));
  protected readonly turns = computed(() => turnsText(this.to()));
  /** The arc of the move, at most one turn: a longer move is in the words. */
  private readonly angles = computed(() => {
    const start = angleOf(this.from() ?? this.to());
    const move = Math.max(-0.92, Math.min(0.92, this.to() - (this.from() ?? this.to())));
    return { start, end: start + move * 2 * Math.PI };
  });
  protected readonly sweep = computed(() => {
    const { start, end } = this.angles();
    return (
      arc()({ innerRadius: ARROW_R - 2, outerRadius: ARROW_R + 2, startAngle: start, endAngle: end }) ?? ''
    );
  });
  protected readonly head = computed(() => {
    const { start, end } = this.angles();
    const degrees = (end * 180) / Math.PI;
    const turn = end > start ? -90 : 90;
    return `rotate(${degrees}) translate(0 -${ARROW_R}) rotate(${turn})`;
  });
  protected readonly text = computed(() => {
    const from = this.from();
    return from === null || from === this.to()
      ? `Knob at ${inTurns(this.to())} from fully off.`
      : `Knob from ${turnsText(from)} to ${inTurns(this.to())} from fully off.`;
  });

  protected place(turns: number): { x: number; y: number } {
    const angle = angleOf(turns);
    return { x: (R - 22) * Math.sin(angle), y: -(R - 22) * Math.cos(angle) };
  }
}

const angleOf = (turns: number): number => (turns % 1) * 2 * Math.PI;
