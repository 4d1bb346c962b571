import { ChangeDetectionStrategy, Component, input } from '@angular/core';

export type SignalShape = 'good' | 'watch' | 'act' | 'due' | 'stop' | 'info';

/** The shape of a signal, so that colour never stands alone. Always set beside its word. */
@Component({
  selector: 'gan-signal',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 18 18" width="18" height="18" aria-hidden="true" [attr.class]="shape()">
    @switch (shape()) {
      @case ('good') {
        <rect x="1" y="1" width="16" height="16" />
        <path class="on" d="M5 9l3 3 5-6" />
      }
      @case ('watch') {
        <path d="M9 1.5 17.5 16.5H.5z" />
      }
      @case ('stop') {
        <path d="M6 1h6l5 5v6l-5 5H6l-5-5V6z" />
      }
      @case ('info') {
        <circle cx="9" cy="9" r="8" />
        <path class="on" d="M9 8v5M9 5v.5" />
      }
      @default {
        <path d="M9 .8 17.2 9 9 17.2.8 9z" />
      }
    }
  </svg>`,
  styles: `
    :host {
      display: inline-flex;
      flex: none;
    }
    svg {
      fill: currentColor;
    }
    .on {
      fill: none;
      stroke: var(--card);
      stroke-width: 2;
    }
    .good {
      color: var(--good);
    }
    .watch {
      color: var(--watch);
    }
    .act,
    .due,
    .stop {
      color: var(--act);
    }
    .info {
      color: var(--info);
    }
  `,
})
export class SignalMarkComponent {
  readonly shape = input.required<SignalShape>();
}
