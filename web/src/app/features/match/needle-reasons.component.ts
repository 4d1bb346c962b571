import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { NeedleCandidate } from '@gantelet/core';
import { Preferences } from '../../shared/preferences';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { reasonText, remedyText, schoolsText, WORSE_WORDS } from '../../shared/words/match-words';
import { needleSizeText } from '../../shared/words/units-text';
import type { Machine } from '@gantelet/contracts';
import type { BenchAnswer } from './bench-answer';

/** Why this needle, what the other schools would pick, and the runners-up with the one thing each is worse at. */
@Component({
  selector: 'gan-needle-reasons',
  imports: [SignalMarkComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Why</h2>
    <ul>
      @for (reason of reasons(); track $index) {
        <li>
          <gan-signal [shape]="reason.signal" />
          <span
            >{{ reason.text }} <gan-standing [standing]="reason.standing" />
            @if (reason.code === 'plate' && remedy(); as words) {
              <strong class="remedy">{{ words }}</strong>
            }
          </span>
        </li>
      }
    </ul>
    <h2>Preference: {{ school() }}</h2>
    <p class="others">
      @for (other of work().otherSchools; track other.school) {
        <span>
          <strong>{{ other.school }}</strong>
          {{
            other.same ? 'gives the same needle' : 'gives ' + size(other.pick) + ', ' + other.pick.point.name
          }}
        </span>
      }
    </p>
    <h2>Next best</h2>
    <ul class="next">
      @for (other of work().alternatives; track other.needle) {
        <li>
          <button type="button" class="plain-button" (click)="picked.emit(other.needle)">
            <strong>{{ size(other.needle) }}</strong> {{ other.needle.point.name }},
            {{ other.needle.system.id }}
          </button>
          <span class="soft">{{ other.worseIn ? worseWords[other.worseIn] : other.needle.point.look }}</span>
        </li>
      }
    </ul>`,
  styles: `
    ul {
      list-style: none;
      padding: 0;
      margin: 0 0 12px;
    }
    li {
      display: grid;
      grid-template-columns: 22px 1fr;
      gap: 6px;
      padding: 3px 0;
      font-size: 0.9375rem;
      line-height: 1.35;
    }
    gan-signal {
      margin-top: 2px;
    }
    .remedy {
      display: block;
    }
    .others span {
      display: block;
      font-size: 0.9375rem;
    }
    .others {
      margin-bottom: 12px;
    }
    .next li {
      display: block;
      border-bottom: 1px solid var(--rule);
      padding: 5px 0;
    }
    .next span {
      display: block;
    }
    button {
      font-size: 1rem;
      text-decoration: underline;
      text-underline-offset: 3px;
    }
    h2 {
      margin-top: 4px;
    }
  `,
})
export class NeedleReasonsComponent {
  readonly work = input.required<BenchAnswer>();
  readonly machines = input.required<readonly Machine[]>();
  readonly picked = output<NeedleCandidate>();
  private readonly preferences = inject(Preferences);

  protected readonly worseWords = WORSE_WORDS;
  protected readonly reasons = computed(() =>
    this.work().reasons.map((reason) => ({ ...reason, text: reasonText(reason) })),
  );
  protected readonly remedy = computed(() => {
    const { remedy } = this.work();
    if (!remedy) return '';
    const names = remedy.machineIds.flatMap(
      (machineId) => this.machines().find(({ id }) => id === machineId)?.name ?? [],
    );
    return remedyText(remedy.plateHoleMm, names);
  });
  protected readonly school = computed(() => {
    const schools = this.work().schools;
    return schools ? schoolsText(schools) : '';
  });

  protected size(candidate: NeedleCandidate): string {
    const { first, second } = needleSizeText(candidate.size.nm, this.preferences.unitOrder());
    return `${first} / ${second}`;
  }
}
