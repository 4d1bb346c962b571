import { Injectable, signal } from '@angular/core';

/** Whether the content shown is current, or was read earlier and is shown because the server cannot be reached. */
@Injectable({ providedIn: 'root' })
export class Connection {
  private readonly readAt = signal<Date | null>(null);
  /** When the content was read; null while the server answers. */
  readonly asOf = this.readAt.asReadonly();

  answered(): void {
    this.readAt.set(null);
  }

  /** The oldest content counts. */
  readEarlier(at: Date): void {
    this.readAt.update((before) => (before !== null && before <= at ? before : at));
  }
}
