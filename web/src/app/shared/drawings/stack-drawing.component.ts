import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Stack } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';
import { lengthText } from '../words/units-text';

const PX_PER_MM = 22;
const MOST_PX = 150;

/** The stack from the side, each ply at its thickness. */
@Component({
  selector: 'gan-stack-drawing',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="stack" [text]="text()">
    <svg [attr.viewBox]="'0 0 286 ' + (height() + 26)" role="img" [attr.aria-label]="text()">
      @for (ply of plies(); track $index) {
        <rect [attr.class]="ply.kind" x="1" [attr.y]="ply.y + 1" width="180" [attr.height]="ply.height" />
      }
      <path class="bar" [attr.d]="'M1 ' + (height() + 16) + 'h' + scale()" />
      <text [attr.x]="scale() + 8" [attr.y]="height() + 21">{{ lengthText(1) }}</text>
      <text x="190" [attr.y]="height() / 2 + 6" class="sum">{{ length(stack().thicknessMm, 1) }}</text>
    </svg>
  </gan-drawing>`,
  styleUrl: './plies.scss',
  styles: `
    svg {
      width: 100%;
    }
    .bar {
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      font-size: 13px;
    }
    .sum {
      font-size: 17px;
      font-weight: 600;
    }
  `,
})
export class StackDrawingComponent {
  protected readonly lengthText = lengthText;
  protected readonly length = lengthText;
  readonly stack = input.required<Stack>();

  protected readonly scale = computed(() => Math.min(PX_PER_MM, MOST_PX / this.stack().thicknessMm));
  protected readonly height = computed(() => this.stack().thicknessMm * this.scale());
  protected readonly plies = computed(() => {
    let y = 0;
    return this.stack().layers.flatMap((layer) =>
      Array.from({ length: layer.plies }, () => {
        const height = layer.thicknessMm * this.scale();
        y += height;
        return { kind: layer.material.kind, height, y: y - height };
      }),
    );
  });
  protected readonly text = computed(
    () =>
      `Stack of ${lengthText(this.stack().thicknessMm, 1)}: ` +
      this.stack()
        .layers.map((l) => `${l.plies} of ${l.material.name} at ${lengthText(l.thicknessMm, 2)}`)
        .join(', '),
  );
}
