import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { NeedleSource } from './needle-source';
import { FixedPipe, WhenPipe } from './locale.pipes';

let made = 0;

/** A new needle and its lot, or one from a pocket; with a way to check it first. */
@Component({
  selector: 'gan-needle-source',
  imports: [FixedPipe, RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (source().again().length > 0) {
      <div class="choices" role="radiogroup" aria-label="New or part-used">
        <label>
          <input
            type="radio"
            [name]="name"
            class="form-check-input"
            [checked]="source().partUsed() === null"
            (change)="source().partUsed.set(null)"
          />
          A new needle
        </label>
        @for (kept of source().again(); track kept.id) {
          <label>
            <input
              type="radio"
              [name]="name"
              class="form-check-input"
              [checked]="source().partUsed()?.id === kept.id"
              (change)="source().partUsed.set(kept)"
            />
            Pocket {{ kept.pocket }}: {{ kept.runningHours | fixed: 1 }} h in
            {{ kept.setupName ?? kept.machineName }}
          </label>
        }
      </div>
    }
    @if (source().partUsed() === null) {
      <div class="new">
        @if (source().lots().length > 0) {
          <label>
            Lot
            <select class="form-select" (change)="source().newLotId.set(lotChoice.value || null)" #lotChoice>
              @for (lot of source().lots(); track lot.id) {
                <option [value]="lot.id" [selected]="lot.id === source().newLotId()">
                  {{ lot.code }}, from {{ lot.receivedAt | when: 'day'
                  }}{{ lot.state === 'to-check' ? ', not checked yet' : '' }}
                </option>
              }
              <option value="" [selected]="source().newLotId() === null">not known</option>
            </select>
          </label>
        }
        <a routerLink="/needle-check" [queryParams]="{ lot: source().newLotId() }">Check it first</a>
      </div>
    }`,
  styles: `
    label,
    .new {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 48px;
    }
    .new label {
      flex: 1;
    }
    .new a {
      white-space: nowrap;
    }
  `,
})
export class NeedleSourceComponent {
  readonly source = input.required<NeedleSource>();
  protected readonly name = `needle-from-${++made}`;
}
