import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { FaultSheet } from './fault-sheet';

/** The hand-over of a fault on paper, with room for what is found and done. */
@Component({
  selector: 'gan-fault-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h1>{{ sheet().title }}</h1>
    <p>{{ signed() }}</p>
    <p class="caution">
      <strong>Power off before hands go in.</strong> Find every piece of a broken needle first. Local rules on
      lock-out and the machine’s manual come before this sheet.
    </p>
    @for (part of parts; track part[0]) {
      @if (sheet()[part[1]].length > 0) {
        <h2>{{ part[0] }}</h2>
        <dl>
          @for (row of sheet()[part[1]]; track row[0]) {
            <dt>{{ row[0] }}</dt>
            <dd>{{ row[1] }}</dd>
          }
        </dl>
      }
    }
    <h2>What was done here, in order</h2>
    <ol>
      @for (line of sheet().done; track $index) {
        <li>{{ line }}</li>
      } @empty {
        <li>Nothing yet.</li>
      }
    </ol>
    @for (blank of blanks; track blank) {
      <p class="blank">{{ blank }}</p>
    }`,
  styles: `
    dl {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 2px 16px;
      margin: 0;
    }
    dt {
      font-weight: 400;
    }
    h2 {
      margin: 12px 0 2px;
    }
    dd {
      margin: 0;
      font-weight: 600;
    }
    .blank {
      border-bottom: 1px solid var(--ink);
      min-height: 2.6em;
      margin: 12px 0 0;
    }
  `,
})
export class FaultSheetComponent {
  readonly sheet = input.required<FaultSheet>();
  /** By whom and when. */
  readonly signed = input.required<string>();

  protected readonly parts = [
    ['The machine', 'machine'],
    ['What is known', 'known'],
    ['What it may be, by assumed shares', 'likely'],
  ] as const;
  protected readonly blanks = ['Found', 'Done, parts', 'Minutes, date, name'] as const;
}
