import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { saveFile } from '../save-file';
import { listOfFile } from './sheet-list';
import { emptyList, guessColumns, rowsOf, thereText, type ListColumn, type TextList } from './text-list';
import { counted } from '../locale';

/** What is shown for a row before it is imported. */
export interface JudgedRow {
  readonly problems: readonly { readonly column: string; readonly message: string }[];
  /** It already exists, and will be left as it is. */
  readonly there: boolean;
}

/** How many rows are shown; all of them are checked. */
const SHOWN = 60;

/**
 * A list from a spreadsheet: which column is which, what is wrong with which cell, and then importing all at once.
 */
@Component({
  selector: 'gan-list-import',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="acts">
      <label>
        {{ label() }}, XLSX or CSV
        <input
          #file
          type="file"
          class="form-control"
          accept=".xlsx,.csv,text/csv"
          (change)="read(file.files)"
        />
      </label>
      <button type="button" class="button" (click)="template()">Download an empty list to fill in</button>
    </div>
    @if (unreadable()) {
      <p class="caution" role="alert">
        This file has no rows. Put headings in the first row of its first sheet, and one {{ noun() }} in each
        row below.
      </p>
    }
    <ng-content />
    @if (list(); as list) {
      <h2>Which column is which</h2>
      <div class="columns">
        @for (column of columns(); track column.id) {
          <label>
            {{ column.name }}
            <select #place class="form-select" (change)="placeAt(column.id, place.value)">
              <option value="-1" [selected]="places()[column.id]! < 0">not in the list</option>
              @for (heading of list.headings; track $index) {
                <option [value]="$index" [selected]="places()[column.id] === $index">{{ heading }}</option>
              }
            </select>
          </label>
        }
      </div>
      <h2>{{ summary() }}</h2>
      <div class="acts">
        <button type="button" class="button main" [disabled]="saving() || wrong() > 0" (click)="take()">
          {{ act() }}
        </button>
        @if (wrong() > 0) {
          <span>
            Correct the cells in the spreadsheet, save it and choose it again; nothing has been imported yet.
          </span>
        }
      </div>
      <div class="scroll" tabindex="0" role="region" aria-label="Rows of the list">
        <table>
          <thead>
            <tr>
              <th scope="col">Line</th>
              @for (column of columns(); track column.id) {
                <th scope="col">{{ column.name }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of shown(); track row.line) {
              <tr>
                <td>{{ row.line }}{{ row.there ? ', exists already' : '' }}</td>
                @for (cell of row.cells; track cell.column) {
                  <td [class.wrong]="cell.wrong !== ''">
                    {{ cell.text }}
                    @if (cell.wrong !== '') {
                      <small>{{ cell.wrong }}</small>
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
      </div>
    }`,
  styles: `
    .columns {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
      gap: 8px 14px;
      margin: 12px 0;
    }
    .scroll {
      overflow-x: auto;
    }
    table {
      width: auto;
      font-size: 0.9375rem;
    }
    th,
    td {
      white-space: nowrap;
    }
    td small {
      display: block;
      max-width: 220px;
      white-space: normal;
      color: var(--act);
    }
    .wrong {
      background: var(--act-wash, var(--card));
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: center;
      margin: 12px 0;
    }
    .button {
      min-height: 44px;
    }
  `,
})
export class ListImportComponent {
  readonly label = input.required<string>();
  /** What a row is called. */
  readonly noun = input.required<string>();
  /** What importing them is called. */
  readonly act = input.required<string>();
  readonly fileName = input.required<string>();
  readonly columns = input.required<readonly ListColumn[]>();
  readonly judge = input.required<(row: Readonly<Record<string, string>>) => JudgedRow>();
  readonly saving = input.required<boolean>();
  /** A file was chosen: the last result no longer applies. */
  readonly chosen = output();
  readonly taken = output<readonly Readonly<Record<string, string>>[]>();

  protected readonly list = signal<TextList | null>(null);
  protected readonly unreadable = signal(false);
  protected readonly places = linkedSignal(() => guessColumns(this.list()?.headings ?? [], this.columns()));
  private readonly rows = computed(() => {
    const list = this.list();
    return list ? (rowsOf(list, this.places()) as readonly Readonly<Record<string, string>>[]) : [];
  });
  private readonly judged = computed(() => this.rows().map((row) => ({ row, ...this.judge()(row) })));
  protected readonly shown = computed(() =>
    this.judged()
      .slice(0, SHOWN)
      .map(({ row, problems, there }, i) => ({
        line: i + 2,
        there,
        cells: this.columns().map(({ id }) => ({
          column: id,
          text: row[id] ?? '',
          wrong: problems
            .filter(({ column }) => column === id)
            .map(({ message }) => message)
            .join('; '),
        })),
      })),
  );
  protected readonly wrong = computed(
    () => this.judged().filter(({ problems }) => problems.length > 0).length,
  );
  protected readonly summary = computed(() => {
    const rows = this.judged().length;
    const there = this.judged().filter((one) => one.there).length;
    const of = counted(rows, 'row');
    const old = thereText(there);
    return this.wrong() === 0 ? `${of}, all in order${old}.` : `${of}, ${this.wrong()} to correct${old}.`;
  });

  async read(files: Iterable<Blob> | null): Promise<void> {
    const [file] = files ?? [];
    if (!file) return;
    const list = await listOfFile(file);
    this.list.set(list);
    this.unreadable.set(list === null);
    this.chosen.emit();
  }

  protected placeAt(column: string, place: string): void {
    this.places.update((places) => ({ ...places, [column]: Number(place) }));
  }

  protected take(): void {
    this.taken.emit(this.rows());
    this.list.set(null);
  }

  protected template(): void {
    saveFile(this.fileName(), emptyList(this.columns()), 'text/csv');
  }
}
