import { Injectable } from '@angular/core';
import { wrap, type Remote } from 'comlink';
import type { BandPoint, NeedleEnd } from '@gantelet/core';
import type { LifeWorker } from './life.worker';

/** The worker that bootstraps needle lives, started on first use. */
@Injectable({ providedIn: 'root' })
export class LifeEngine {
  private remote: Remote<LifeWorker> | null = null;

  band(ends: readonly NeedleEnd[], ages: readonly number[]): Promise<readonly BandPoint[]> {
    this.remote ??= wrap<LifeWorker>(
      new Worker(new URL('./life.worker', import.meta.url), { type: 'module' }),
    );
    return this.remote.band(ends, ages);
  }
}
