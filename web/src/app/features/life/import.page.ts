import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { readPastStay, type PastStayColumn, type PastStayRow } from '@gantelet/contracts';
import { ListImportComponent, type JudgedRow } from '../../shared/lists/list-import.component';
import type { ListColumn } from '../../shared/lists/text-list';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { writeStamps } from '../../shared/write-stamp';
import { matchActions, matchFeature } from '../match/match.state';
import { lifeActions, lifeFeature } from './life.state';

const COLUMNS: readonly ListColumn<PastStayColumn>[] = [
  {
    id: 'machine',
    name: 'Machine',
    headings: ['machine number', 'machine no', 'shop number', 'no', 'no.'],
    example: '7',
  },
  { id: 'needle', name: 'Needle', headings: ['needle type', 'size'], example: '135x16 NM 110 LR' },
  {
    id: 'in',
    name: 'Went in',
    headings: ['went in', 'from', 'installed', 'start'],
    example: '2026-03-04 07:30',
  },
  {
    id: 'out',
    name: 'Came out',
    headings: ['came out', 'to', 'removed', 'end'],
    example: '2026-03-05 14:10',
  },
  { id: 'why', name: 'Why', headings: ['cause', 'reason'], example: 'worn' },
  { id: 'hours', name: 'Running hours', headings: ['running hours', 'h'], example: '' },
  { id: 'job', name: 'Job', headings: ['set-up', 'setup', 'work'], example: '' },
  { id: 'material', name: 'Material', headings: ['kind'], example: 'leather' },
  { id: 'lot', name: 'Lot', headings: ['lot code', 'batch'], example: '' },
];

/** Imports needles used before the records begin, so that lives can be fitted on the first day. */
@Component({
  selector: 'gan-import-past-needles',
  imports: [ListImportComponent, ProblemComponent, RouterLink, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft"><a routerLink="/life">Needle life</a></p>
    <h1>Import past needles</h1>
    <hr class="stitch" />
    <p>
      One row per needle, from when it went in until it came out, as in a logbook. Why: planned, worn, broken,
      hit something, changing job or unknown. Running hours may be left empty: they are then calculated from
      the shifts of the machine’s zone. Name the job, or the material if there is no saved set-up. All rows
      are imported, or none; rows already recorded are skipped.
    </p>
    <gan-list-import
      label="List of needles"
      noun="needle"
      act="Import them"
      fileName="past-needles.csv"
      [columns]="columns"
      [judge]="judge()"
      [saving]="importing()"
      (chosen)="begin()"
      (taken)="take($event)"
    >
      <gan-problem [problem]="refused()" />
      @if (done()) {
        <p role="status">
          <gan-signal shape="good" /> {{ done() }} <a routerLink="/life">Recalculate needle lives</a>
        </p>
      }
    </gan-list-import>
  </main>`,
  styleUrl: '../../shared/lists/import-page.scss',
})
export class ImportPastNeedlesPage {
  private readonly store = inject(Store);
  private readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly setups = this.store.selectSignal(matchFeature.selectSetups);
  protected readonly importing = this.store.selectSignal(lifeFeature.selectImporting);
  protected readonly done = this.store.selectSignal(lifeFeature.selectImported);
  protected readonly refused = this.store.selectSignal(lifeFeature.selectImportRefused);
  protected readonly columns = COLUMNS;
  protected readonly judge = computed(() => {
    // Checked against this device's clock; the server reads times in the shop's time zone.
    const utcOffset = (ms: number): number => -new Date(ms).getTimezoneOffset();
    const shop = { machines: this.machines(), setups: this.setups(), utcOffset, nowMs: Date.now() };
    return (row: PastStayRow): JudgedRow => {
      const read = readPastStay(row, shop);
      return { problems: 'problems' in read ? read.problems : [], there: false };
    };
  });
  private readonly stamp = writeStamps(() => (this.done() === '' ? 0 : 1));

  constructor() {
    this.store.dispatch(matchActions.opened());
    this.begin();
  }

  protected begin(): void {
    this.store.dispatch(lifeActions.importBegun());
  }

  protected take(rows: readonly PastStayRow[]): void {
    this.store.dispatch(lifeActions.import({ key: this.stamp(rows).key, rows }));
  }
}
