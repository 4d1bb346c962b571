import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  effect,
  input,
  output,
  signal,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { NEEDLE_SYSTEMS, THREAD_CONSTRUCTIONS, type NeedleName } from '@gantelet/core';
import { StoreItemEntry, type StoreThingKind } from '@gantelet/contracts';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { NeedlePickerComponent } from '../../shared/widgets/needle-picker.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

interface FormValue {
  readonly tex: number | null;
  readonly constructionId: string;
  readonly colour: string;
  readonly name: string;
  readonly place: string;
  readonly supplier: string;
  readonly packSize: number | null;
  readonly packPrice: number | null;
  readonly leadDays: number | null;
  readonly leadSpreadDays: number | null;
  readonly servicePercent: number | null;
  readonly shelfMonths: number | null;
  readonly inUse: boolean;
}

/** What an item is, where it is kept, and how it is bought. */
@Component({
  selector: 'gan-store-item-form',
  imports: [NeedlePickerComponent, NumberInputDirective, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<form [formGroup]="form" (ngSubmit)="save()">
    @switch (entry().thing.kind) {
      @case ('needle') {
        @if (isNew()) {
          <gan-needle-picker
            class="whole"
            [needle]="needle()!"
            [systemIds]="systemIds"
            (needleChange)="needle.set($event); form.updateValueAndValidity()"
          />
        }
      }
      @case ('thread') {
        @if (isNew()) {
          <label>Tex <input class="form-control" ganNumber unit="tex" formControlName="tex" /></label>
          <label>
            Thread type
            <select class="form-select" formControlName="constructionId">
              @for (one of constructions; track one.id) {
                <option [value]="one.id">{{ one.name }}</option>
              }
            </select>
          </label>
        }
        <label>Colour <input class="form-control" maxlength="40" formControlName="colour" /></label>
      }
      @case ('part') {
        <label class="whole">Name <input class="form-control" maxlength="80" formControlName="name" /></label>
      }
    }
    <label>
      Location
      <input
        class="form-control"
        maxlength="60"
        placeholder="cabinet and drawer, or shelf"
        formControlName="place"
      />
    </label>
    <label>
      Supplier
      <input class="form-control" maxlength="60" formControlName="supplier" />
    </label>
    <label>
      {{ entry().thing.kind === 'thread' ? 'Metres on a cone' : 'Pack of' }}
      <input class="form-control" ganNumber least="0" formControlName="packSize" />
    </label>
    <label>
      Price of a {{ entry().thing.kind === 'thread' ? 'cone' : 'pack' }}, {{ currency() }}
      <input class="form-control" ganNumber least="0" digits="2" formControlName="packPrice" />
    </label>
    <label>
      Delivery, days
      <input class="form-control" ganNumber whole least="0" formControlName="leadDays" />
    </label>
    <label>
      Give or take, days
      <input class="form-control" ganNumber least="0" formControlName="leadSpreadDays" />
    </label>
    <label>
      Deliveries on time, %
      <input class="form-control" ganNumber least="50" most="99.9" formControlName="servicePercent" />
    </label>
    <label>
      Shelf life, months
      <input
        class="form-control"
        ganNumber
        whole
        least="1"
        placeholder="no limit"
        formControlName="shelfMonths"
      />
    </label>
    @if (!isNew()) {
      <label class="tick">
        <input type="checkbox" class="form-check-input" formControlName="inUse" /> In use
      </label>
    }
    @for (complaint of complaints(); track $index) {
      <p class="field-problem whole">{{ complaint }}</p>
    }
    <div class="whole acts">
      <button type="submit" class="button main small" [disabled]="form.invalid || saving()">
        {{ isNew() ? 'Add to the store' : 'Save' }}
      </button>
      <button type="button" class="button small" (click)="closed.emit()">Close</button>
    </div>
  </form>`,
  styles: `
    form {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
      gap: 8px 14px;
      align-items: end;
    }
    label {
      font-size: 0.9375rem;
    }
    .whole {
      grid-column: 1 / -1;
    }
    .tick {
      align-self: center;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
    p {
      margin: 0;
    }
  `,
})
export class StoreItemFormComponent {
  readonly entry = input.required<StoreItemEntry>();
  readonly isNew = input(false, { transform: booleanAttribute });
  /** ISO 4217. */
  readonly currency = input.required<string>();
  readonly saving = input.required<boolean>();
  readonly saved = output<StoreItemEntry>();
  readonly closed = output();

  protected readonly systemIds = NEEDLE_SYSTEMS.map(({ id }) => id);
  protected readonly constructions = THREAD_CONSTRUCTIONS;
  protected readonly needle = signal<NeedleName | null>(null);
  private readonly kind = signal<StoreThingKind>('part');
  protected readonly form = new FormGroup(
    {
      tex: new FormControl<number | null>(null),
      constructionId: new FormControl('bonded-nylon', { nonNullable: true }),
      colour: new FormControl('', { nonNullable: true }),
      name: new FormControl('', { nonNullable: true }),
      place: new FormControl('', { nonNullable: true }),
      supplier: new FormControl('', { nonNullable: true }),
      packSize: new FormControl<number | null>(null),
      packPrice: new FormControl<number | null>(null),
      leadDays: new FormControl<number | null>(null),
      leadSpreadDays: new FormControl<number | null>(null),
      servicePercent: new FormControl<number | null>(null),
      shelfMonths: new FormControl<number | null>(null),
      inUse: new FormControl(true, { nonNullable: true }),
    },
    zodValidator(StoreItemEntry, (value: FormValue) => this.entryOf(value)),
  );
  protected readonly complaints = complaintsOf(this.form);

  constructor() {
    effect(() => {
      const { thing, service, ...entry } = this.entry();
      this.kind.set(thing.kind);
      this.needle.set(thing.kind === 'needle' ? thing.needle : null);
      this.form.reset({
        ...entry,
        ...(thing.kind === 'needle' ? {} : thing),
        servicePercent: Number((100 * service).toFixed(1)),
      });
    });
  }

  protected save(): void {
    if (this.form.valid) this.saved.emit(StoreItemEntry.parse(this.entryOf(this.form.getRawValue())));
  }

  /** The entry in the form, valid or not. */
  private entryOf(value: FormValue) {
    const { place, supplier, packSize, packPrice, leadDays, leadSpreadDays, shelfMonths, inUse } = value;
    const service = value.servicePercent === null ? null : value.servicePercent / 100;
    const bought = { packSize, packPrice, leadDays, leadSpreadDays, service, shelfMonths };
    return { thing: this.thingOf(value), place, supplier, ...bought, inUse };
  }

  private thingOf({ tex, constructionId, colour, name }: FormValue): unknown {
    const kind = this.kind();
    if (kind === 'needle') return { kind, needle: this.needle() };
    return kind === 'thread' ? { kind, tex, constructionId, colour } : { kind, name };
  }
}
