import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap/tooltip';
import type { Standing } from '@gantelet/core';
import { STANDING_WORDS } from '../words/standing-words';

/** The mark that says where a value comes from: one letter, its word on hover and on focus. */
@Component({
  selector: 'gan-standing',
  imports: [NgbTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    type="button"
    class="mark"
    [class.sure]="standing() === 'measured'"
    [ngbTooltip]="text()"
    triggers="hover focus click"
    container="body"
    [animation]="false"
    [attr.aria-label]="'Standing: ' + text()"
  >
    {{ words().glyph }}
  </button>`,
  styles: `
    .mark {
      font: 600 0.75rem/1 var(--narrow);
      min-width: 20px;
      height: 20px;
      padding: 0 4px;
      border: 1px solid var(--ink-soft);
      background: transparent;
      color: var(--ink-soft);
      cursor: help;
      vertical-align: 1px;
      margin-left: 3px;
    }
    .sure {
      border-color: var(--good);
      color: var(--good);
    }
  `,
})
export class StandingComponent {
  readonly standing = input.required<Standing>();
  /** Where the value comes from, beyond its standing. */
  readonly source = input('');

  protected readonly words = computed(() => STANDING_WORDS[this.standing()]);
  protected readonly text = computed(() => [this.words().word, this.source()].filter(Boolean).join('; '));
}
