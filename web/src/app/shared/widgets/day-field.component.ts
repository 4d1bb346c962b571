import { ChangeDetectionStrategy, Component, Injectable, input, linkedSignal, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import {
  NgbDateAdapter,
  NgbDateParserFormatter,
  NgbInputDatepicker,
  type NgbDateStruct,
} from '@ng-bootstrap/ng-bootstrap/datepicker';
import { dayHint, dayText, readDay } from '../day-text';

/** Days in ISO 8601, `2026-03-04`; null if there is none. */
@Injectable()
export class IsoDayAdapter extends NgbDateAdapter<string> {
  override fromModel(day: string | null): NgbDateStruct | null {
    const [year, month, date] = (day ?? '').split('-').map(Number);
    return year && month && date ? { year, month, day: date } : null;
  }
  override toModel(date: NgbDateStruct | null): string | null {
    return date && isoDay(new Date(date.year, date.month - 1, date.day));
  }
}

/** Days as the reader writes them. */
@Injectable()
class ReadersDays extends NgbDateParserFormatter {
  override parse(typed: string): NgbDateStruct | null {
    return readDay(typed);
  }
  override format(date: NgbDateStruct | null): string {
    return date ? dayText(date) : '';
  }
}

/** A day, typed or picked. Null while the text is not a day. */
@Component({
  selector: 'gan-day',
  imports: [FormsModule, NgbInputDatepicker],
  providers: [
    { provide: NgbDateAdapter, useClass: IsoDayAdapter },
    { provide: NgbDateParserFormatter, useClass: ReadersDays },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<input
      #picker="ngbDatepicker"
      class="form-control"
      [placeholder]="hint"
      container="body"
      ngbDatepicker
      [attr.aria-label]="label()"
      [id]="fieldId()"
      [name]="fieldId()"
      [ngModel]="shown()"
      [ngModelOptions]="{ standalone: true }"
      (ngModelChange)="take($event)"
    />
    <button
      type="button"
      class="button small"
      [attr.aria-label]="'Pick: ' + (label() ?? 'the day')"
      (click)="picker.toggle()"
    >
      Pick
    </button>`,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    input {
      flex: 1 1 112px;
      min-width: 0;
    }
  `,
})
export class DayFieldComponent {
  readonly day = model.required<string | null>();
  readonly fieldId = input.required<string>();
  /** The field's name if it has no label of its own. */
  readonly label = input<string>();

  protected readonly hint = dayHint();
  /** Text being typed that is not a day yet. */
  private unfinished: string | null = null;
  /** The day, or the text being typed: it stays in the field even if it is not a day yet. */
  protected readonly shown = linkedSignal<string | null, string | null>({
    source: this.day,
    computation: (day, before) => day || (this.unfinished === null ? null : (before?.value ?? null)),
  });

  /** Text that is not a day arrives as typed. */
  protected take(typed: string | null): void {
    const isDay = /^\d{4}-\d{2}-\d{2}$/.test(typed ?? '');
    this.unfinished = isDay || !typed ? null : typed;
    this.shown.set(typed);
    this.day.set(isDay ? typed : null);
  }
}

/** The local day of an instant, in ISO 8601. */
export function isoDay(at: Date): string {
  const two = (part: number): string => String(part).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/**
 * The instant at which a day begins in local time, or one some days and minutes later.
 *
 * @param day in ISO 8601
 */
export function instantOfDay(day: string, { days = 0, minutes = 0 } = {}): string {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, date + days, 0, minutes).toISOString();
}
