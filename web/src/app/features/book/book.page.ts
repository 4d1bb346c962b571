import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { BookEntry, BookFilter } from '@gantelet/contracts';
import { ChooserComponent, type Choice } from '../../shared/widgets/chooser.component';
import { DayFieldComponent, instantOfDay } from '../../shared/widgets/day-field.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { unreadText } from '../../shared/words/read-words';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { changedFields, deedText, DEED_KINDS, detailsText } from './book-words';
import { bookActions, bookFeature } from './book.state';
import { CountedPipe, WhenPipe } from '../../shared/widgets/locale.pipes';
import { plural } from '../../shared/locale';

/** What was done, by whom and when? */
@Component({
  selector: 'gan-book',
  imports: [ChooserComponent, CountedPipe, DayFieldComponent, ProblemComponent, RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './book.page.html',
  styleUrl: './book.page.scss',
})
export class BookPage {
  private readonly store = inject(Store);
  private readonly found = this.store.selectSignal(bookFeature.selectEntries);
  protected readonly next = this.store.selectSignal(bookFeature.selectNext);
  protected readonly reading = this.store.selectSignal(bookFeature.selectReading);
  protected readonly openAt = this.store.selectSignal(bookFeature.selectOpenAt);
  private readonly change = this.store.selectSignal(bookFeature.selectChange);
  protected readonly problem = this.store.selectSignal(bookFeature.selectProblem);
  private readonly filter = this.store.selectSignal(bookFeature.selectFilter);
  private readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);

  protected readonly kinds = DEED_KINDS;
  protected readonly words = signal('');
  protected readonly kind = signal('');
  protected readonly machineId = signal<string | null>(null);
  protected readonly person = signal<{ readonly id: string; readonly name: string } | null>(null);
  protected readonly from = signal<string | null>(null);
  protected readonly to = signal<string | null>(null);
  protected readonly choices = computed((): readonly Choice[] =>
    this.machines().map(({ id, name, zone }) => ({ id, name, where: zone.name })),
  );
  protected readonly chosen = computed(
    () => this.choices().find(({ id }) => id === this.machineId()) ?? null,
  );
  protected readonly works = computed(() => this.shop()?.name ?? '');
  /** Not before: entries would push down what is below them. */
  protected readonly isRead = computed(() => this.found() !== null);
  protected readonly headline = computed(() => {
    const entries = this.found();
    const unread = unreadText(entries !== null || this.reading(), this.problem(), 'the book');
    if (unread) return unread;
    if (!entries) return 'reading';
    if (entries.length === 0) return 'nothing that fits';
    return `${entries.length}${this.next() === null ? '' : ' newest'} ${plural(entries.length, 'entry', 'entries')}`;
  });
  protected readonly rows = computed(() =>
    (this.found() ?? []).map((entry) => ({
      entry,
      deed: deedText(entry.kind),
      details: detailsText(entry.details),
    })),
  );
  protected readonly fields = computed(() => {
    const change = this.change();
    return change ? changedFields(change.entry, change.before) : null;
  });
  protected readonly beforeAt = computed(() => this.change()?.before ?? null);
  /** The seal that ties a printed sheet to the chain: that of its newest entry. */
  protected readonly seal = computed(() => this.found()?.find(({ seal }) => seal !== null) ?? null);
  protected readonly printedAt = signal(new Date());
  protected readonly csv = computed(
    () => `/api/book.csv?${new URLSearchParams({ ...this.filter() }).toString()}`,
  );

  constructor() {
    this.store.dispatch(matchActions.opened());
    this.ask();
  }

  protected ask(): void {
    const [first, last] = [this.from(), this.to()];
    const [from, to] = [first && instantOfDay(first), last && instantOfDay(last, { days: 1 })];
    const [kind, machineId, words] = [this.kind(), this.machineId(), this.words().trim()];
    const personId = this.person()?.id;
    const filter: BookFilter = {
      ...(from && { from }),
      ...(to && { to }),
      ...(kind && { kind }),
      ...(machineId && { machineId }),
      ...(personId !== undefined && { personId }),
      ...(words && { words }),
    };
    this.store.dispatch(bookActions.asked({ filter }));
  }

  protected clear(): void {
    this.words.set('');
    this.kind.set('');
    this.machineId.set(null);
    this.person.set(null);
    this.from.set(null);
    this.to.set(null);
    this.ask();
  }

  /** Null for anyone. */
  protected ofPerson(person: { readonly id: string; readonly name: string } | null): void {
    this.person.set(person);
    this.ask();
  }

  protected older(before: string): void {
    this.store.dispatch(bookActions.olderAsked({ before }));
  }

  protected toggle({ position }: BookEntry): void {
    this.store.dispatch(bookActions.entryOpened({ position: this.openAt() === position ? null : position }));
  }

  protected print(): void {
    this.printedAt.set(new Date());
    // The time is on the sheet before the print dialog opens.
    setTimeout(() => {
      window.print();
    });
  }
}
