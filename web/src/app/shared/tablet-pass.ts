import { Injectable, signal } from '@angular/core';
import * as z from 'zod';
import { DeviceToken, Id } from '@gantelet/contracts';

const KEY = 'gantelet.tablet';
const Pass = z.object({ deviceId: Id, token: DeviceToken });

/** This tablet's credentials once a lead has enrolled it; stored in this browser only. */
export type TabletPass = z.infer<typeof Pass>;

/** Whether this is the browser of a shared tablet. */
@Injectable({ providedIn: 'root' })
export class Tablet {
  private readonly kept = signal<TabletPass | null>(read());
  /** Null in a browser that is not enrolled. */
  readonly pass = this.kept.asReadonly();

  enrol(pass: TabletPass): void {
    localStorage.setItem(KEY, JSON.stringify(pass));
    this.kept.set(pass);
  }

  /** From now on people sign in here by password. */
  forget(): void {
    localStorage.removeItem(KEY);
    this.kept.set(null);
  }
}

function read(): TabletPass | null {
  try {
    return Pass.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null')).data ?? null;
  } catch {
    return null;
  }
}
