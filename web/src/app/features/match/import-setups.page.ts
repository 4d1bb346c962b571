import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { readSetupRow, type SetupRow } from '@gantelet/contracts';
import { ListImportComponent, type JudgedRow } from '../../shared/lists/list-import.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { writeStamps } from '../../shared/write-stamp';
import { matchActions, matchFeature } from './match.state';
import { setupColumns } from './setup-list';
import { setupListActions, setupListFeature } from './setup-list.state';
import { counted, plural } from '../../shared/locale';

/** Imports a list of set-ups from a spreadsheet. */
@Component({
  selector: 'gan-import-setups',
  imports: [ListImportComponent, ProblemComponent, RouterLink, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft"><a routerLink="/bench">Match needle</a></p>
    <h1>Import a list of set-ups</h1>
    <hr class="stitch" />
    <p>
      A spreadsheet with headings in the first row and one set-up in each row below. Machines are given by
      shop number or name. Layers are separated by semicolons, each a material with its thickness in mm and
      its plies; thread and needle are written as on spool and pack. All rows are imported, or none; a single
      needle that does not fit its machine keeps all of them out. Existing set-ups are left as they are.
    </p>
    <gan-list-import
      label="List of set-ups"
      noun="set-up"
      act="Save them"
      fileName="set-ups.csv"
      [columns]="columns()"
      [judge]="judge()"
      [saving]="saving()"
      (chosen)="begin()"
      (taken)="take($event)"
    >
      <gan-problem [problem]="problem()" />
      @if (resultText()) {
        <p role="status"><gan-signal shape="good" /> {{ resultText() }}</p>
      }
    </gan-list-import>
  </main>`,
  styleUrl: '../../shared/lists/import-page.scss',
})
export class ImportSetupsPage {
  private readonly store = inject(Store);
  private readonly shop = this.store.selectSignal(matchFeature.selectBenchShop);
  protected readonly saving = this.store.selectSignal(setupListFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(setupListFeature.selectProblem);
  private readonly result = this.store.selectSignal(setupListFeature.selectImported);
  protected readonly resultText = computed(() => {
    const result = this.result();
    if (!result) return '';
    const { added, there } = result;
    const old = there === 0 ? '' : `, ${there} ${plural(there, 'was', 'were')} there already`;
    return `${counted(added, 'set-up')} saved${old}.`;
  });
  protected readonly columns = computed(() => setupColumns(this.shop().machines[0]?.name ?? ''));
  protected readonly judge = computed(() => {
    const { machines, setups, schools } = this.shop();
    return (row: SetupRow): JudgedRow => {
      const read = readSetupRow(row, machines, schools);
      if ('problems' in read) return { problems: read.problems, there: false };
      const { machineId, name } = read.work;
      const there = setups.some(
        (one) => one.machineId === machineId && one.name.toLowerCase() === name.toLowerCase(),
      );
      return { problems: [], there };
    };
  });
  private readonly stamp = writeStamps(() => this.shop().setups.length);

  constructor() {
    this.store.dispatch(matchActions.opened());
    this.begin();
  }

  protected begin(): void {
    this.store.dispatch(setupListActions.opened());
  }

  protected take(rows: readonly SetupRow[]): void {
    const { key } = this.stamp(rows);
    this.store.dispatch(setupListActions.import({ key, rows }));
  }
}
