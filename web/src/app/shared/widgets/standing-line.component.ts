import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { StandingLine } from '../words/standing-words';

/** A short seam that shows how sure a value is: solid, dashed or dotted. */
@Component({
  selector: 'gan-standing-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg [class]="line()" width="26" height="12" viewBox="0 0 26 12" aria-hidden="true">
    <line x1="2" x2="24" y1="8" y2="8" />
  </svg>`,
  styles: `
    :host {
      display: inline-flex;
    }
    line {
      stroke: currentcolor;
      stroke-width: 3;
    }
    .dashed line {
      stroke-dasharray: 6 2;
    }
    .dotted line {
      stroke-linecap: round;
      stroke-dasharray: 0.1 5.4;
    }
  `,
})
export class StandingLineComponent {
  readonly line = input.required<StandingLine>();
}
