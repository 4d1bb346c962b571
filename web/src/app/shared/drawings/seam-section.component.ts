import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SeamGrade } from '@gantelet/core';

/** Height of the lock in the stack, 0 at the back and 1 at the face, and how far thread stands out of it. */
const LOCKS: Readonly<Record<SeamGrade, { readonly lock: number; readonly out: number }>> = {
  'loops-below': { lock: 0, out: 9 },
  'dots-below': { lock: 0, out: 3 },
  balanced: { lock: 0.5, out: 0 },
  'dots-on-top': { lock: 1, out: 3 },
  'flat-line-on-top': { lock: 1, out: 0 },
};

const [TOP, BOTTOM, LEFT, PITCH, HOLES] = [14, 50, 14, 23, 4];

/** The seam cut along its line, as a grade shows it: needle thread from above, bobbin thread from below. */
@Component({
  selector: 'gan-seam-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 98 66" aria-hidden="true">
    <rect class="work" x="2" y="${TOP}" width="94" height="${BOTTOM - TOP}" />
    <path class="needle" [attr.d]="needle()" />
    <path class="bobbin" [attr.d]="bobbin()" />
  </svg>`,
  styles: `
    svg {
      width: 100%;
      display: block;
    }
    .work {
      fill: var(--hide);
    }
    path {
      fill: none;
      stroke-width: 4.5;
      stroke-linejoin: round;
    }
    .needle {
      stroke: var(--thread);
    }
    .bobbin {
      stroke: var(--bobbin);
    }
  `,
})
export class SeamSectionComponent {
  readonly grade = input.required<SeamGrade>();

  private readonly lockY = computed(() => BOTTOM - LOCKS[this.grade()].lock * (BOTTOM - TOP));
  private readonly holes = Array.from({ length: HOLES }, (_, i) => LEFT + i * PITCH);

  protected readonly needle = computed(() => {
    const grade = this.grade();
    const { out } = LOCKS[grade];
    const depth = grade === 'loops-below' || grade === 'dots-below' ? this.lockY() + out : this.lockY();
    if (grade === 'flat-line-on-top') return `M2 ${TOP - 3}H96`;
    return this.path(TOP - 2, depth);
  });
  protected readonly bobbin = computed(() => {
    const grade = this.grade();
    if (grade === 'loops-below') return `M2 ${BOTTOM + 3}H96`;
    return this.path(
      BOTTOM + 2,
      grade === 'dots-on-top' || grade === 'flat-line-on-top' ? TOP - LOCKS[grade].out : this.lockY(),
    );
  });

  /** A thread along one face that dips to a depth in every hole. */
  private path(faceY: number, depthY: number): string {
    const dips = this.holes.map((x) => `H${x - 2.5}V${depthY}H${x + 2.5}V${faceY}`).join('');
    return `M2 ${faceY}${dips}H96`;
  }
}
