import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { SPLIT_BY, type SplitBy } from '@gantelet/core';
import type { Grouping, GroupingChange } from '@gantelet/contracts';
import { groupText } from '../../shared/words/life-words';
import { CountedPipe } from '../../shared/widgets/locale.pipes';

const SPLIT_WORDS: Readonly<Record<SplitBy, string>> = { size: 'by needle size', finish: 'by needle finish' };

/** Which needles are counted together: the lead may merge and split groups. */
@Component({
  selector: 'gan-groupings-panel',
  imports: [CountedPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<details>
    <summary>Merge or split groups</summary>
    <p class="soft">
      Merge groups that wear alike and have few needles; split one that holds two kinds. All lives are
      recalculated straight away.
    </p>
    @for (one of groupings(); track one.groupId) {
      <div class="group">
        <strong>{{ textOf(one) }}</strong> <span class="soft">{{ one.needles | counted: 'needle' }}</span>
        <label>
          Counted
          <select
            #countedField
            class="form-select"
            [attr.aria-label]="'Counted, ' + textOf(one)"
            [disabled]="busy() || takesIn().has(one.groupId)"
            (change)="merge(one, countedField.value)"
          >
            <option value="" [selected]="one.mergedInto === null">by itself</option>
            @for (other of targets(one); track other.groupId) {
              <option [value]="other.groupId" [selected]="one.mergedInto === other.groupId">
                with {{ textOf(other) }}
              </option>
            }
          </select>
        </label>
        @if (one.mergedInto === null) {
          <label>
            Split
            <select
              #splitField
              class="form-select"
              [attr.aria-label]="'Split, ' + textOf(one)"
              [disabled]="busy()"
              (change)="split(one, splitField.value)"
            >
              <option value="" [selected]="one.splitBy === null">no</option>
              @for (by of splits; track by) {
                <option [value]="by" [selected]="one.splitBy === by">{{ splitWords[by] }}</option>
              }
            </select>
          </label>
        }
      </div>
    }
  </details>`,
  styles: `
    .group {
      border-top: 1px solid var(--rule);
      padding: 8px 0;
      font-size: 0.9375rem;
    }
    label {
      display: block;
      font-size: 0.875rem;
      margin-top: 4px;
    }
  `,
})
export class GroupingsPanelComponent {
  readonly groupings = input.required<readonly Grouping[]>();
  readonly busy = input.required<boolean>();
  readonly regrouped = output<{ readonly groupId: string; readonly change: GroupingChange }>();

  protected readonly splits = SPLIT_BY;
  protected readonly splitWords = SPLIT_WORDS;
  /** Groups that others are merged into. */
  protected readonly takesIn = computed(
    () => new Set(this.groupings().flatMap(({ mergedInto }) => (mergedInto === null ? [] : [mergedInto]))),
  );

  protected textOf({ group }: Grouping): string {
    return groupText(group);
  }

  protected targets({ groupId }: Grouping): readonly Grouping[] {
    return this.groupings().filter((other) => other.groupId !== groupId && other.mergedInto === null);
  }

  protected merge({ groupId, version }: Grouping, into: string): void {
    this.regrouped.emit({
      groupId,
      change: { mergedInto: into === '' ? null : into, splitBy: null, version },
    });
  }

  protected split({ groupId, version }: Grouping, by: string): void {
    const splitBy = SPLIT_BY.find((one) => one === by) ?? null;
    this.regrouped.emit({ groupId, change: { mergedInto: null, splitBy, version } });
  }
}
