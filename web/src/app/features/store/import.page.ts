import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { readStoreRow, storeThingKey, type StoreRow } from '@gantelet/contracts';
import { ListImportComponent, type JudgedRow } from '../../shared/lists/list-import.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { writeStamps } from '../../shared/write-stamp';
import { STORE_LIST } from './store-list';
import { storeActions, storeFeature } from './store.state';

/** Imports a list of needles, thread and parts into the store. */
@Component({
  selector: 'gan-import-store',
  imports: [ListImportComponent, ProblemComponent, RouterLink, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft"><a routerLink="/store">The store</a></p>
    <h1>Import a list into the store</h1>
    <hr class="stitch" />
    <p>
      A spreadsheet with headings in the first row and one needle, thread or part in each row below. Needles
      and threads are recognised by what is on the pack or spool, such as 135x17 140/22 or V138; for a part,
      write part under Kind. All rows are imported, or none; items already in the store are left as they are,
      including their count.
    </p>
    <gan-list-import
      label="List of needles, thread and parts"
      noun="thing"
      act="Import into the store"
      fileName="store.csv"
      [columns]="columns"
      [judge]="judge()"
      [saving]="saving()"
      (chosen)="begin()"
      (taken)="take($event)"
    >
      <gan-problem [problem]="problem()" />
      @if (done()) {
        <p role="status"><gan-signal shape="good" /> {{ done() }}</p>
      }
    </gan-list-import>
  </main>`,
  styleUrl: '../../shared/lists/import-page.scss',
})
export class ImportStorePage {
  private readonly store = inject(Store);
  private readonly view = this.store.selectSignal(storeFeature.selectView);
  protected readonly saving = this.store.selectSignal(storeFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(storeFeature.selectRefused);
  protected readonly done = this.store.selectSignal(storeFeature.selectDone);
  protected readonly columns = STORE_LIST;
  protected readonly judge = computed(() => {
    const kept = new Set(this.view()?.items.map(({ thing }) => storeThingKey(thing)));
    return (row: StoreRow): JudgedRow => {
      const read = readStoreRow(row);
      return 'problems' in read
        ? { problems: read.problems, there: false }
        : { problems: [], there: kept.has(storeThingKey(read.entry.thing)) };
    };
  });
  private readonly stamp = writeStamps(() => this.view()?.items.length);

  constructor() {
    this.begin();
  }

  protected begin(): void {
    this.store.dispatch(storeActions.opened());
  }

  protected take(rows: readonly StoreRow[]): void {
    const { key } = this.stamp(rows);
    this.store.dispatch(storeActions.import({ key, rows }));
  }
}
