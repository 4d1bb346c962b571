import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, viewChildren } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NgbNavModule } from '@ng-bootstrap/ng-bootstrap/nav';
import { Store } from '@ngrx/store';
import {
  AWAY_KINDS,
  MACHINE_CLASSES,
  RoundsSettings,
  type MechanicHours,
  type ShopCalendar,
} from '@gantelet/contracts';
import { CalendarPanelComponent } from './calendar-panel.component';
import { oneOf } from '../../shared/forms/one-of';
import { signalOverReload } from '../../shared/kept-over-reload';
import { keptFor } from '../../shared/kept-for';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { writeStamps } from '../../shared/write-stamp';
import { DayFieldComponent } from '../../shared/widgets/day-field.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { shopFeature } from '../shop/shop.state';
import { roundsActions, roundsFeature } from './rounds.state';
import { complaintsAbout } from '../../shared/forms/zod-form';

type Draft = RoundsSettings;
type List = 'holidays' | 'mechanics' | 'absences' | 'away' | 'corrections';

/**
 * What are rounds planned with? Who, when, for how long; holidays; unavailable machines; what the counters cannot
 * know.
 */
@Component({
  selector: 'gan-rounds-settings',
  imports: [
    CalendarPanelComponent,
    DayFieldComponent,
    NgbNavModule,
    NgTemplateOutlet,
    NumberInputDirective,
    ProblemComponent,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './settings.page.html',
  styleUrls: ['./settings.page.scss', './form-lines.scss'],
})
export class RoundsSettingsPage {
  protected readonly oneOf = oneOf;
  private readonly numbers = viewChildren(NumberInputDirective);
  protected readonly wrongNumber = computed(() => this.numbers().some((field) => field.wrong()));
  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(roundsFeature.selectView);
  protected readonly problem = this.store.selectSignal(roundsFeature.selectProblem);
  protected readonly done = this.store.selectSignal(roundsFeature.selectDone);
  private readonly written = this.store.selectSignal(roundsFeature.selectWritten);
  private readonly stamp = writeStamps(() => this.written());

  protected readonly calendar = this.store.selectSignal(roundsFeature.selectCalendar);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly isLead = computed(() => this.person()?.role === 'lead');

  /** Which settings are open. */
  protected readonly tab = signalOverReload<string>(
    'rounds.settings',
    'mechanics',
    (kept): kept is string => typeof kept === 'string',
  );
  protected readonly classes = MACHINE_CLASSES;
  protected readonly awayKinds = AWAY_KINDS;
  protected readonly draft = keptFor(
    () => this.view()?.settings.version ?? null,
    (): Draft | null => this.view()?.settings ?? null,
  );
  protected readonly changed = computed(
    () => JSON.stringify(this.draft()) !== JSON.stringify(this.view()?.settings ?? null),
  );
  /** What prevents saving, field by field. */
  protected readonly wrong = computed(() => complaintsAbout(RoundsSettings, this.draft()));
  protected readonly machines = computed(() => this.view()?.machines ?? []);

  constructor() {
    this.store.dispatch(roundsActions.opened());
    this.store.dispatch(roundsActions.calendarOpened());
  }

  protected keepCalendar(calendar: ShopCalendar): void {
    this.store.dispatch(roundsActions.reviseCalendar({ key: this.stamp(calendar).key, calendar }));
  }

  protected set(part: Partial<Draft>): void {
    const draft = this.draft();
    if (draft) this.draft.set({ ...draft, ...part });
  }

  protected change<L extends List>(list: L, i: number, part: Partial<Draft[L][number]>): void {
    const draft = this.draft();
    if (!draft) return;
    const rows = (draft[list] as object[]).map((row, j) => (j === i ? { ...row, ...part } : row));
    this.draft.set({ ...draft, [list]: rows });
  }

  protected remove(list: List, i: number): void {
    const draft = this.draft();
    if (draft) this.draft.set({ ...draft, [list]: (draft[list] as object[]).filter((_, j) => j !== i) });
  }

  protected addHoliday(): void {
    this.set({ holidays: [...this.draft()!.holidays, { day: this.today(), name: 'Holiday' }] });
  }

  protected addMechanic(): void {
    const { people, shifts } = this.view()!;
    const free = people.find(({ id }) => !this.draft()!.mechanics.some(({ personId }) => personId === id));
    if (!free) return;
    const added = {
      personId: free.id,
      shiftIds: [shifts[0]!.id],
      minutes: 60,
      machineClasses: [...MACHINE_CLASSES],
    };
    this.set({ mechanics: [...this.draft()!.mechanics, added] });
  }

  protected addAbsence(): void {
    const draft = this.draft()!;
    const personId = draft.mechanics[0]?.personId ?? this.view()!.people[0]?.id;
    if (!personId) return;
    const added = { personId, fromDay: this.today(), toDay: this.today(), note: '' };
    this.set({ absences: [...draft.absences, added] });
  }

  protected addAway(): void {
    const machineId = this.machines()[0]?.id;
    if (!machineId) return;
    const added = { machineId, fromDay: this.today(), toDay: this.today(), kind: 'down' as const, note: '' };
    this.set({ away: [...this.draft()!.away, added] });
  }

  protected addCorrection(): void {
    const machineId = this.machines()[0]?.id;
    if (!machineId) return;
    const added = { machineId, fromDay: this.today(), toDay: this.today(), hoursPerShift: 4, note: '' };
    this.set({ corrections: [...this.draft()!.corrections, added] });
  }

  protected toggled<T>(list: readonly T[], one: T): T[] {
    return list.includes(one) ? list.filter((other) => other !== one) : [...list, one];
  }

  protected shiftsOf(mechanic: MechanicHours, shiftId: string): string[] {
    return this.toggled(mechanic.shiftIds, shiftId);
  }

  protected walkOf(zoneId: string): number {
    return this.draft()?.walks.find((walk) => walk.zoneId === zoneId)?.minutes ?? 0;
  }

  protected setWalk(zoneId: string, minutes: number): void {
    const walks = this.draft()!.walks.filter((walk) => walk.zoneId !== zoneId);
    this.set({ walks: [...walks, { zoneId, minutes }] });
  }

  protected classMinutesOf(machineClass: (typeof MACHINE_CLASSES)[number]): number | null {
    return this.draft()?.classMinutes.find((one) => one.machineClass === machineClass)?.minutes ?? null;
  }

  protected setClassMinutes(machineClass: (typeof MACHINE_CLASSES)[number], minutes: number | null): void {
    const others = this.draft()!.classMinutes.filter((one) => one.machineClass !== machineClass);
    this.set({ classMinutes: minutes === null ? others : [...others, { machineClass, minutes }] });
  }

  protected keep(): void {
    const settings = this.draft();
    if (settings) this.store.dispatch(roundsActions.revise({ key: this.stamp(settings).key, settings }));
  }

  /** The date in the shop, which may differ from the browser's. */
  private today(): string {
    return new Intl.DateTimeFormat('sv-SE', { timeZone: this.view()!.timeZone }).format(new Date());
  }
}
