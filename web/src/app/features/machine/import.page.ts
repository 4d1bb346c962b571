import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { readMachineRow, type MachineRow } from '@gantelet/contracts';
import { ListImportComponent, type JudgedRow } from '../../shared/lists/list-import.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { writeStamps } from '../../shared/write-stamp';
import { machineColumns } from './machine-list';
import { machineActions, machineFeature } from './machine.state';
import { counted, plural } from '../../shared/locale';

/** Imports a list of machines from a spreadsheet. */
@Component({
  selector: 'gan-import-machines',
  imports: [ListImportComponent, ProblemComponent, RouterLink, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft"><a routerLink="/machines">All machines</a></p>
    <h1>Import a list of machines</h1>
    <hr class="stitch" />
    <p>
      A spreadsheet with headings in the first row and one machine in each row below. All rows are imported,
      or none; machines whose shop number is already registered are left as they are, so the same list can be
      imported again.
    </p>
    <gan-list-import
      label="List of machines"
      noun="machine"
      act="Register them"
      fileName="machines.csv"
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
    const old = `, ${there.length} ${plural(there.length, 'was', 'were')} registered already`;
    return `${counted(added, 'machine')} registered${there.length === 0 ? '' : old}.`;
  });
  protected readonly columns = computed(() => machineColumns(this.zones()[0]?.name ?? ''));
  protected readonly judge = computed(() => {
    const there = new Set(this.machines()?.map(({ shopNumber }) => shopNumber));
    return (row: MachineRow): JudgedRow => {
      const read = readMachineRow(row, this.zones());
      return 'problems' in read
        ? { problems: read.problems, there: false }
        : { problems: [], there: there.has(read.entry.shopNumber) };
    };
  });
  private readonly stamp = writeStamps(() => this.machines()?.length);

  constructor() {
    this.store.dispatch(machineActions.opened());
    this.begin();
  }

  protected begin(): void {
    this.store.dispatch(machineActions.formOpened());
  }

  protected take(rows: readonly MachineRow[]): void {
    const { key } = this.stamp(rows);
    this.store.dispatch(machineActions.import({ key, rows }));
  }
}
