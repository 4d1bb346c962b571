import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ColourMark } from '@gantelet/contracts';
import { COLOUR_MARKS, marksOf, type Marked } from '../colour-marks';

/** The shop's colour marks of a needle or a thread, each with its name; nothing if it has none. */
@Component({
  selector: 'gan-colour-marks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (mark of marks(); track $index) {
    <span class="mark" [title]="words(mark)">
      <i aria-hidden="true" [attr.data-colour]="mark.colour"></i>{{ mark.colour }}
    </span>
  }`,
  styles: `
    .mark {
      display: inline-flex;
      gap: 4px;
      align-items: center;
      margin-inline-start: 6px;
      font-size: 0.875rem;
      white-space: nowrap;
    }
    i {
      width: 14px;
      height: 14px;
      border: 1.5px solid var(--ink);
      background: var(--mark);
      print-color-adjust: exact;
    }
    [data-colour='white'] {
      --mark: #fdfdfb;
    }
    [data-colour='black'] {
      --mark: #14171a;
    }
    [data-colour='grey'] {
      --mark: #8a8f94;
    }
    [data-colour='red'] {
      --mark: #c4342b;
    }
    [data-colour='orange'] {
      --mark: #e0802a;
    }
    [data-colour='yellow'] {
      --mark: #f0cf3c;
    }
    [data-colour='green'] {
      --mark: #3d8b4d;
    }
    [data-colour='blue'] {
      --mark: #2f62b5;
    }
    [data-colour='violet'] {
      --mark: #7a4a9e;
    }
    [data-colour='brown'] {
      --mark: #7b5233;
    }
  `,
})
export class ColourMarksComponent {
  readonly needle = input<Marked['needle']>(null);
  readonly tex = input<number | null>(null);
  private readonly all = inject(COLOUR_MARKS);
  protected readonly marks = computed(() => marksOf(this.all(), { needle: this.needle(), tex: this.tex() }));

  protected words(mark: ColourMark): string {
    if (mark.of === 'needle-size') return `NM ${mark.nm} is marked ${mark.colour} here`;
    if (mark.of === 'needle-system') return `${mark.systemId} is marked ${mark.colour} here`;
    return `Tex ${mark.tex} is marked ${mark.colour} here`;
  }
}
