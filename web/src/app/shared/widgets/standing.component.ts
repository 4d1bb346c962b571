import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap/tooltip';
import type { Standing } from '@gantelet/core';
import { STANDING_WORDS } from '../words/standing-words';
import { StandingLineComponent } from './standing-line.component';

/**
 * The mark that shows where a value comes from: a line beside it, with its word and source on hover, focus and tap.
 */
@Component({
  selector: 'gan-standing',
  imports: [NgbTooltip, StandingLineComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    type="button"
    class="mark"
    [class.sure]="standing() === 'measured'"
    [ngbTooltip]="text()"
    triggers="hover focus click"
    container="body"
    [animation]="false"
    [attr.aria-label]="'Source: ' + text()"
  >
    <gan-standing-line [line]="words().line" />
  </button>`,
  styles: `
    .mark {
      position: relative;
      display: inline-flex;
      align-items: center;
      min-width: 26px;
      height: 20px;
      padding: 0;
      border: 0;
      background: transparent;
      color: var(--ink-soft);
      cursor: help;
      vertical-align: -3px;
      margin-left: 3px;
    }
    /* A finger needs more room than the line takes in the text. */
    .mark::after {
      content: '';
      position: absolute;
      inset: -8px -4px;
    }
    .sure {
      color: var(--good);
    }
  `,
})
export class StandingComponent {
  readonly standing = input.required<Standing>();
  /** The source, beyond the grade. */
  readonly source = input('');

  protected readonly words = computed(() => STANDING_WORDS[this.standing()]);
  protected readonly text = computed(() => [this.words().word, this.source()].filter(Boolean).join('; '));
}
