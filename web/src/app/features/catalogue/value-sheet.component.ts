import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import type { CatalogueValue } from '@gantelet/core';
import type { ShopValueEntry, ShopValueInput } from '@gantelet/contracts';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { lengthUnit, valueWithUnit } from '../../shared/words/units-text';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/**
 * One value: its source, the shop's own value beside it, and its history. Measuring or confirming it raises its
 * grade.
 */
@Component({
  selector: 'gan-value-sheet',
  imports: [NumberInputDirective, StandingComponent, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p>
      Default: <strong>{{ value().value === null ? 'not known' : text(value().value!) }}</strong>&ngsp;
      <gan-standing [standing]="value().standing" [source]="value().source" />
      <span class="soft"> {{ value().source }}. Used in: {{ value().usedIn }}.</span>
    </p>
    @if (mayEdit()) {
      <div class="fields">
        <label
          >The shop's own, {{ unit() || 'a plain number' }}
          <input
            class="form-control"
            ganNumber
            data-first-focus
            [unit]="value().unit"
            [least]="value().least"
            [most]="value().most"
            [number]="number()"
            (numberChange)="number.set($event)"
          />
        </label>
        <label
          >How measured, or why
          <input
            #noteField
            class="form-control"
            maxlength="300"
            [value]="note()"
            (input)="note.set(noteField.value)"
          />
        </label>
      </div>
      <div class="actions">
        <button
          type="button"
          class="button main"
          [disabled]="busy() || number() === null"
          (click)="say('measured')"
        >
          Measured here
        </button>
        <button type="button" class="button" [disabled]="busy() || number() === null" (click)="say('chosen')">
          Our way of working
        </button>
        @if (value().value !== null && !hasOwn()) {
          <button type="button" class="button" [disabled]="busy()" (click)="confirm()">
            Accept the default
          </button>
        }
        @if (hasOwn()) {
          <button type="button" class="button" [disabled]="busy()" (click)="back()">
            Restore the default
          </button>
        }
      </div>
    }
    <h3>History</h3>
    <ul>
      @for (entry of newestFirst(); track entry.id) {
        <li>
          {{ entry.setAt | when: 'year-time' }} {{ entry.setBy }}:
          {{ entry.value === null ? 'default restored' : text(entry.value) + ', ' + entry.standing
          }}{{ entry.note === '' ? '' : ', ' + entry.note }}
        </li>
      } @empty {
        <li class="soft">Nobody has changed it here.</li>
      }
    </ul>`,
  styles: `
    .fields {
      display: grid;
      grid-template-columns: 1fr 1.6fr;
      gap: 12px;
      align-items: end;
    }
    label {
      font-size: 0.875rem;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin: 12px 0;
    }
    h3 {
      font-size: 1rem;
      margin: 10px 0 4px;
    }
    ul {
      padding-left: 18px;
      margin: 0;
      font-size: 0.9375rem;
    }
  `,
})
export class ValueSheetComponent {
  readonly value = input.required<CatalogueValue>();
  /** What the field accepts on this device. */
  protected readonly unit = computed(() => (this.value().unit === 'mm' ? lengthUnit() : this.value().unit));
  /** Of this value only, oldest first. */
  readonly history = input.required<readonly ShopValueEntry[]>();
  readonly mayEdit = input.required<boolean>();
  readonly busy = input.required<boolean>();
  readonly said = output<ShopValueInput>();

  private readonly last = computed(() => this.history().at(-1) ?? null);
  protected readonly hasOwn = computed(() => (this.last()?.value ?? null) !== null);
  protected readonly newestFirst = computed(() => [...this.history()].reverse());
  /** The typed number if the catalogue allows it, or null. */
  protected readonly number = linkedSignal(() => this.last()?.value ?? this.value().value);
  protected readonly note = linkedSignal({ source: this.value, computation: () => '' });
  protected text(value: number): string {
    return valueWithUnit(value, this.value().unit);
  }

  protected say(standing: ShopValueInput['standing']): void {
    this.emit({ value: this.number(), standing, note: this.note().trim() });
  }

  protected confirm(): void {
    this.emit({ value: this.value().value, standing: 'measured', note: this.note().trim() || 'confirmed' });
  }

  protected back(): void {
    this.emit({ value: null, standing: 'chosen', note: this.note().trim() });
  }

  private emit(entry: Pick<ShopValueInput, 'value' | 'standing' | 'note'>): void {
    this.said.emit({ valueId: this.value().id, replaces: this.last()?.id ?? null, ...entry });
  }
}
