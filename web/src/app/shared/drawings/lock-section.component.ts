import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { lockPosition, SHIPPED_VALUES, type Stack, type Values } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';

const [WIDTH, LEFT, PITCH, HOLES] = [290, 24, 52, 5];
const TOP = 26;
const MOST_PX = 96;
const PX_PER_MM = 26;

/** The seam cut along its line at a setting: the plies at their thickness, the knot where the model puts it. */
@Component({
  selector: 'gan-lock-section',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="seam-section" [text]="text()">
    <svg [attr.viewBox]="'0 0 ${WIDTH} ' + (bottom() + 34)" role="img" [attr.aria-label]="text()">
      @for (ply of plies(); track $index) {
        <rect
          [attr.class]="ply.kind"
          x="2"
          [attr.y]="ply.y"
          width="${WIDTH - 4}"
          [attr.height]="ply.height"
        />
      }
      <path class="middle" [attr.d]="middle()" />
      <path class="needle" [attr.stroke-width]="thread()" [attr.d]="needle()" />
      <path class="bobbin" [attr.stroke-width]="thread()" [attr.d]="bobbin()" />
      <text x="2" y="12">{{ words() }}</text>
    </svg>
  </gan-drawing>`,
  styleUrl: './plies.scss',
  styles: `
    svg {
      width: 100%;
    }
    .middle {
      stroke: var(--card);
      stroke-dasharray: 2 5;
      stroke-width: 1.5;
    }
    path {
      fill: none;
      stroke-linejoin: round;
    }
    .needle {
      stroke: var(--thread);
    }
    .bobbin {
      stroke: var(--bobbin);
    }
    text {
      font-size: 14px;
      font-weight: 600;
    }
  `,
})
export class LockSectionComponent {
  readonly stack = input.required<Stack>();
  /** Distance from balance in half windows, tight positive. */
  readonly z = input.required<number>();
  readonly threadMm = input.required<number>();
  readonly bothTight = input(false);
  readonly values = input<Values>(SHIPPED_VALUES);

  private readonly px = computed(() => Math.min(PX_PER_MM, MOST_PX / this.stack().thicknessMm));
  protected readonly bottom = computed(() => TOP + this.stack().thicknessMm * this.px());
  protected readonly thread = computed(() => Math.max(3, this.threadMm() * this.px()));
  protected readonly middle = computed(() => `M2 ${(this.bottom() + TOP) / 2}H${WIDTH - 2}`);
  protected readonly plies = computed(() => {
    let y = TOP;
    return this.stack().layers.flatMap(({ material, thicknessMm, plies }) =>
      Array.from({ length: plies }, () => {
        const ply = { kind: material.kind, y, height: thicknessMm * this.px() };
        y += ply.height;
        return ply;
      }),
    );
  });
  private readonly lock = computed(() => lockPosition(this.z(), this.values()));
  private readonly lockY = computed(() => this.bottom() - this.lock() * (this.bottom() - TOP));
  /** How much thread shows on a side: dots first, then loops. */
  private readonly out = computed(() => {
    const past = Math.abs(this.z()) - this.values()['tension.near-threshold'].value;
    return past <= 0 ? 0 : Math.min(14, 3 + 4 * past);
  });
  private readonly far = computed(() => Math.abs(this.z()) > this.values()['tension.far-threshold'].value);

  protected readonly needle = computed(() => {
    if (this.z() > 0 && this.far()) return `M2 ${TOP - 3}H${WIDTH - 2}`;
    const depth = this.z() < 0 ? this.lockY() + this.out() : this.lockY();
    return dips(TOP - 3, depth, this.thread(), this.pucker());
  });
  protected readonly bobbin = computed(() => {
    if (this.z() < 0 && this.far()) return `M2 ${this.bottom() + 3}H${WIDTH - 2}`;
    const depth = this.z() > 0 ? this.lockY() - this.out() : this.lockY();
    return dips(this.bottom() + 3, depth, this.thread(), -this.pucker());
  });
  private readonly pucker = computed(() => (this.bothTight() ? 6 : 0));
  protected readonly words = computed(() => {
    if (this.bothTight()) return 'both too tight: puckers';
    const near = Math.abs(this.z()) <= this.values()['tension.near-threshold'].value;
    if (near) return 'knot inside the stack';
    if (this.z() < 0) return this.far() ? 'loops below' : 'needle thread shows below';
    return this.far() ? 'flat line on top' : 'bobbin thread shows on top';
  });
  protected readonly text = computed(
    () =>
      `Calculated seam in section: ${this.words()}, knot ${Math.round(100 * this.lock())} % up from the underside.`,
  );
}

/** A thread along one side that dips into every hole; drawn in between the holes when it puckers. */
function dips(faceY: number, depthY: number, threadPx: number, pucker: number): string {
  const holes = Array.from({ length: HOLES }, (_, i) => LEFT + i * PITCH);
  const half = threadPx * 0.6;
  const between = (x: number): string =>
    pucker === 0 ? `H${x - half}` : `Q${x - PITCH / 2} ${faceY + pucker} ${x - half} ${faceY}`;
  return `M2 ${faceY}${holes.map((x) => `${between(x)}V${depthY}H${x + half}V${faceY}`).join('')}H${WIDTH - 2}`;
}
