import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { HookFigures, HookReading } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';
import { lengthText } from '../words/units-text';

const PX_PER_MM = 26;
/** The top of the eye when the needle has risen by the usual amount. */
const EYE_TOP = 150;
const EYE_MM = 2;
const BLADE_MM = 1.4;
const FRONT = 96;
const SIDE = 268;

/**
 * Where the hook's point is at the needle, to scale: from the hook's side, and from beside it. The target is a band,
 * the measurement a line.
 */
@Component({
  selector: 'gan-hook-drawing',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="hook-timing" [text]="text()">
    <svg viewBox="0 0 380 290" role="img" [attr.aria-label]="text()">
      <text x="20" y="16">from the hook</text>
      <rect
        class="low"
        [attr.x]="front - half"
        [attr.y]="20 + shown().rise"
        [attr.width]="2 * half"
        height="214"
        rx="6"
      />
      <path class="needle" [attr.d]="blade(front - half, front + half)" />
      <rect class="eye" [attr.x]="front - 8" [attr.y]="eyeTop" width="16" [attr.height]="eyeHeight" rx="8" />
      <rect
        class="band"
        [attr.x]="front - 34"
        [attr.y]="eyeTop - px(figures().aboveEyeMm.most)"
        width="120"
        [attr.height]="px(figures().aboveEyeMm.most - figures().aboveEyeMm.least)"
      />
      <path class="hook" [attr.d]="point(front, eyeTop - shown().above, 1)" />
      <text x="116" [attr.y]="eyeTop - shown().above + 34">hook point</text>
      <path class="measure" [attr.d]="'M30 ' + eyeTop + 'v' + shown().rise" />
      <text x="8" [attr.y]="eyeTop + shown().rise + 18">rise</text>
      <text [attr.x]="front - 56" [attr.y]="eyeTop + 30">eye</text>

      <text x="228" y="16">from beside it</text>
      <path class="needle" [attr.d]="profile" />
      <path class="hook" [attr.d]="point(side + half - 7 + shown().gap, eyeTop - shown().above, 1)" />
      <text x="238" y="278">gap {{ gapText() }}</text>
      <path class="bar" d="M140 272h${PX_PER_MM}" />
      <text x="174" y="278">{{ lengthText(1) }}</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
      max-width: 460px;
    }
    .needle {
      fill: var(--steel);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .low {
      fill: none;
      stroke: var(--ink-soft);
      stroke-dasharray: 4 4;
    }
    .eye {
      fill: var(--hole);
    }
    .band {
      fill: var(--good);
      opacity: 0.3;
    }
    .hook {
      fill: var(--steel-dark);
      stroke: var(--card);
    }
    .measure,
    .bar {
      stroke: var(--ink);
      stroke-width: 2.5;
    }
    text {
      font-size: 14px;
    }
  `,
})
export class HookDrawingComponent {
  protected readonly lengthText = lengthText;
  readonly figures = input.required<HookFigures>();
  /** The measurement; without one, the middle of the target is drawn. */
  readonly reading = input<HookReading | null>(null);

  protected readonly front = FRONT;
  protected readonly side = SIDE;
  protected readonly half = (BLADE_MM / 2) * PX_PER_MM;
  protected readonly eyeTop = EYE_TOP;
  protected readonly eyeHeight = EYE_MM * PX_PER_MM;
  /** The needle from beside: the scarf is the hollow above the eye. */
  protected readonly profile = `M${SIDE - this.half} 20H${SIDE + this.half}V${EYE_TOP - 96}l-7 14V${EYE_TOP + 8}l7 14v46l-${this.half} 30l-${this.half} -30z`;

  private readonly mm = computed(() => {
    const [figures, reading] = [this.figures(), this.reading()];
    const of = (measure: 'riseMm' | 'aboveEyeMm' | 'clearanceMm'): number =>
      reading?.[measure] ?? (figures[measure].least + figures[measure].most) / 2;
    return { rise: of('riseMm'), above: of('aboveEyeMm'), gap: of('clearanceMm') };
  });
  /** Within the drawing: anything outside is shown at its edge. */
  protected readonly shown = computed(() => {
    const { rise, above, gap } = this.mm();
    return {
      rise: Math.min(this.px(rise), 84),
      above: Math.max(-60, Math.min(this.px(above), 120)),
      gap: Math.min(this.px(gap), 60),
    };
  });
  protected readonly gapText = computed(() => lengthText(this.mm().gap, 2));
  protected readonly text = computed(() => {
    const { rise, above, gap } = this.mm();
    return (
      `Hook point at the needle, to scale: needle risen ${lengthText(rise, 1)} from its lowest, ` +
      `point ${lengthText(above, 1)} above the eye, gap ${lengthText(gap, 2)}.`
    );
  });

  protected px(mm: number): number {
    return mm * PX_PER_MM;
  }

  protected blade(left: number, right: number): string {
    return `M${left} 20H${right}V228L${(left + right) / 2} 258L${left} 228z`;
  }

  /** The hook's point, with its tip at a place. */
  protected point(x: number, y: number, towards: number): string {
    return `M${x} ${y}l${towards * 78} -9v26z`;
  }
}
