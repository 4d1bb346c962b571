import { Injectable } from '@angular/core';
import { wrap, type Remote } from 'comlink';
import type { JobOrder, Lanes, OrderProblem, queueProblem } from '@gantelet/core';
import type { JobQueueWorker } from './job-queue.worker';

/** The worker that optimises orders, started on first use. */
@Injectable({ providedIn: 'root' })
export class JobQueueEngine {
  private remote: Remote<JobQueueWorker> | null = null;

  problem(...given: Parameters<typeof queueProblem>): Promise<OrderProblem> {
    return this.worker().problem(...given);
  }

  order(problem: OrderProblem, stands: readonly Lanes[]): Promise<JobOrder> {
    return this.worker().order(problem, stands);
  }

  private worker(): Remote<JobQueueWorker> {
    return (this.remote ??= wrap<JobQueueWorker>(
      new Worker(new URL('./job-queue.worker', import.meta.url), { type: 'module' }),
    ));
  }
}
