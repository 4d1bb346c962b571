import { ChangeDetectionStrategy, Component, computed, input, ViewEncapsulation } from '@angular/core';

export type SignalShape = 'good' | 'watch' | 'act' | 'due' | 'stop' | 'info';

const DIAMOND = { body: 'M9 .8 17.2 9 9 17.2.8 9z', mark: null };

/** A filled body and, over it, a mark in the colour of the card. */
const SHAPES: Readonly<Record<SignalShape, { readonly body: string; readonly mark: string | null }>> = {
  good: { body: 'M1 1h16v16H1z', mark: 'M5 9l3 3 5-6' },
  watch: { body: 'M9 1.5 17.5 16.5H.5z', mark: null },
  act: DIAMOND,
  due: DIAMOND,
  stop: { body: 'M6 1h6l5 5v6l-5 5H6l-5-5V6z', mark: null },
  info: { body: 'M1 9a8 8 0 1 0 16 0a8 8 0 1 0-16 0z', mark: 'M9 8v5M9 5v.5' },
};

/**
 * The shape of a signal, so that colour never stands alone. Always used beside its word. Thousands may be drawn at
 * once, hence only two paths, and styles that do not mark every element.
 */
@Component({
  selector: 'gan-signal',
  changeDetection: ChangeDetectionStrategy.OnPush,
  encapsulation: ViewEncapsulation.None,
  template: `<svg viewBox="0 0 18 18" width="18" height="18" aria-hidden="true" [attr.class]="shape()">
    <path [attr.d]="drawn().body" />
    <path class="on" [attr.d]="drawn().mark" />
  </svg>`,
  styles: `
    gan-signal {
      display: inline-flex;
      flex: none;

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
    }
  `,
})
export class SignalMarkComponent {
  readonly shape = input.required<SignalShape>();
  protected readonly drawn = computed(() => SHAPES[this.shape()]);
}
