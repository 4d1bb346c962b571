import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MACHINE_COLUMNS, readMachineRow, type MachineColumn } from '@gantelet/contracts';
import { saveFile } from '../../shared/save-file';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { writeStamps } from '../../shared/write-stamp';
import { emptyList, guessColumns, readList, rowsOf, type TextList } from './machine-list';
import { machineActions, machineFeature } from './machine.state';

const COLUMN_WORDS: Readonly<Record<MachineColumn, string>> = {
  number: 'Shop number',
  name: 'Name',
  zone: 'Zone',
  class: 'Class',
  feed: 'Feed',
  duty: 'Duty',
  systems: 'Needle systems',
  shank: 'Shank',
  hook: 'Hook side',
  plates: 'Plate holes, mm',
  bobbin: 'Bobbin',
  wraps: 'Pre-tension wraps',
  speed: 'Speed in use',
};
/** As many rows as are looked at; the others are judged all the same. */
const SHOWN = 60;

/** A list of machines from a spreadsheet: which column is which, what is wrong with which cell, and then all at once. */
@Component({
  selector: 'gan-import-machines',
  imports: [ProblemComponent, RouterLink, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './import.page.html',
  styles: `
    main {
      padding: 18px 26px;
    }
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
      border-collapse: collapse;
      font-size: 0.9375rem;
    }
    th,
    td {
      text-align: start;
      padding: 5px 12px 5px 0;
      border-bottom: 1px solid var(--rule);
      vertical-align: top;
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
    @media (max-width: 800px) {
      main {
        padding: 12px;
      }
    }
  `,
})
export class ImportMachinesPage {
  private readonly store = inject(Store);
  private readonly machines = this.store.selectSignal(machineFeature.selectMachines);
  private readonly zones = this.store.selectSignal(machineFeature.selectZones);
  protected readonly saving = this.store.selectSignal(machineFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(machineFeature.selectProblem);
  private readonly result = this.store.selectSignal(machineFeature.selectImported);
  protected readonly resultText = computed(() => {
    const result = this.result();
    if (!result) return '';
    const { added, there } = result;
    const old =
      there.length === 1 ? ', 1 was registered already' : `, ${there.length} were registered already`;
    return `${added} ${added === 1 ? 'machine' : 'machines'} registered${there.length === 0 ? '' : old}.`;
  });
  protected readonly columns = MACHINE_COLUMNS;
  protected readonly columnWords = COLUMN_WORDS;
  protected readonly list = signal<TextList | null>(null);
  protected readonly unreadable = signal(false);
  protected readonly places = linkedSignal(() => guessColumns(this.list()?.headings ?? []));
  private readonly taken = computed(() => {
    const list = this.list();
    return list ? rowsOf(list, this.places()) : [];
  });
  private readonly judged = computed(() => {
    const there = new Set(this.machines()?.map(({ shopNumber }) => shopNumber));
    return this.taken().map((row) => {
      const read = readMachineRow(row, this.zones());
      return {
        row,
        problems: 'problems' in read ? read.problems : [],
        there: 'entry' in read && there.has(read.entry.shopNumber),
      };
    });
  });
  protected readonly shown = computed(() =>
    this.judged()
      .slice(0, SHOWN)
      .map(({ row, problems, there }, i) => ({
        line: i + 2,
        there,
        cells: MACHINE_COLUMNS.map((column) => ({
          column,
          text: row[column] ?? '',
          wrong: problems
            .filter((one) => one.column === column)
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
    const of = rows === 1 ? '1 row' : `${rows} rows`;
    const old = there === 0 ? '' : `, ${there} registered already and left as they are`;
    return this.wrong() === 0 ? `${of}, all in order${old}.` : `${of}, ${this.wrong()} to correct${old}.`;
  });
  private readonly stamp = writeStamps(() => this.machines()?.length);

  constructor() {
    this.store.dispatch(machineActions.opened());
    this.store.dispatch(machineActions.formOpened());
  }

  protected async read(files: FileList | null): Promise<void> {
    const [file] = files ?? [];
    if (!file) return;
    const list = readList(await file.text());
    this.list.set(list);
    this.unreadable.set(list === null);
    this.store.dispatch(machineActions.formOpened());
  }

  protected placeAt(column: MachineColumn, place: string): void {
    this.places.update((places) => ({ ...places, [column]: Number(place) }));
  }

  protected take(): void {
    const rows = this.taken();
    const { key } = this.stamp(rows);
    this.store.dispatch(machineActions.import({ key, rows }));
    this.list.set(null);
  }

  protected template(): void {
    saveFile('machines.csv', emptyList(this.zones()[0]?.name ?? ''), 'text/csv');
  }
}
