import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { NEEDLE_SIZES, NEEDLE_SYSTEMS } from '@gantelet/core';
import { ColourMarks, MARK_COLOURS, type ColourMark } from '@gantelet/contracts';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

const KINDS: Readonly<Record<ColourMark['of'], string>> = {
  'needle-size': 'Needle size',
  'needle-system': 'Needle system',
  thread: 'Thread',
};

/** The colours a shop puts on its pockets, drawers and cones. */
@Component({
  selector: 'gan-colour-marks-form',
  imports: [NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ul>
      @for (mark of marks(); track $index; let i = $index) {
        <li>
          {{ nameOf(mark) }}: <strong>{{ mark.colour }}</strong>
          @if (mayChange()) {
            <button
              type="button"
              class="button small"
              [attr.aria-label]="'Remove ' + nameOf(mark)"
              (click)="remove(i)"
            >
              Remove
            </button>
          }
        </li>
      } @empty {
        <li class="soft">No colours yet.</li>
      }
    </ul>
    @if (mayChange()) {
      <div class="row">
        <label>
          What is marked
          <select #kind class="form-select" (change)="of.set(kindOf(kind.value))">
            @for (one of kinds; track one) {
              <option [value]="one" [selected]="one === of()">{{ kindWords[one] }}</option>
            }
          </select>
        </label>
        @switch (of()) {
          @case ('needle-size') {
            <label>
              Size
              <select #size class="form-select" (change)="nm.set(+size.value)">
                @for (one of sizes; track one.nm) {
                  <option [value]="one.nm" [selected]="one.nm === nm()">
                    NM {{ one.nm }} / {{ one.number }}
                  </option>
                }
              </select>
            </label>
          }
          @case ('needle-system') {
            <label>
              System
              <select #system class="form-select" (change)="systemId.set(system.value)">
                @for (one of systems; track one.id) {
                  <option [value]="one.id" [selected]="one.id === systemId()">{{ one.id }}</option>
                }
              </select>
            </label>
          }
          @case ('thread') {
            <label>
              Tex
              <input
                class="form-control"
                ganNumber
                least="5"
                most="2000"
                [number]="tex()"
                (numberChange)="tex.set($event)"
              />
            </label>
          }
        }
        <label>
          Colour
          <select #painted class="form-select" (change)="colour.set(colourOf(painted.value))">
            @for (one of colours; track one) {
              <option [value]="one" [selected]="one === colour()">{{ one }}</option>
            }
          </select>
        </label>
        <button type="button" class="button" [disabled]="next() === null" (click)="add()">
          Add the colour
        </button>
      </div>
    }`,
  styles: `
    ul {
      list-style: none;
      padding: 0;
      columns: 3 220px;
    }
    li {
      min-height: 44px;
    }
    li .button {
      margin-inline-start: 8px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 14px;
      align-items: end;
    }
  `,
})
export class ColourMarksFormComponent {
  readonly marks = input.required<readonly ColourMark[]>();
  readonly mayChange = input.required<boolean>();
  readonly marksChange = output<readonly ColourMark[]>();

  protected readonly kinds = Object.keys(KINDS) as readonly ColourMark['of'][];
  protected readonly kindWords = KINDS;
  protected readonly sizes = NEEDLE_SIZES;
  protected readonly systems = NEEDLE_SYSTEMS;
  protected readonly colours = MARK_COLOURS;
  protected readonly of = signal<ColourMark['of']>('needle-size');
  protected readonly nm = signal(110);
  protected readonly systemId = signal('135x17');
  protected readonly tex = signal<number | null>(135);
  protected readonly colour = signal<ColourMark['colour']>('yellow');

  protected nameOf(mark: ColourMark): string {
    if (mark.of === 'needle-size') return `NM ${mark.nm}`;
    return mark.of === 'needle-system' ? mark.systemId : `Tex ${mark.tex}`;
  }

  protected kindOf(value: string): ColourMark['of'] {
    return this.kinds.find((one) => one === value) ?? 'needle-size';
  }

  protected colourOf(value: string): ColourMark['colour'] {
    return MARK_COLOURS.find((one) => one === value) ?? 'white';
  }

  /** All marks with the one in the fields; null if that is not possible. */
  protected next(): readonly ColourMark[] | null {
    const [of, colour] = [this.of(), this.colour()];
    const fields = { nm: this.nm(), systemId: this.systemId(), tex: this.tex() };
    const own = of === 'needle-size' ? 'nm' : of === 'needle-system' ? 'systemId' : 'tex';
    const parsed = ColourMarks.safeParse([...this.marks(), { of, colour, [own]: fields[own] }]);
    return parsed.success ? parsed.data : null;
  }

  protected add(): void {
    const next = this.next();
    if (next) this.marksChange.emit(next);
  }

  protected remove(index: number): void {
    this.marksChange.emit(this.marks().filter((_, i) => i !== index));
  }
}
