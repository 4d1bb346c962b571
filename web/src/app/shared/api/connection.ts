import { Injectable, signal } from '@angular/core';

/** Whether what is shown is of now, or was read earlier and is shown because the server cannot be reached. */
@Injectable({ providedIn: 'root' })
export class Connection {
  private readonly readAt = signal<Date | null>(null);
  /** When what is shown was read; null while the server answers. */
  readonly asOf = this.readAt.asReadonly();

  answered(): void {
    this.readAt.set(null);
  }

  /** The oldest of what is shown counts. */
  readEarlier(at: Date): void {
    this.readAt.update((before) => (before !== null && before <= at ? before : at));
  }
}
