import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { bladeDiameterMm } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';
import { lengthText } from '../words/units-text';

const PX_PER_MM = 62;
const CENTRE = 150;
/** Eye width as a share of the blade. Assumption: drawn, never used in calculations. */
const EYE_SHARE = 0.4;

/** Blade, groove, eye and thread to scale. */
@Component({
  selector: 'gan-eye-drawing',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="eye-and-thread" [text]="text()">
    <svg viewBox="0 0 400 250" role="img" [attr.aria-label]="text()">
      <path class="blade" [attr.d]="bladePath()" />
      <rect class="groove" [attr.x]="centre - groove() / 2" y="0" [attr.width]="groove()" height="120" />
      <rect
        class="eye"
        [attr.x]="centre - eye() / 2"
        y="112"
        [attr.width]="eye()"
        height="70"
        [attr.rx]="eye() / 2"
      />
      <path class="thread" [attr.d]="threadPath" [attr.stroke-width]="thread()" />
      <g class="labels">
        <text x="4" y="40">blade</text>
        <text x="4" y="58" class="value">{{ length(bladeMm(), 2) }}</text>
        <text x="4" y="140">eye, about</text>
        <text x="4" y="158" class="value">{{ length(eyeMm(), 2) }}</text>
        <text x="296" y="150">thread</text>
        <text x="296" y="168" class="value">{{ length(threadMm(), 2) }}</text>
      </g>
      <path class="bar" [attr.d]="bar" />
      <text x="74" y="233" class="value">{{ lengthText(1) }}</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
      max-height: 184px;
    }
    .blade {
      fill: var(--steel);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .groove {
      fill: var(--steel-dark);
    }
    .eye {
      fill: var(--ground);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .thread {
      fill: none;
      stroke: var(--thread);
      stroke-linecap: butt;
    }
    .bar {
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      font-size: 15px;
      font-weight: 600;
    }
    .value {
      font-weight: 500;
    }
  `,
})
export class EyeDrawingComponent {
  protected readonly lengthText = lengthText;
  protected readonly length = lengthText;
  readonly nm = input.required<number>();
  readonly threadMm = input.required<number>();

  private readonly px = scaleLinear([0, 1], [0, PX_PER_MM]);
  protected readonly centre = CENTRE;
  protected readonly bar = `M4 228h${PX_PER_MM}`;
  protected readonly bladeMm = computed(() => bladeDiameterMm(this.nm()));
  protected readonly eyeMm = computed(() => EYE_SHARE * this.bladeMm());
  protected readonly thread = computed(() => this.px(this.threadMm()));
  protected readonly eye = computed(() => this.px(this.eyeMm()));
  protected readonly groove = computed(() => this.px(0.42 * this.bladeMm()));
  protected readonly threadPath = `M${CENTRE} 0V130Q${CENTRE} 160 ${CENTRE + 40} 160H${CENTRE + 136}`;
  protected readonly bladePath = computed(() => {
    const half = this.px(this.bladeMm()) / 2;
    return `M${CENTRE - half} -4V190L${CENTRE} 246L${CENTRE + half} 190V-4`;
  });
  protected readonly text = computed(
    () =>
      `Thread of ${lengthText(this.threadMm(), 2)} in a blade of ${lengthText(this.bladeMm(), 2)}, drawn to one scale.`,
  );
}
