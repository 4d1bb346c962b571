import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { DialogComponent } from '../shared/widgets/dialog.component';
import { ROOMS } from './rooms';

/** The keys, as they are. */
@Component({
  selector: 'gan-key-help',
  imports: [DialogComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-dialog [open]="open()" label="Keyboard shortcuts" (closed)="closed.emit()">
    <dl>
      <div>
        <dt>/</dt>
        <dd>search for a machine or a set-up</dd>
      </div>
      <div>
        <dt>?</dt>
        <dd>this list</dd>
      </div>
      @for (room of rooms; track room.key) {
        <div>
          <dt>g {{ room.key }}</dt>
          <dd>{{ room.name }}</dd>
        </div>
      }
      <div>
        <dt>↑ ↓</dt>
        <dd>in Tension, on the knob: a step tighter or looser</dd>
      </div>
      <div>
        <dt>Esc</dt>
        <dd>close the open dialog</dd>
      </div>
    </dl>
  </gan-dialog>`,
  styles: `
    dl {
      margin: 0;
    }
    dl div {
      display: grid;
      grid-template-columns: 80px 1fr;
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
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
  protected readonly rooms = ROOMS;
}
