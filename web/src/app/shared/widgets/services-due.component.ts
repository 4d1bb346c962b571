import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ServiceDue } from '@gantelet/contracts';
import { serviceName, sinceText } from '../words/history-words';
import { SignalMarkComponent } from './signal-mark.component';

/** What is due at a machine where somebody is anyway, to be done in passing. Nothing if nothing is due. */
@Component({
  selector: 'gan-services-due',
  imports: [SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (one of due(); track one.kind) {
    <p>
      <span>
        <gan-signal shape="watch" /> While you are there: {{ nameOf(one) }}
        <span class="soft">({{ sinceOf(one) }})</span>
      </span>
      <button
        type="button"
        class="button small"
        [disabled]="logging().includes(one)"
        [attr.aria-label]="nameOf(one) + ' done, ' + one.machineName"
        (click)="done.emit(one)"
      >
        Done
      </button>
    </p>
  }`,
  styles: `
    p {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 10px;
      margin: 4px 0;
    }
    .button {
      min-height: 44px;
    }
  `,
})
export class ServicesDueComponent {
  readonly due = input.required<readonly ServiceDue[]>();
  /** Those on their way to the server. */
  readonly logging = input<readonly ServiceDue[]>([]);
  readonly done = output<ServiceDue>();
  protected readonly nameOf = serviceName;
  protected readonly sinceOf = sinceText;
}
