import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { NeedleComparison } from '@gantelet/core';
import { DrawingComponent } from '../../shared/drawings/drawing.component';
import { lengthText } from '../../shared/words/units-text';

const PX_PER_MM = 6;
const TOP = 22;
/** If nobody knows a length, it is drawn like a usual needle's and dashed. Assumption. */
const USUAL_MM = { shankDiameterMm: 2, buttToEyeMm: 36, pointMm: 5 };
const SHANK_SHARE = 0.42;
const EYE_MM = 2.2;

/** Two needles from the threading side, butts on one line, to scale: an eye in another place shows at once. */
@Component({
  selector: 'gan-needle-pair-drawing',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="two-needles" [text]="text()">
    <svg [attr.viewBox]="'0 0 240 ' + height()" role="img" [attr.aria-label]="text()">
      @for (needle of needles(); track $index) {
        <text [attr.x]="needle.x" y="14" text-anchor="middle">{{ needle.name }}</text>
        <path class="needle" [class.guessed]="needle.guessed" [attr.d]="needle.outline" />
        <ellipse
          class="eye"
          [attr.cx]="needle.x"
          [attr.cy]="needle.eyeY + needle.eyeRy"
          [attr.rx]="needle.eyeRx"
          [attr.ry]="needle.eyeRy"
        />
        <path class="level" [attr.d]="'M20 ' + needle.eyeY + 'h200'" />
      }
      <path class="bar" [attr.d]="'M20 ' + (height() - 12) + 'h60'" />
      <text x="88" [attr.y]="height() - 7">{{ lengthText(10) }}</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
      max-height: 420px;
    }
    .needle {
      fill: var(--steel);
      stroke: var(--ink);
      stroke-width: 1.2;
    }
    .guessed {
      stroke-dasharray: 4 3;
    }
    .eye {
      fill: var(--hole);
    }
    .level {
      stroke: var(--act);
      stroke-width: 1;
      stroke-dasharray: 2 3;
    }
    .bar {
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      font-size: 12px;
    }
  `,
})
export class NeedlePairDrawingComponent {
  protected readonly lengthText = lengthText;
  readonly comparison = input.required<NeedleComparison>();
  readonly names = input.required<readonly [first: string, second: string]>();
  /** What the drawing shows, in words. */
  readonly text = input.required<string>();

  protected readonly needles = computed(() => {
    const lengths = this.comparison().lengths;
    return this.names().map((name, i) => {
      const known = (length: string): number | null => {
        const row = lengths.find((one) => one.length === length);
        return (i === 0 ? row?.first : row?.second)?.value ?? null;
      };
      const [shank, butt] = [known('shankDiameterMm'), known('buttToEyeMm')];
      const blade = known('bladeMm') ?? 1;
      const eyeMm = butt ?? USUAL_MM.buttToEyeMm;
      const overallMm = known('overallMm') ?? eyeMm + USUAL_MM.pointMm;
      const x = 70 + i * 100;
      const half = (mm: number): number => (mm * PX_PER_MM) / 2;
      const [s, b] = [half(shank ?? USUAL_MM.shankDiameterMm), half(blade)];
      const y = (mm: number): number => TOP + mm * PX_PER_MM;
      const [shankEnd, taper, point] = [y(eyeMm * SHANK_SHARE), y(eyeMm * SHANK_SHARE + 2), y(overallMm)];
      const outline =
        `M${x - s} ${TOP}H${x + s}V${shankEnd}L${x + b} ${taper}V${point - 12}` +
        `L${x} ${point}L${x - b} ${point - 12}V${taper}L${x - s} ${shankEnd}Z`;
      const [eyeRx, eyeRy] = [b * 0.45, half(EYE_MM)];
      return {
        name,
        x,
        outline,
        guessed: shank === null || butt === null,
        eyeY: y(eyeMm),
        eyeRx,
        eyeRy,
        point,
      };
    });
  });
  protected readonly height = computed(() => Math.max(...this.needles().map(({ point }) => point)) + 36);
}
