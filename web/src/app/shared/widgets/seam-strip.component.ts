import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';

/** One decision along the seam. */
export interface SeamStep {
  readonly name: string;
  readonly detail: string;
  /** `pulled`: it contradicts another decision; `detail` then says why. */
  readonly state: 'open' | 'done' | 'pulled';
  readonly here?: boolean;
  readonly link?: string;
  /** Id of the field that decides it, if it is on this screen. */
  readonly field?: string;
}

const WIDTH = 1172;
const Y = 30;

/**
 * The job as a seam: one needle hole per decision, thread through the decided ones, a pulled stitch where two clash.
 */
@Component({
  selector: 'gan-seam-strip',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nav aria-label="Decisions of this set-up">
    <svg viewBox="0 0 ${WIDTH} 60" preserveAspectRatio="none" aria-hidden="true">
      <path class="seam" [attr.d]="'M0 ${Y}H${WIDTH}'" />
      @for (stitch of stitches(); track stitch.x) {
        <path class="thread" [attr.d]="stitch.path" />
      }
      @for (hole of holes(); track hole.x) {
        <ellipse [attr.cx]="hole.x" cy="${Y}" rx="12" ry="7" [class.filled]="hole.state !== 'open'" />
        @if (hole.state === 'pulled') {
          <path class="thread" [attr.d]="'M' + (hole.x - 10) + ' ${Y}q10 -40 20 0'" />
        }
      }
    </svg>
    <ol>
      @for (step of steps(); track step.name) {
        <li [class.here]="step.here" [class.pulled]="step.state === 'pulled'">
          @if (step.link && !step.here) {
            <a [routerLink]="step.link">{{ step.name }}</a>
          } @else if (step.field) {
            <button type="button" class="plain-button" (click)="goTo(step.field)">{{ step.name }}</button>
          } @else {
            <span class="name">{{ step.name }}</span>
          }
          <small>{{ step.detail }}</small>
        </li>
      }
    </ol>
  </nav>`,
  styles: `
    nav {
      background: var(--card);
      border-bottom: 1px solid var(--rule);
      padding: 4px 0 10px;
    }
    svg {
      display: block;
      width: 100%;
      height: 44px;
    }
    .seam {
      stroke: var(--ink-soft);
      stroke-width: 2;
      stroke-dasharray: 3 6;
      fill: none;
    }
    .thread {
      stroke: var(--thread);
      stroke-width: 5;
      fill: none;
    }
    ellipse {
      fill: var(--card);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .filled {
      fill: var(--ink);
    }
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      grid-auto-flow: column;
      grid-auto-columns: 1fr;
      text-align: center;
    }
    li {
      display: grid;
      justify-items: center;
      padding: 0 4px;
      min-width: 0;
    }
    a,
    button,
    .name {
      font: 600 1.0625rem/1.3 var(--narrow);
      color: var(--ink);
      text-align: center;
    }
    small {
      font: 500 0.875rem/1.2 var(--narrow);
      color: var(--ink-soft);
    }
    .here a,
    .here button,
    .here .name {
      color: var(--thread-word);
      text-decoration: underline;
      text-underline-offset: 4px;
    }
    .pulled small {
      color: var(--act);
    }
    @media (max-width: 700px) {
      nav {
        overflow-x: auto;
      }
      svg,
      ol {
        width: 720px;
      }
    }
  `,
})
export class SeamStripComponent {
  readonly steps = input.required<readonly SeamStep[]>();

  /** In the middle of its column, above its name. */
  protected readonly holes = computed(() =>
    this.steps().map(({ state }, i, { length }) => ({ state, x: ((i + 0.5) * WIDTH) / length })),
  );
  /** Thread runs between two neighbouring decisions that are both made. */
  protected readonly stitches = computed(() =>
    this.holes()
      .slice(1)
      .flatMap((hole, i) => {
        const before = this.holes()[i]!;
        return before.state === 'done' && hole.state === 'done'
          ? [{ x: hole.x, path: `M${before.x - 8} ${Y}H${hole.x + 8}` }]
          : [];
      }),
  );

  protected goTo(field: string): void {
    document.getElementById(field)?.focus();
  }
}
