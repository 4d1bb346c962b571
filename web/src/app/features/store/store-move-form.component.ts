import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  signal,
  type OnInit,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { DAY_MS, coneMetres } from '@gantelet/core';
import type { StoreItem, StoreMoveEntry, StoreOrderEntry } from '@gantelet/contracts';
import { DayFieldComponent, isoDay } from '../../shared/widgets/day-field.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { quantityText, unitText } from '../../shared/words/store-words';

/** The entry for an item. */
export type StoreAct = StoreMoveEntry['kind'] | 'order';

const AMOUNT_WORDS: Readonly<Record<StoreAct, string>> = {
  count: 'Counted, in all',
  receive: 'Received',
  use: 'Taken',
  scrap: 'Thrown away',
  order: 'Ordered',
};
/** Records a count, what came or went, or an order. Thread can be counted by weighing a cone. */
@Component({
  selector: 'gan-store-move-form',
  imports: [DayFieldComponent, FormsModule, NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<form (submit)="$event.preventDefault(); save()">
    <label>
      {{ words[act()] }}, {{ unit() }}
      <input
        class="form-control"
        ganNumber
        digits="1"
        [whole]="item().thing.kind !== 'thread'"
        least="0"
        most="100000000"
        [(number)]="amount"
      />
    </label>
    @if (item().thing.kind === 'thread' && act() !== 'order') {
      <div class="scale" role="group" aria-label="By weight">
        <label>
          Cone on the scale
          <input
            class="form-control"
            ganNumber
            unit="g"
            least="0"
            [number]="coneG()"
            (numberChange)="weigh($event, emptyG())"
          />
        </label>
        <label>
          Empty cone
          <input
            class="form-control"
            ganNumber
            unit="g"
            least="0"
            [number]="emptyG()"
            (numberChange)="weigh(coneG(), $event)"
          />
        </label>
        @if (weighed(); as metres) {
          <p class="soft">
            About {{ metres }} by weight and Tex.
            <button type="button" class="button small" (click)="addWeighed()">
              {{ amount() ? 'Add it' : 'Use it' }}
            </button>
          </p>
        }
      </div>
    }
    @if (act() === 'order') {
      <div>
        <label for="store-expected">Expected on</label>
        <gan-day fieldId="store-expected" label="Expected on" [(day)]="expected" />
      </div>
    } @else {
      <label>
        Note
        <input class="form-control" maxlength="120" name="note" [(ngModel)]="note" />
      </label>
    }
    <button type="submit" class="button main small" [disabled]="!ready() || saving()">Log</button>
  </form>`,
  styles: `
    form,
    .scale {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: end;
    }
    label {
      font-size: 0.9375rem;
      max-width: 200px;
    }
    .day {
      display: flex;
      gap: 6px;
    }
    p {
      margin: 0;
    }
  `,
})
export class StoreMoveFormComponent implements OnInit {
  readonly item = input.required<StoreItem>();
  readonly act = input.required<StoreAct>();
  readonly saving = input.required<boolean>();
  /** The initial value of the field: the recommended order. */
  readonly advised = input<number | null>(null);
  readonly moved = output<StoreMoveEntry>();
  readonly ordered = output<StoreOrderEntry>();

  protected readonly words = AMOUNT_WORDS;
  protected readonly amount = signal<number | null>(null);
  protected readonly coneG = signal<number | null>(null);
  protected readonly emptyG = signal<number | null>(null);
  protected readonly note = signal('');
  protected readonly expected = signal<string | null>(null);
  protected readonly unit = computed(() => unitText(this.item().thing.kind));
  private readonly metres = computed(() => {
    const [{ thing }, cone, empty] = [this.item(), this.coneG(), this.emptyG()];
    if (thing.kind !== 'thread' || cone === null || empty === null || cone <= empty) return null;
    return Math.round(coneMetres(cone, empty, thing.tex));
  });
  protected readonly weighed = computed(() => {
    const metres = this.metres();
    return metres === null ? null : quantityText('thread', metres);
  });
  protected readonly ready = computed(() => {
    const amount = this.amount();
    if (amount === null || (amount === 0 && this.act() !== 'count')) return false;
    return this.act() !== 'order' || this.expected() !== null;
  });

  ngOnInit(): void {
    if (this.act() !== 'order') return;
    this.amount.set(this.advised());
    this.expected.set(isoDay(new Date(Date.now() + this.item().leadDays * DAY_MS)));
  }

  protected weigh(coneG: number | null, emptyG: number | null): void {
    this.coneG.set(coneG);
    this.emptyG.set(emptyG);
  }

  /** Cones are weighed one after the other. */
  protected addWeighed(): void {
    this.amount.set((this.amount() ?? 0) + (this.metres() ?? 0));
    this.coneG.set(null);
  }

  protected save(): void {
    const [amount, act, expected] = [this.amount(), this.act(), this.expected()];
    if (amount === null) return;
    if (act !== 'order') this.moved.emit({ kind: act, quantity: amount, note: this.note().trim() });
    else if (expected) this.ordered.emit({ quantity: amount, expectedOn: expected });
  }
}
