import { DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { SwUpdate } from '@angular/service-worker';
import { interval, map, merge } from 'rxjs';

/** How often a page that stays open all day looks for a new version. */
const LOOK_EVERY_MS = 3_600_000;

/** Says that a new version is waiting; so as not to lose what is being typed, it waits for a tap. */
@Component({
  selector: 'gan-new-version',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (waits()) {
    <p class="waiting no-print" role="status">
      <span>A new version of Gantelet is ready.</span>
      <button type="button" class="button small" (click)="reload()">Use it now</button>
    </p>
  }`,
  styles: `
    .waiting {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      align-items: center;
      margin: 0;
      padding: 10px 14px;
      background: var(--watch-tint);
      border-inline-start: 4px solid var(--watch);
    }
  `,
})
export class NewVersionComponent {
  private readonly page = inject(DOCUMENT).defaultView!;
  protected readonly waits = signal(false);

  constructor() {
    const updates = inject(SwUpdate);
    if (!updates.isEnabled) return;
    merge(
      updates.versionUpdates.pipe(map(({ type }) => type === 'VERSION_READY')),
      // Parts of this version are gone from the device: only a reload brings them back.
      updates.unrecoverable.pipe(map(() => true)),
    )
      .pipe(takeUntilDestroyed())
      .subscribe((ready) => {
        if (ready) this.waits.set(true);
      });
    interval(LOOK_EVERY_MS)
      .pipe(takeUntilDestroyed())
      .subscribe(() => void updates.checkForUpdate().catch(() => false));
  }

  protected reload(): void {
    this.page.location.reload();
  }
}
