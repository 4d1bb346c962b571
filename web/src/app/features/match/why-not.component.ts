import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import {
  nameOfNeedle,
  NEEDLE_SYSTEMS,
  whyNot,
  type NeedleCandidate,
  type NeedleName,
  type NeedleQuestion,
} from '@gantelet/core';
import { NeedlePickerComponent } from '../../shared/widgets/needle-picker.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { refusalText, WORSE_WORDS } from '../../shared/words/match-words';

/** Why any given needle of the catalogue is not the answer. */
@Component({
  selector: 'gan-why-not',
  imports: [NeedlePickerComponent, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<details>
    <summary>Why not another needle?</summary>
    <gan-needle-picker [needle]="asked()" [systemIds]="systemIds" (needleChange)="asked.set($event)" />
    <div aria-live="polite">
      @switch (verdict().verdict) {
        @case ('best') {
          <p><gan-signal shape="good" /> This is the answer.</p>
        }
        @case ('refused') {
          @for (text of refusals(); track $index) {
            <p><gan-signal shape="act" /> {{ text }}</p>
          }
        }
        @case ('worse') {
          <p><gan-signal shape="watch" /> It fits, {{ place() }} in the ranking:</p>
          <ul>
            @for (text of worse(); track $index) {
              <li>{{ text }}</li>
            }
          </ul>
        }
      }
    </div>
  </details>`,
  styles: `
    p {
      display: flex;
      gap: 8px;
      margin: 8px 0 0;
      font-size: 0.9375rem;
    }
    gan-signal {
      margin-top: 2px;
    }
    ul {
      margin: 4px 0 0;
      font-size: 0.9375rem;
    }
  `,
})
export class WhyNotComponent {
  readonly question = input.required<NeedleQuestion>();
  readonly best = input.required<NeedleCandidate>();

  protected readonly systemIds = NEEDLE_SYSTEMS.map(({ id }) => id);
  protected readonly asked = linkedSignal<NeedleName>(() => nameOfNeedle(this.best()));
  protected readonly verdict = computed(() => whyNot(this.question(), this.asked()));
  protected readonly refusals = computed(() => {
    const verdict = this.verdict();
    return verdict.verdict === 'refused' ? verdict.refusals.map(refusalText) : [];
  });
  protected readonly worse = computed(() => {
    const verdict = this.verdict();
    return verdict.verdict === 'worse' ? verdict.worse.map(({ part }) => WORSE_WORDS[part]) : [];
  });
  protected readonly place = computed(() => {
    const verdict = this.verdict();
    return verdict.verdict === 'worse' ? `number ${verdict.place}` : '';
  });
}
