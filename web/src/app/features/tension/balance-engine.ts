import { Injectable } from '@angular/core';
import { wrap, type Remote } from 'comlink';
import type { BalanceSearch, SearchQuestion } from './balance-search';
import type { BalanceWorker } from './balance.worker';

/** The worker that searches, started on first use. */
@Injectable({ providedIn: 'root' })
export class BalanceEngine {
  private remote: Remote<BalanceWorker> | null = null;

  search(question: SearchQuestion): Promise<BalanceSearch> {
    this.remote ??= wrap<BalanceWorker>(
      new Worker(new URL('./balance.worker', import.meta.url), { type: 'module' }),
    );
    return this.remote.search(question);
  }
}
