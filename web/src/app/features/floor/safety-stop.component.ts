import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import type { Clearance, SafetyStop } from '@gantelet/contracts';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** One missing piece that keeps a machine stopped, and how a mechanic clears it. */
@Component({
  selector: 'gan-safety-stop',
  imports: [SignalMarkComponent, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h3><gan-signal shape="stop" /> Stopped: a piece is missing</h3>
    <p>
      Logged by {{ stop().personName }}, {{ stop().at | when: 'weekday-time' }}. Find every piece, or take the
      work out of use. Check hook, plate and case for burrs by feel.
    </p>
    @if (mayClear()) {
      <label class="check">
        <input
          type="checkbox"
          class="form-check-input"
          [checked]="burrsChecked()"
          (change)="burrsChecked.set(!burrsChecked())"
        />
        Hook, plate and case checked for burrs
      </label>
      <div class="findings">
        @for (finding of findings; track finding.id) {
          <button
            type="button"
            class="button"
            [disabled]="!burrsChecked() || busy()"
            (click)="cleared.emit({ stopId: stop().id, finding: finding.id, burrsChecked: true })"
          >
            {{ finding.words }}
          </button>
        }
      </div>
    } @else {
      <p><strong>Only a mechanic can clear this machine.</strong></p>
    }`,
  styles: `
    :host {
      display: block;
      border: 2px solid var(--act);
      padding: 4px 12px 12px;
      margin-top: 12px;
    }
    h3 {
      font-size: 1.125rem;
      margin: 12px 0 4px;
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .findings {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    .findings .button {
      min-height: 52px;
      justify-content: center;
    }
    .check {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 48px;
    }
    p {
      margin-bottom: 8px;
    }
  `,
})
export class SafetyStopComponent {
  readonly stop = input.required<SafetyStop>();
  readonly mayClear = input.required<boolean>();
  readonly busy = input.required<boolean>();
  readonly cleared = output<Clearance>();

  protected readonly burrsChecked = signal(false);
  protected readonly findings: readonly { readonly id: Clearance['finding']; readonly words: string }[] = [
    { id: 'piece-found', words: 'Every piece found' },
    { id: 'work-quarantined', words: 'Work quarantined' },
    { id: 'none-missing', words: 'No piece is missing, logged by mistake' },
  ];
}
