import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { bladeDiameterMm } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';
import { lengthText } from '../words/units-text';

const PX_PER_MM = 30;
const CENTRE_Y = 84;

/** The plate hole from above with the blade in it and the thread beside it, to scale. */
@Component({
  selector: 'gan-plate-drawing',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="plate-hole" [text]="text()">
    <svg viewBox="0 0 200 210" role="img" [attr.aria-label]="text()">
      <rect class="plate" x="20" y="6" width="160" height="156" />
      <circle class="hole" cx="100" cy="${CENTRE_Y}" [attr.r]="px(holeMm()) / 2" />
      <circle class="blade" cx="100" cy="${CENTRE_Y}" [attr.r]="px(bladeMm()) / 2" />
      <circle
        class="thread"
        [attr.cx]="100 + px(bladeMm() + threadMm()) / 2"
        cy="${CENTRE_Y}"
        [attr.r]="px(threadMm()) / 2"
      />
      <text x="100" y="180" text-anchor="middle">plate hole {{ length(holeMm(), 2) }}</text>
      <path class="bar" d="M85 196h${PX_PER_MM}" />
      <text x="122" y="201">{{ lengthText(1) }}</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
      max-height: 184px;
    }
    .plate {
      fill: var(--steel);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .hole {
      fill: var(--hole);
    }
    .blade {
      fill: var(--steel-dark);
      stroke: var(--card);
      stroke-width: 1;
    }
    .thread {
      fill: var(--thread);
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
export class PlateDrawingComponent {
  protected readonly lengthText = lengthText;
  protected readonly length = lengthText;
  readonly holeMm = input.required<number>();
  readonly nm = input.required<number>();
  readonly threadMm = input.required<number>();

  protected readonly bladeMm = computed(() => bladeDiameterMm(this.nm()));
  protected readonly text = computed(
    () =>
      `Blade of ${lengthText(this.bladeMm(), 2)} in a plate hole of ${lengthText(this.holeMm(), 2)}, seen from above to scale.`,
  );

  protected px(mm: number): number {
    return mm * PX_PER_MM;
  }
}
