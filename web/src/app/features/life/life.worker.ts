import { expose } from 'comlink';
import { lifeBand } from './life-band';

/** The bootstrap, off the main thread. */
const worker = { band: lifeBand };
export type LifeWorker = typeof worker;

expose(worker);
