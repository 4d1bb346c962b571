import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { readPersonRow, type PersonRow } from '@gantelet/contracts';
import { ListImportComponent, type JudgedRow } from '../../shared/lists/list-import.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { writeStamps } from '../../shared/write-stamp';
import { peopleActions, peopleFeature } from './people.state';
import { PERSON_LIST } from './person-list';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** Imports a list of people; each gets a code for the first sign-in. */
@Component({
  selector: 'gan-import-people',
  imports: [ListImportComponent, ProblemComponent, RouterLink, SignalMarkComponent, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft no-print"><a routerLink="/people">People and zones</a></p>
    <h1>Import a list of people</h1>
    <hr class="stitch" />
    <p class="no-print">
      A spreadsheet with headings in the first row and one person in each row below. Roles are operator,
      mechanic and lead. All rows are imported, or none; people whose sign-in name exists are left as they
      are.
    </p>
    <gan-list-import
      class="no-print"
      label="List of people"
      noun="person"
      act="Add them"
      fileName="people.csv"
      [columns]="columns"
      [judge]="judge()"
      [saving]="saving()"
      (chosen)="begin()"
      (taken)="take($event)"
    >
      <gan-problem [problem]="problem()" />
    </gan-list-import>
    @if (result(); as result) {
      <section aria-label="Sign-in codes">
        <p role="status">
          <gan-signal shape="good" /> {{ result.added.length }} added{{
            result.there.length === 0 ? '' : ', ' + result.there.length + ' already existed'
          }}.
        </p>
        @if (result.added.length > 0) {
          <p>
            Give each person their code: it works once and is not shown again. On the sign-in page: "I have a
            sign-in code".
          </p>
          <table>
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">Role</th>
                <th scope="col">Signs in as</th>
                <th scope="col">Code</th>
                <th scope="col">Valid until</th>
              </tr>
            </thead>
            <tbody>
              @for (one of result.added; track one.person.id) {
                <tr>
                  <th scope="row">{{ one.person.name }}</th>
                  <td>{{ one.person.role }}</td>
                  <td>{{ one.person.signInName }}</td>
                  <td>
                    <code>{{ one.code }}</code>
                  </td>
                  <td>{{ one.person.codeUntil | when: 'weekday-day-time' }}</td>
                </tr>
              }
            </tbody>
          </table>
          <button type="button" class="button no-print" (click)="print()">Print the codes</button>
        }
      </section>
    }
  </main>`,
  styleUrl: '../../shared/lists/import-page.scss',
})
export class ImportPeoplePage {
  private readonly store = inject(Store);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly written = this.store.selectSignal(peopleFeature.selectWritten);
  protected readonly saving = this.store.selectSignal(peopleFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(peopleFeature.selectRefused);
  protected readonly result = this.store.selectSignal(peopleFeature.selectImported);
  protected readonly columns = PERSON_LIST;
  protected readonly judge = computed(() => {
    const there = new Set(this.people()?.map(({ signInName }) => signInName));
    return (row: PersonRow): JudgedRow => {
      const read = readPersonRow(row);
      return 'problems' in read
        ? { problems: read.problems, there: false }
        : { problems: [], there: there.has(read.entry.signInName) };
    };
  });
  private readonly stamp = writeStamps(() => this.written());

  constructor() {
    this.begin();
  }

  protected begin(): void {
    this.store.dispatch(peopleActions.opened());
  }

  protected take(rows: readonly PersonRow[]): void {
    const { key } = this.stamp(rows);
    this.store.dispatch(peopleActions.import({ key, rows }));
  }

  protected print(): void {
    window.print();
  }
}
