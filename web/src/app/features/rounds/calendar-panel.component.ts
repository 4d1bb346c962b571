import { ChangeDetectionStrategy, Component, computed, input, output, viewChildren } from '@angular/core';
import { newId, ShopCalendar, type RoundsView, type Shift } from '@gantelet/contracts';
import { keptFor } from '../../shared/kept-for';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

const DAYS = [
  [1, 'Mo'],
  [2, 'Tu'],
  [3, 'We'],
  [4, 'Th'],
  [5, 'Fr'],
  [6, 'Sa'],
  [0, 'Su'],
] as const;

/** What is wrong with a field of a shift, in the form's words. */
const WRONG_IN_SHIFT: Readonly<Record<keyof Shift, string>> = {
  id: 'is not a known time zone',
  name: 'enter a name of 1 to 80 characters',
  startMinute: 'enter when it starts, such as 06:00',
  lengthMinutes: 'enter more than 0 and at most 24 hours',
  weekdays: 'choose at least one day of the week',
};

/** When does the shop work? Its time zone, its shifts, and which zone works which. */
@Component({
  selector: 'gan-calendar-panel',
  imports: [NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<section aria-label="Shifts">
    <h2>Shifts</h2>
    <label class="zone">
      Time zone
      <input
        #timeZoneField
        class="form-control"
        [value]="draft().timeZone"
        (change)="set({ timeZone: timeZoneField.value })"
      />
    </label>
    @for (shift of draft().shifts; track shift.id; let i = $index) {
      <fieldset>
        <label>
          Name
          <input
            #nameField
            class="form-control"
            maxlength="80"
            [value]="shift.name"
            (change)="change(i, { name: nameField.value })"
          />
        </label>
        <label>
          Begins
          <input
            #beginsField
            class="form-control"
            type="time"
            [value]="clock(shift.startMinute)"
            (change)="begin(i, beginsField.value)"
          />
        </label>
        <label>
          Hours
          <input
            class="form-control short"
            ganNumber
            needed
            unit="h"
            least="0.5"
            most="24"
            [number]="shift.lengthMinutes / 60"
            (numberChange)="$event !== null && change(i, { lengthMinutes: rounded(60 * $event) })"
          />
        </label>
        <span role="group" [attr.aria-label]="'Days of ' + shift.name">
          @for (day of days; track day[0]) {
            <label class="tick">
              <input
                type="checkbox"
                class="form-check-input"
                [checked]="shift.weekdays.includes(day[0])"
                (change)="change(i, { weekdays: toggled(shift.weekdays, day[0]) })"
              />
              {{ day[1] }}
            </label>
          }
        </span>
        <span role="group" [attr.aria-label]="'Zones that work ' + shift.name">
          @for (zone of zones(); track zone.id) {
            <label class="tick">
              <input
                type="checkbox"
                class="form-check-input"
                [checked]="works(zone.id, shift.id)"
                (change)="toggleZone(zone.id, shift.id)"
              />
              {{ zone.name }}
            </label>
          }
        </span>
      </fieldset>
    }
    <p class="soft">
      Local time; shifts over a clock change are one hour longer or shorter. Hours estimated from the old
      shifts follow the new ones; counted hours stay.
    </p>
    @for (text of wrong(); track $index) {
      <p class="field-problem">{{ text }}</p>
    }
    @if (mayWrite()) {
      <button type="button" class="button small" (click)="add()">Add a shift</button>
      <button
        type="button"
        class="button small"
        [disabled]="!changed() || wrong().length > 0 || wrongNumber()"
        (click)="kept.emit(draft())"
      >
        Save shifts
      </button>
    }
  </section>`,
  styleUrl: './form-lines.scss',
  styles: `
    .zone {
      display: block;
      max-width: 260px;
      margin-bottom: 8px;
    }
    .button {
      margin-right: 10px;
    }
  `,
})
export class CalendarPanelComponent {
  private readonly numbers = viewChildren(NumberInputDirective);
  protected readonly wrongNumber = computed(() => this.numbers().some((field) => field.wrong()));
  readonly calendar = input.required<ShopCalendar>();
  readonly zones = input.required<RoundsView['zones']>();
  readonly mayWrite = input.required<boolean>();
  readonly kept = output<ShopCalendar>();

  protected readonly days = DAYS;
  protected readonly draft = keptFor(
    () => this.calendar().version,
    () => this.calendar(),
  );
  protected readonly changed = computed(
    () => JSON.stringify(this.draft()) !== JSON.stringify(this.calendar()),
  );
  protected readonly wrong = computed(() => {
    const checked = ShopCalendar.safeParse(this.draft());
    if (checked.success) return [];
    return checked.error.issues.map(({ path: [list, i, field], message }) => {
      const shift = list === 'shifts' ? this.draft().shifts[Number(i)] : undefined;
      if (!shift) return list === 'timeZone' ? `Time zone: ${message}` : message;
      return `${shift.name || `Shift ${Number(i) + 1}`}: ${WRONG_IN_SHIFT[field as keyof Shift]}`;
    });
  });

  protected set(part: Partial<ShopCalendar>): void {
    this.draft.set({ ...this.draft(), ...part });
  }

  protected change(i: number, part: Partial<Shift>): void {
    this.set({ shifts: this.draft().shifts.map((shift, j) => (j === i ? { ...shift, ...part } : shift)) });
  }

  protected clock(minute: number): string {
    return `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
  }

  protected begin(i: number, text: string): void {
    const [hours = 0, minutes = 0] = text.split(':').map(Number);
    this.change(i, { startMinute: 60 * hours + minutes });
  }

  protected rounded(minutes: number): number {
    return Math.round(minutes);
  }

  protected toggled(list: readonly number[], one: number): number[] {
    return list.includes(one) ? list.filter((other) => other !== one) : [...list, one];
  }

  protected works(zoneId: string, shiftId: string): boolean {
    return (
      this.draft()
        .zones.find((zone) => zone.zoneId === zoneId)
        ?.shiftIds.includes(shiftId) ?? false
    );
  }

  protected toggleZone(zoneId: string, shiftId: string): void {
    const zones = this.draft().zones.map((zone) => {
      if (zone.zoneId !== zoneId) return zone;
      const { shiftIds } = zone;
      const rest = shiftIds.filter((id) => id !== shiftId);
      return { ...zone, shiftIds: rest.length < shiftIds.length ? rest : [...shiftIds, shiftId] };
    });
    this.set({ zones });
  }

  protected add(): void {
    const shift = {
      id: newId(),
      name: 'Night',
      startMinute: 1320,
      lengthMinutes: 480,
      weekdays: [1, 2, 3, 4, 5],
    };
    this.set({ shifts: [...this.draft().shifts, shift] });
  }
}
