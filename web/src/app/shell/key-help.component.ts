import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { DialogComponent } from '../shared/widgets/dialog.component';
import { StandingLineComponent } from '../shared/widgets/standing-line.component';
import { LINE_WORDS, STANDING_LINES } from '../shared/words/standing-words';
import { ROOMS } from './rooms';

/** The keyboard shortcuts, and what the lines beside values mean. */
@Component({
  selector: 'gan-key-help',
  imports: [DialogComponent, StandingLineComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-dialog [open]="open()" label="Keyboard shortcuts" (closed)="closed.emit()">
    <dl class="keys">
      @for (key of keys; track key.press) {
        <div>
          <dt>{{ key.press }}</dt>
          <dd>{{ key.does }}</dd>
        </div>
      }
    </dl>
    <h2>Lines beside values</h2>
    <dl>
      @for (line of lines; track line) {
        <div>
          <dt><gan-standing-line [line]="line" /></dt>
          <dd>{{ lineWords[line] }}</dd>
        </div>
      }
    </dl>
  </gan-dialog>`,
  styles: `
    h2 {
      margin: 16px 0 4px;
    }
    dl {
      margin: 0;
    }
    .keys {
      columns: 220px 2;
      column-gap: 26px;
    }
    dl div {
      display: grid;
      grid-template-columns: 52px 1fr;
      align-items: center;
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
      break-inside: avoid;
    }
    dt {
      font: 600 1.05rem var(--narrow);
    }
    dd {
      margin: 0;
    }
  `,
})
export class KeyHelpComponent {
  readonly open = input.required<boolean>();
  readonly closed = output();

  protected readonly lines = STANDING_LINES;
  protected readonly lineWords = LINE_WORDS;
  protected readonly keys = [
    { press: '/', does: 'search' },
    { press: '?', does: 'this list' },
    ...ROOMS.flatMap(({ key, name }) => (key === undefined ? [] : [{ press: `g ${key}`, does: name }])),
    { press: '↑ ↓', does: 'in Tension, on the knob: a step tighter or looser' },
    { press: 'Esc', does: 'close the open dialog' },
  ];
}
