import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  diameterOfConstruction,
  SHIPPED_VALUES,
  SIZE_LADDER,
  threadConstruction,
  type Values,
} from '@gantelet/core';
import { DrawingComponent } from './drawing.component';
import { lengthText } from '../words/units-text';

/** A thread to show on the size ladder. */
export interface LadderMark {
  readonly tex: number;
  readonly label: string;
}

const PX_PER_MM = 34;
const GAP = 15;
const LEFT = 190;
const RIGHT = 470;

/**
 * The size ladder as threads side by side, thinnest on top, each at its thickness, with the given threads among them.
 */
@Component({
  selector: 'gan-thread-ladder',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="thread-ladder" [text]="text()">
    <svg [attr.viewBox]="'0 0 620 ' + height()" role="img" [attr.aria-label]="text()">
      @for (row of rows(); track $index) {
        <path
          [attr.class]="row.read ? 'read' : 'rung'"
          [attr.d]="'M${LEFT} ' + row.y + 'H${RIGHT}'"
          [attr.stroke-width]="row.width"
        />
        <text x="${LEFT - 10}" [attr.y]="row.y + 5" text-anchor="end" [class.strong]="row.read">
          {{ row.label }}
        </text>
        <text x="${RIGHT + 10}" [attr.y]="row.y + 5" [class.strong]="row.read">{{ row.size }}</text>
      }
      <path class="bar" [attr.d]="'M${LEFT} ' + (height() - 12) + 'h${PX_PER_MM}'" />
      <text x="${LEFT + PX_PER_MM + 8}" [attr.y]="height() - 7">{{ lengthText(1) }}</text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
      max-width: 680px;
    }
    .rung {
      stroke: var(--felt);
    }
    .read {
      stroke: var(--thread);
    }
    text {
      font-size: 14px;
    }
    .strong {
      font-weight: 600;
      font-size: 15px;
    }
    .bar {
      stroke: var(--ink);
      stroke-width: 2;
    }
  `,
})
export class ThreadLadderComponent {
  protected readonly lengthText = lengthText;
  readonly marks = input.required<readonly LadderMark[]>();
  readonly constructionId = input.required<string>();
  readonly values = input<Values>(SHIPPED_VALUES);

  protected readonly rows = computed(() => {
    const construction = threadConstruction(this.constructionId())!;
    const marks = this.marks().map((mark) => ({ ...mark, read: true }));
    const rungs = SIZE_LADDER.filter((tex) => !marks.some((mark) => Math.round(mark.tex) === tex)).map(
      (tex) => ({
        tex,
        label: `Tex ${tex}`,
        read: false,
      }),
    );
    let below = 14;
    return [...marks, ...rungs]
      .sort((a, b) => a.tex - b.tex || a.label.localeCompare(b.label))
      .map(({ tex, label, read }) => {
        const diameterMm = diameterOfConstruction(tex, construction, this.values()).value;
        const width = diameterMm * PX_PER_MM;
        const y = below + width / 2;
        below = y + width / 2 + GAP;
        return {
          label,
          read,
          width,
          y,
          size: `${lengthText(diameterMm, 2)}${read ? `, Tex ${Math.round(tex)}` : ''}`,
        };
      });
  });
  protected readonly height = computed(() => {
    const last = this.rows().at(-1)!;
    return last.y + last.width / 2 + 40;
  });
  protected readonly text = computed(() => {
    const order = this.rows()
      .filter(({ read }) => read)
      .map(({ label, size }) => `${label} ${size}`);
    return order.length === 0
      ? 'The size ladder, each thread drawn to scale.'
      : `On the size ladder, thinnest first: ${order.join('; ')}.`;
  });
}
