import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { SHIPPED_VALUES, type Values } from '@gantelet/core';

const [WIDTH, PITCH, FIRST, STITCHES] = [240, 34, 20, 6];
const [FACE_Y, BACK_Y] = [30, 96];

/** Both sides of a seam, as the model sews them: stitches, dots at the holes, a flat line, loops, pucker. */
@Component({
  selector: 'gan-seam-faces',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 ${WIDTH} 128" role="img" [attr.aria-label]="text()">
    <rect [attr.class]="leather() ? 'hide' : 'cloth'" width="${WIDTH}" height="60" />
    <rect [attr.class]="leather() ? 'hide' : 'cloth'" y="66" width="${WIDTH}" height="60" />
    @for (x of pleats(); track $index) {
      <path class="pleat" [attr.d]="'M' + x + ' 8q4 22 0 44M' + x + ' 74q4 22 0 44'" />
    }
    <path class="needle" [attr.d]="face()" />
    <path class="bobbin" [attr.d]="back()" />
    @for (hole of holes; track hole) {
      @if (tightDot() > 0) {
        <circle class="bobbin-dot" [attr.cx]="hole" cy="${FACE_Y}" [attr.r]="tightDot()" />
      }
      @if (looseDot() > 0) {
        <circle class="needle-dot" [attr.cx]="hole" cy="${BACK_Y}" [attr.r]="looseDot()" />
      }
      @if (loop() > 0) {
        <ellipse
          class="loop"
          [attr.cx]="hole"
          [attr.cy]="backY + loop()"
          [attr.rx]="loop() * 0.6"
          [attr.ry]="loop()"
        />
      }
    }
    <text x="4" y="13">face</text>
    <text x="4" y="79">back</text>
  </svg>`,
  styles: `
    svg {
      width: 100%;
      display: block;
    }
    .hide {
      fill: var(--hide);
    }
    .cloth {
      fill: var(--cloth);
    }
    .needle,
    .bobbin {
      fill: none;
      stroke-width: 5;
      stroke-linecap: round;
    }
    .needle {
      stroke: var(--thread);
    }
    .bobbin {
      stroke: var(--bobbin);
    }
    .bobbin-dot {
      fill: var(--bobbin);
    }
    .needle-dot {
      fill: var(--thread);
    }
    .loop {
      fill: none;
      stroke: var(--thread);
      stroke-width: 3.5;
    }
    .pleat {
      fill: none;
      stroke: var(--hole);
      stroke-width: 1.5;
      opacity: 0.6;
    }
    text {
      font-size: 12px;
      fill: var(--hole);
    }
  `,
})
export class SeamFacesComponent {
  /** Distance from balance in half windows, tight positive. */
  readonly z = input.required<number>();
  readonly leather = input(true);
  readonly pucker = input(false);
  readonly values = input<Values>(SHIPPED_VALUES);

  protected readonly backY = BACK_Y;
  protected readonly holes = Array.from({ length: STITCHES + 1 }, (_, i) => FIRST + i * PITCH);
  private readonly near = computed(() => this.values()['tension.near-threshold'].value);
  private readonly far = computed(() => this.values()['tension.far-threshold'].value);
  /** Size of the other thread's dots, growing from where they first show. */
  private dot(past: number): number {
    return past <= 0 ? 0 : Math.min(6, 2.5 + 2.5 * past);
  }
  protected readonly tightDot = computed(() => (this.flat() ? 0 : this.dot(this.z() - this.near())));
  protected readonly looseDot = computed(() => this.dot(-this.z() - this.near()));
  protected readonly loop = computed(() => {
    const past = -this.z() - this.far();
    return past <= 0 ? 0 : Math.min(14, 6 + 3 * past);
  });
  private readonly flat = computed(() => this.z() > this.far());
  protected readonly pleats = computed(() =>
    this.pucker() ? this.holes.slice(1).map((x) => x - PITCH / 2) : [],
  );
  protected readonly face = computed(() => (this.flat() ? `M0 ${FACE_Y}H${WIDTH}` : stitches(FACE_Y)));
  protected readonly back = computed(() => (this.loop() > 0 ? `M0 ${BACK_Y}H${WIDTH}` : stitches(BACK_Y)));
  protected readonly text = computed(() => {
    const shows = this.loop()
      ? 'loops below'
      : this.looseDot()
        ? 'dots of needle thread on the underside'
        : this.flat()
          ? 'a flat line on top'
          : this.tightDot()
            ? 'dots of bobbin thread on top'
            : 'both sides clean';
    return `Calculated seam, both sides: ${shows}${this.pucker() ? ', puckered' : ''}.`;
  });
}

/** A row of stitches, each sunk a little at its holes. */
function stitches(y: number): string {
  const parts = Array.from({ length: STITCHES }, (_, i) => {
    const [from, to] = [FIRST + i * PITCH + 3, FIRST + (i + 1) * PITCH - 3];
    return `M${from} ${y}H${to}`;
  });
  return parts.join('');
}
