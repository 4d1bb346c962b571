import { ChangeDetectionStrategy, Component, linkedSignal, input, output, signal } from '@angular/core';
import { NEEDLE_SYSTEMS } from '@gantelet/core';
import type { NeedleChoice, NeedleLotEntry } from '@gantelet/contracts';
import { NeedlePickerComponent } from '../../shared/widgets/needle-picker.component';

/** A delivery of needles, as it is registered when it comes. */
@Component({
  selector: 'gan-lot-form',
  imports: [NeedlePickerComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<details>
    <summary>Register a new lot</summary>
    <label>
      Code on the pack
      <input
        class="form-control"
        maxlength="40"
        [value]="code()"
        (input)="code.set($any($event.target).value)"
      />
    </label>
    <gan-needle-picker [needle]="needle()" [systemIds]="systemIds" (needleChange)="needle.set($event)" />
    <button type="button" class="button" [disabled]="code().trim() === ''" (click)="register()">
      Register the lot
    </button>
  </details>`,
  styles: `
    label,
    gan-needle-picker {
      display: block;
      margin-bottom: 8px;
    }
  `,
})
export class LotFormComponent {
  /** The kind that is likely meant. */
  readonly usual = input.required<NeedleChoice>();
  readonly registered = output<NeedleLotEntry>();

  protected readonly systemIds = NEEDLE_SYSTEMS.map(({ id }) => id);
  protected readonly code = signal('');
  protected readonly needle = linkedSignal(() => this.usual());

  protected register(): void {
    this.registered.emit({ code: this.code().trim(), needle: this.needle() });
    this.code.set('');
  }
}
