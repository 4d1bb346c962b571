import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { catchError, of, tap } from 'rxjs';
import { routes, type Problem, type SetupImportResult } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { writeStamps } from '../../shared/write-stamp';
import { saveFile } from '../../shared/save-file';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { readCardText, type CardText } from './card-text';
import { CountedPipe } from '../../shared/widgets/locale.pipes';

/** A file of set-up cards to import. */
export interface CardsToImport {
  readonly key: string;
  readonly cards: readonly unknown[];
}

/** Export and import of set-ups. Bad rows are returned with their line and what is wrong. */
@Component({
  selector: 'gan-setup-cards',
  imports: [CountedPipe, ProblemComponent, RouterLink, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="actions">
      <button type="button" class="button" (click)="exportAll()">Export all set-ups</button>
      @if (setupId(); as id) {
        <button type="button" class="button" (click)="exportAll(id)">Export this set-up</button>
      }
    </div>
    @if (mayImport()) {
      <p><a routerLink="/setup-list">Import set-ups from a spreadsheet</a></p>
      <label for="card-file">Import set-ups</label>
      <input
        #fileField
        id="card-file"
        type="file"
        accept="application/json,.json"
        class="form-control"
        [disabled]="busy()"
        (change)="read(fileField)"
      />
    }
    @if (text()?.problem; as problem) {
      <p class="field-problem" role="alert">{{ problem }}</p>
    }
    <gan-problem [problem]="problem() ?? exportProblem()" />
    @if (result(); as result) {
      <div role="status">
        <p>
          <gan-signal [shape]="result.refused.length === 0 ? 'good' : 'watch'" />
          {{ result.kept.length | counted: 'set-up' }} imported, {{ result.refused.length }} rejected.
        </p>
        @if (problems().length > 0) {
          <table>
            <caption class="visually-hidden">
              Rejected rows
            </caption>
            <thead>
              <tr>
                <th scope="col">Set-up</th>
                <th scope="col">Line</th>
                <th scope="col">Column</th>
                <th scope="col">What is wrong</th>
              </tr>
            </thead>
            <tbody>
              @for (row of problems(); track $index) {
                <tr>
                  <td>{{ row.card }}</td>
                  <td>{{ row.line }}</td>
                  <td>{{ row.column }}</td>
                  <td>{{ row.what }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
      </div>
    }`,
  styles: `
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-bottom: 12px;
    }
    table {
      font-size: 0.9375rem;
    }
    p {
      margin: 10px 0;
    }
  `,
})
export class SetupCardsComponent {
  readonly setupId = input.required<string | null>();
  readonly mayImport = input.required<boolean>();
  readonly busy = input.required<boolean>();
  readonly problem = input.required<Problem | null>();
  readonly result = input.required<SetupImportResult | null>();
  readonly imported = output<CardsToImport>();

  private readonly api = inject(ApiClient);
  /** Importing the same file again after a lost reply is the same write. */
  private readonly stamp = writeStamps(() => this.result()?.kept.length);
  protected readonly exportProblem = signal<Problem | null>(null);
  protected readonly text = signal<CardText | null>(null);
  /** Refused fields with their position in the file, under the names used there. */
  protected readonly problems = computed(() =>
    (this.result()?.refused ?? []).flatMap(({ row, fields }) =>
      fields.map(({ path, message }) => ({
        card: row + 1,
        ...(this.text()?.placeOf(row, path) ?? { line: 0, column: 0 }),
        what: path === '' ? message : `${path}: ${message}`,
      })),
    ),
  );

  protected exportAll(setupId?: string): void {
    this.exportProblem.set(null);
    this.api
      .call(routes.exportSetupCards, { query: setupId === undefined ? {} : { setupId } })
      .pipe(
        tap((file) => saveFile('set-up-cards.json', JSON.stringify(file, null, 2), 'application/json')),
        catchError((problem: Problem) => of(this.exportProblem.set(problem))),
      )
      .subscribe();
  }

  protected async read(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    if (!file) return;
    const text = readCardText(await file.text());
    field.value = '';
    this.text.set(text);
    if (text.problem === null) this.imported.emit({ key: this.stamp(text.cards).key, cards: text.cards });
  }
}
