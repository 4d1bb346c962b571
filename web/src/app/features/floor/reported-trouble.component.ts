import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { symptomOfTrouble, troubleRule } from '@gantelet/core';
import type { ReportAnswer, TroubleReport } from '@gantelet/contracts';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { CHECK_WORDS, TROUBLE_WORDS } from '../../shared/words/floor-words';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** A problem reported at a machine: what to check at once, the way to its cause, and the mechanic's answer. */
@Component({
  selector: 'gan-reported-trouble',
  imports: [RouterLink, SignalMarkComponent, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h3>
      <gan-signal [shape]="rule(report().trouble).call === 'stop' ? 'stop' : 'due'" />
      {{ troubleWords[report().trouble] }}
    </h3>
    <p>Reported by {{ report().reportedBy }}, {{ report().reportedAt | when: 'weekday-time' }}.</p>
    <ol>
      @for (check of rule(report().trouble).checks; track check) {
        <li>{{ checkWords[check] }}</li>
      }
    </ol>
    <p>
      <a routerLink="/faults" [queryParams]="{ machine: machineId(), symptom: symptomOf(report().trouble) }"
        >Find the cause, check by check</a
      >
    </p>
    @if (mayAnswer()) {
      <div class="answers">
        <button
          type="button"
          class="button"
          [disabled]="busy()"
          (click)="answered.emit({ reportId: report().id, finding: 'mended' })"
        >
          Fixed, needle kept
        </button>
        <button
          type="button"
          class="button"
          [disabled]="busy()"
          (click)="answered.emit({ reportId: report().id, finding: 'nothing-found' })"
        >
          No fault found
        </button>
      </div>
    }`,
  styles: `
    :host {
      display: block;
      border: 2px solid var(--rule);
      padding: 4px 12px 12px;
      margin-top: 12px;
    }
    h3 {
      font-size: 1.125rem;
      margin: 12px 0 4px;
      display: flex;
      gap: 8px;
      align-items: center;
    }
    ol {
      margin-bottom: 8px;
      padding-inline-start: 20px;
    }
    .answers {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    .answers .button {
      min-height: 52px;
      justify-content: center;
    }
    p {
      margin-bottom: 8px;
    }
  `,
})
export class ReportedTroubleComponent {
  readonly report = input.required<TroubleReport>();
  readonly machineId = input.required<string>();
  readonly mayAnswer = input.required<boolean>();
  readonly busy = input.required<boolean>();
  readonly answered = output<ReportAnswer & { readonly reportId: string }>();

  protected readonly troubleWords = TROUBLE_WORDS;
  protected readonly checkWords = CHECK_WORDS;
  protected readonly rule = troubleRule;
  protected readonly symptomOf = symptomOfTrouble;
}
