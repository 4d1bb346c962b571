import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { SIZE_SCHOOLS, type StrengthGuide, type ThreadInNeedle } from '@gantelet/core';
import { SignalMarkComponent, type SignalShape } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { BAND_WORDS, SCHOOL_WORDS } from '../../shared/words/match-words';
import { rangeText } from '../../shared/words/units-text';
import type { NeedleInHand } from './needle-in-hand';

const guideText = (guide: StrengthGuide | undefined): string =>
  guide ? rangeText(guide.fromMm, guide.toMm) : 'no thickness known';

/** The threads that a needle in hand takes, by kind, each with its eye fit. */
@Component({
  selector: 'gan-needle-takes',
  imports: [SignalMarkComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (size(); as size) {
    <h1>
      NM {{ size.nm }} <span class="second">/ {{ size.number }}</span
      >&ngsp;
      <span class="line">takes {{ range() }} in bonded nylon</span>
    </h1>
    <hr class="stitch" />
    <p>
      Normally good for {{ guide() }} of leather.
      <gan-standing standing="fitted" source="two facts of common practice; a guide only" /> Ratios of thread
      to blade. <gan-standing standing="fitted" source="bands fitted to judgements of common practice" />
    </p>
    @for (kind of kinds(); track kind.construction.id) {
      <h2>{{ kind.construction.name }}</h2>
      <ul>
        @for (one of kind.threads; track one.thread.tex) {
          <li>
            <button type="button" class="plain-button" (click)="taken.emit(one)">
              <gan-signal [shape]="signal(one)" />
              <strong>Tex {{ one.thread.tex }}</strong>
              <span class="soft">{{ bandWords[one.judged.band] }}, {{ schools(one) }}</span>
            </button>
          </li>
        }
      </ul>
    }
  }`,
  styleUrl: './ranking-table.scss',
  styles: `
    h2 {
      margin-top: 12px;
    }
    ul {
      list-style: none;
      padding: 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
      gap: 2px 16px;
    }
    button {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 36px;
      width: 100%;
      border-bottom: 1px solid var(--rule);
    }
    strong {
      white-space: nowrap;
    }
    button:hover strong {
      text-decoration: underline;
    }
  `,
})
export class NeedleTakesComponent {
  readonly inHand = input.required<NeedleInHand>();
  readonly taken = output<ThreadInNeedle>();

  protected readonly bandWords = BAND_WORDS;
  protected readonly size = computed(() => this.inHand().reading?.size ?? null);
  protected readonly kinds = computed(() => this.inHand().takes.filter(({ threads }) => threads.length > 0));
  protected readonly guide = computed(() =>
    guideText(this.inHand().takes.flatMap(({ threads }) => threads)[0]?.judged.strength),
  );
  /** From the thinnest that is not lost in the eye to the thickest that any school accepts. */
  protected readonly range = computed(() => {
    const bonded = this.inHand().takes[0]?.threads ?? [];
    const good = bonded.filter(({ judged }) => judged.acceptedBy.length > 0);
    const [thin, thick] = [good[0], good.at(-1)];
    if (!thin || !thick) return 'no thread is a good fit';
    return thin === thick ? `Tex ${thin.thread.tex}` : `Tex ${thin.thread.tex} to ${thick.thread.tex}`;
  });

  protected signal({ judged }: ThreadInNeedle): SignalShape {
    if (judged.useLarger) return 'act';
    return judged.acceptedBy.length < 3 ? 'watch' : 'good';
  }

  protected schools({ judged }: ThreadInNeedle): string {
    const thinner = judged.couldGoThinner ? ', could go thinner' : '';
    if (judged.band === 'too-loose') return `usable${thinner}`;
    if (judged.acceptedBy.length === 0) return 'use a larger needle';
    if (judged.acceptedBy.length === SIZE_SCHOOLS.length) return `fits with any preference${thinner}`;
    return `only with ${judged.acceptedBy.map((school) => SCHOOL_WORDS[school]).join(' or ')}`;
  }
}
