import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SettingScrew } from '@gantelet/core';
import { DrawingComponent } from './drawing.component';

const NEAR_X = 112;
const FAR_X = 168;

/** The leaf spring of a bobbin case from the side, with the tension screw and the one that only holds it. */
@Component({
  selector: 'gan-leaf-drawing',
  imports: [DrawingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="leaf-screws" [text]="text()">
    <svg viewBox="0 0 240 84" role="img" [attr.aria-label]="text()">
      <rect class="case" x="14" y="22" width="212" height="40" rx="6" />
      <path class="leaf" d="M52 34h134v16h-134z" />
      <path class="thread" d="M36 14v20l22 8" />
      <text x="44" y="12">thread</text>
      @for (one of screws(); track one.x) {
        <circle class="screw" [class.sets]="one.sets" [attr.cx]="one.x" cy="42" r="9" />
        <path class="slot" [attr.d]="'M' + (one.x - 6) + ' 42h12'" />
        <text [attr.x]="one.x" y="79" text-anchor="middle">{{ one.sets ? 'sets' : 'holds' }}</text>
      }
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
      max-width: 300px;
    }
    .case {
      fill: var(--steel);
      stroke: var(--ink);
    }
    .leaf {
      fill: var(--card);
      stroke: var(--ink);
    }
    .thread {
      fill: none;
      stroke: var(--thread);
      stroke-width: 3;
    }
    .screw {
      fill: var(--steel-dark);
      stroke: var(--ink);
    }
    .sets {
      stroke-width: 3;
    }
    .slot {
      stroke: var(--card);
      stroke-width: 2;
    }
    text {
      font-size: 13px;
    }
  `,
})
export class LeafDrawingComponent {
  readonly screw = input.required<SettingScrew>();

  protected readonly screws = computed(() =>
    this.screw() === 'only'
      ? [{ x: NEAR_X, sets: true }]
      : [
          { x: NEAR_X, sets: this.screw() === 'nearer-slot' },
          { x: FAR_X, sets: this.screw() === 'further-away' },
        ],
  );
  protected readonly text = computed(() =>
    this.screw() === 'only'
      ? 'Leaf of the bobbin case: its one screw sets the tension.'
      : `Leaf of the bobbin case: the screw ${this.screw() === 'nearer-slot' ? 'nearer' : 'further from'} the thread slot sets the tension, the other one only holds the leaf.`,
  );
}
