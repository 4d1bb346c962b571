import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { noSuchSizeText } from '../../shared/words/label-words';
import { doubtText } from '../../shared/words/match-words';
import type { NeedleInHand } from './needle-in-hand';

/** A needle in hand, as printed on its pack or shank. Left empty, the needle is the question. */
@Component({
  selector: 'gan-needle-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label for="bench-needle">Needle you already have (optional)</label>
    <input
      #textField
      id="bench-needle"
      class="form-control"
      autocomplete="off"
      placeholder="135x17 140/22 R, #22 ..."
      maxlength="60"
      aria-describedby="needle-reading"
      [value]="text()"
      (input)="textChange.emit(textField.value)"
    />
    <div id="needle-reading" aria-live="polite">
      @if (taken(); as words) {
        <p>Taken as {{ words }}</p>
      }
      @for (problem of problems(); track $index) {
        <p class="field-problem">{{ problem }}</p>
      }
    </div>`,
  styles: `
    label {
      display: block;
      margin-top: 6px;
      font-size: 0.875rem;
    }
    p {
      margin: 4px 0;
      font-size: 0.9375rem;
    }
  `,
})
export class NeedleFieldComponent {
  readonly text = input.required<string>();
  readonly inHand = input.required<NeedleInHand | null>();
  readonly textChange = output<string>();

  protected readonly taken = computed(() => {
    const reading = this.inHand()?.reading;
    if (!reading) return null;
    const { system, size, point, household } = reading;
    const words = [
      system?.id,
      size && `NM ${size.nm} / ${size.number}`,
      point?.name,
      household && `${household} needle`,
    ].filter(Boolean);
    return words.join(', ');
  });
  protected readonly problems = computed((): readonly string[] => {
    const inHand = this.inHand();
    if (!inHand) return [];
    if (inHand.label.outcome === 'no-such-size') return [noSuchSizeText(inHand.label.near)];
    if (!inHand.reading) return ['Not a needle known here. Try 135x17 140/22 LR, NM 110 or #18.'];
    return inHand.reading.doubts.map((doubt) => `Check the pack: ${doubtText(doubt)}.`);
  });
}
