import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { NEEDLE_SYSTEMS } from '@gantelet/core';
import type { NeedleChoice, NeedleLot, NeedleLotEntry } from '@gantelet/contracts';
import { keptFor } from '../../shared/kept-for';
import { needleText } from '../../shared/words/changeover-words';
import { NeedlePickerComponent } from '../../shared/widgets/needle-picker.component';

/** A delivery of needles, as it is registered when it comes, and as it is corrected when that was wrong. */
@Component({
  selector: 'gan-lot-form',
  imports: [NeedlePickerComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<details>
    <summary>Register or correct a lot</summary>
    <label>
      Which
      <select class="form-select" (change)="lotId.set($any($event.target).value)">
        <option value="" [selected]="lot() === null">a new lot</option>
        @for (one of lots(); track one.id) {
          <option [value]="one.id" [selected]="one.id === lotId()">
            {{ one.code }}, {{ needleText(one.needle) }}
          </option>
        }
      </select>
    </label>
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
    @if (lot()) {
      <p class="soft">Its kind can be corrected until the first needle from it goes in.</p>
    }
    <button type="button" class="button" [disabled]="code().trim() === ''" (click)="keep()">
      {{ lot() ? 'Correct the lot' : 'Register the lot' }}
    </button>
  </details>`,
  styles: `
    :host {
      display: block;
      margin-bottom: 14px;
    }
    label {
      display: block;
    }
    label,
    gan-needle-picker {
      margin-bottom: 8px;
    }
  `,
})
export class LotFormComponent {
  /** The kind that is likely meant by a new one. */
  readonly usual = input.required<NeedleChoice>();
  readonly lots = input.required<readonly NeedleLot[]>();
  readonly registered = output<NeedleLotEntry>();
  readonly revised = output<{ readonly lotId: string; readonly entry: NeedleLotEntry }>();

  protected readonly needleText = needleText;
  protected readonly systemIds = NEEDLE_SYSTEMS.map(({ id }) => id);
  /** Empty for a new one. */
  protected readonly lotId = signal('');
  protected readonly lot = computed(() => this.lots().find(({ id }) => id === this.lotId()) ?? null);
  /** What is typed stands until the lot is kept: a code that is refused need not be typed again. */
  protected readonly code = keptFor(
    () => `${this.lotId()} ${this.lots().length}`,
    () => this.lot()?.code ?? '',
  );
  protected readonly needle = keptFor(this.lotId, () => this.lot()?.needle ?? this.usual());

  protected keep(): void {
    const entry = { code: this.code().trim(), needle: this.needle() };
    const lot = this.lot();
    if (lot) this.revised.emit({ lotId: lot.id, entry });
    else this.registered.emit(entry);
  }
}
