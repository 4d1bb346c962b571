import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { THREAD_CONSTRUCTIONS, threadEquivalents, type ThreadSizeReading } from '@gantelet/core';
import { threadDoubtText } from '../../shared/words/label-words';
import { StandingComponent } from '../../shared/widgets/standing.component';

/** One field for a thread size in any system, with what it was taken for. */
@Component({
  selector: 'gan-thread-picker',
  imports: [StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label for="bench-thread">Thread, as on the spool</label>
    <input
      #labelField
      id="bench-thread"
      class="form-control"
      autocomplete="off"
      placeholder="V138, Tex 135, tkt 20, 1260 den ..."
      maxlength="40"
      aria-describedby="thread-reading"
      [value]="label()"
      (input)="labelChange.emit(labelField.value)"
    />
    <div id="thread-reading" aria-live="polite">
      @if (reading(); as taken) {
        <p class="taken">
          Taken as <strong>Tex {{ round(taken.tex) }}</strong
          >&ngsp;
          <gan-standing [standing]="taken.standing" [source]="taken.label" />
          <span class="soft">{{ equivalents() }}</span>
        </p>
        @if (doubt(); as words) {
          <p class="field-problem">Check the label: {{ words }}.</p>
        }
      } @else if (label().trim() === '') {
        <p class="soft">Any system: Tex, size, ticket, letter, denier, dtex, Nm, Ne.</p>
      } @else if (readings().length === 0) {
        <p class="field-problem">
          Not a thread size known here. Try Tex 135, V138, tkt 20, FF, 1260 den, Nm 20/3.
        </p>
      }
      @if (readings().length > 1) {
        <p class="field-problem">This number is used in more than one system. Which is it?</p>
        <div class="which" role="group" aria-label="Which size is meant">
          @for (one of readings(); track one.label; let i = $index) {
            <button
              type="button"
              class="button small"
              [attr.aria-pressed]="one === reading()"
              (click)="readingIndexChange.emit(i)"
            >
              {{ one.label }}
              @if (one.system !== 'tex') {
                (Tex {{ round(one.tex) }})
              }
            </button>
          }
        </div>
      }
    </div>
    <label for="bench-construction">Thread type</label>
    <select
      #constructionIdField
      id="bench-construction"
      class="form-select"
      (change)="constructionIdChange.emit(constructionIdField.value)"
    >
      @for (one of constructions; track one.id) {
        <option [value]="one.id" [selected]="one.id === constructionId()">{{ one.name }}</option>
      }
    </select>`,
  styles: `
    p {
      margin: 4px 0;
      font-size: 0.9375rem;
    }
    label {
      margin-top: 6px;
    }
    .taken span {
      display: block;
    }
    .which {
      display: flex;
      gap: 8px;
      flex-wrap: wrap;
    }
  `,
})
export class ThreadPickerComponent {
  readonly label = input.required<string>();
  readonly readings = input.required<readonly ThreadSizeReading[]>();
  readonly reading = input.required<ThreadSizeReading | null>();
  readonly constructionId = input.required<string>();
  readonly labelChange = output<string>();
  readonly readingIndexChange = output<number>();
  readonly constructionIdChange = output<string>();

  protected readonly constructions = THREAD_CONSTRUCTIONS;
  protected readonly equivalents = computed(() => {
    const taken = this.reading();
    if (!taken) return '';
    const { tradeSize, ticket, letter, denier } = threadEquivalents(taken.tex);
    const names = [
      tradeSize && `size ${tradeSize}`,
      ticket && `ticket ${ticket}`,
      letter && `letter ${letter}`,
      `${denier} denier`,
    ];
    return names.filter(Boolean).join(', ');
  });

  protected readonly doubt = computed(() => {
    const doubt = this.reading()?.doubt;
    return doubt ? threadDoubtText(doubt) : '';
  });

  protected round(tex: number): number {
    return Math.round(tex * 10) / 10;
  }
}
