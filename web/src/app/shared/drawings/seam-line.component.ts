import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CutAngle, SeamHole } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';
import { lengthText } from '../words/units-text';

const PX_PER_MM = 18;
const WIDTH = 560;
const Y = 28;

/**
 * The stitch line from above, to scale: holes at their cut angle, the material between them, straight or slanted
 * stitches, and the edge at the least distance advised.
 */
@Component({
  selector: 'gan-seam-line',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="stitch-line" [text]="text()">
    <svg [attr.viewBox]="'0 0 560 ' + (edgeY() + 32)" role="img" [attr.aria-label]="text()">
      <rect [attr.class]="leather() ? 'hide' : 'cloth'" width="560" [attr.height]="edgeY()" />
      <path class="edge" [attr.d]="'M0 ' + edgeY() + 'H560'" />
      <path class="measure" [attr.d]="'M536 ${Y}V' + edgeY()" />
      <text x="528" [attr.y]="edgeWordY()" text-anchor="end">edge {{ length(edgeMm(), 1) }}</text>
      @for (x of places(); track $index) {
        @for (angle of angles(); track angle) {
          <ellipse
            class="hole"
            [attr.rx]="rx()"
            [attr.ry]="ry()"
            [attr.transform]="'translate(' + x + ' ${Y}) rotate(' + -angle + ')'"
          />
        }
      }
      @for (x of places().slice(1); track $index) {
        <path class="thread" [attr.stroke-width]="thread()" [attr.d]="stitchPath(x)" />
      }
      <path class="bar" [attr.d]="'M370 ' + (edgeY() + 19) + 'h${5 * PX_PER_MM}'" />
      <text x="0" [attr.y]="edgeY() + 24">
        stitch {{ length(stitchMm(), 2) }}, land {{ length(hole().landMm, 1) }}, shortest stitch
        {{ length(hole().shortestStitchMm, 1) }}
      </text>
      <text x="362" [attr.y]="edgeY() + 24" text-anchor="end">{{ lengthText(5) }}</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
    }
    .hide {
      fill: var(--hide);
    }
    .cloth {
      fill: var(--cloth);
    }
    .edge {
      stroke: var(--ink);
      stroke-width: 2;
    }
    .measure {
      stroke: var(--ink);
      stroke-width: 1.5;
      stroke-dasharray: 3 3;
    }
    .hole {
      fill: var(--hole);
    }
    .thread {
      stroke: var(--thread);
      stroke-linecap: round;
      fill: none;
    }
    .bar {
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      font-size: 14px;
    }
  `,
})
export class SeamLineComponent {
  protected readonly lengthText = lengthText;
  protected readonly length = lengthText;
  readonly hole = input.required<SeamHole>();
  readonly cutAngle = input.required<CutAngle>();
  readonly stitchMm = input.required<number>();
  readonly threadMm = input.required<number>();
  readonly leather = input.required<boolean>();
  /** Least distance from seam to edge. */
  readonly edgeMm = input.required<number>();

  protected readonly edgeWordY = computed(() => (this.edgeY() + Y) / 2 + 8);
  protected readonly edgeY = computed(() => Y + this.edgeMm() * PX_PER_MM);
  protected readonly rx = computed(() => (this.hole().cutMm * PX_PER_MM) / 2);
  protected readonly ry = computed(() => (this.hole().widthMm * PX_PER_MM) / 2);
  protected readonly thread = computed(() => this.threadMm() * PX_PER_MM);
  private readonly slantPx = computed(() => {
    const angle = this.cutAngle();
    return typeof angle === 'number' ? Math.sin((2 * angle * Math.PI) / 180) * this.rx() * 0.25 : 0;
  });
  protected readonly places = computed(() => {
    const pitch = this.stitchMm() * PX_PER_MM;
    return Array.from({ length: Math.floor((WIDTH - 20) / pitch) + 1 }, (_, i) => 20 + i * pitch);
  });
  /** The cuts of one hole: crossed and three-edged points have more than one. */
  protected readonly angles = computed((): readonly number[] => {
    const angle = this.cutAngle();
    if (angle === 'both') return [0, 90];
    if (angle === 'three') return [0, 60, 120];
    return [angle ?? 0];
  });
  protected readonly text = computed(
    () =>
      `Stitches of ${lengthText(this.stitchMm(), 2)} with ${lengthText(this.hole().landMm, 1)} standing between the holes, ${lengthText(this.edgeMm(), 1)} or more off the edge.`,
  );

  protected stitchPath(x: number): string {
    const slant = this.slantPx();
    return `M${x - this.stitchMm() * PX_PER_MM} ${Y - slant}L${x} ${Y + slant}`;
  }
}
