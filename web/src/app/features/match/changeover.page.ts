import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { needleFacing, spreadOfSteps, type ChangeoverStep } from '@gantelet/core';
import { roleReaches } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { stepCaution, stepText } from '../../shared/words/changeover-words';
import { shortNumber } from '../../shared/locale';
import { writeStamps } from '../../shared/write-stamp';
import { changeoverActions, changeoverFeature } from '../changeover/changeover.state';
import { shopFeature } from '../shop/shop.state';
import { matchActions, matchFeature } from './match.state';

/**
 * The changeover card: manual steps in order, with amounts, minutes and cautions. On screen and on paper, A4 or US
 * Letter.
 */
@Component({
  selector: 'gan-changeover',
  imports: [ProblemComponent, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    @if (way(); as way) {
      <header>
        <p class="soft no-print"><a [routerLink]="back()">Back to the bench</a></p>
        <h1>{{ machine()?.name }}: about {{ total() }} min{{ spread() }}</h1>
        <div class="acts no-print">
          @if (mayStart()) {
            <button type="button" class="button main" [disabled]="starting()" (click)="start()">
              Start changeover
            </button>
          }
          <button type="button" class="button" (click)="print()">Print card</button>
        </div>
        <p class="from">from {{ from() ?? 'no set-up' }} to {{ draft().name || 'this job' }}</p>
      </header>
      <gan-problem [problem]="refused()" />
      <hr class="stitch" />
      <div class="caution">
        <p>
          Power off and wait until the motor has stopped: a clutch motor coasts, a servo can jump. Local rules
          on lock-out, guarding and sharps come first.
        </p>
      </div>
      @if (facing(); as facing) {
        <p class="facing">
          The hook is on the {{ facing.scarf }}: the scarf faces {{ facing.scarf }}, the long groove
          {{ facing.longGroove }} (threading side).
          <gan-standing standing="practice" />
        </p>
      }
      @if (way.steps.length === 0) {
        <p>Nothing to change: the machine is already set up like this.</p>
      }
      <ol>
        @for (step of way.steps; track $index) {
          <li>
            <span class="tick" aria-hidden="true"></span>
            <span>
              {{ text(step) }}
              @if (caution(step); as warning) {
                <strong class="act">{{ warning }}</strong>
              }
            </span>
            <span class="minutes">{{ minutes(step) }}</span>
          </li>
        }
      </ol>
      <p class="soft">
        Times in minutes; estimated unless your shop has timed the step.
        <gan-standing standing="assumption" source="changeover minutes of the Catalogue" /> The bobbin screw
        moves about 0.15 turn per step of the size ladder. <gan-standing standing="practice" />
      </p>
    } @else {
      <h1>No changeover yet</h1>
      <p>Put machine, stack and thread on the <a routerLink="/bench">bench</a> first.</p>
    }
  </main>`,
  styles: `
    main {
      max-width: 860px;
      padding: 18px 26px;
    }
    header {
      display: grid;
      grid-template-columns: 1fr auto;
      align-items: start;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
    header p {
      grid-column: 1 / -1;
      margin: 0;
    }
    h1 {
      font-size: 2.4rem;
    }
    header .from {
      font: 600 1.2rem var(--narrow);
    }
    .facing {
      margin: 12px 0 0;
    }
    ol {
      list-style: none;
      padding: 0;
      margin: 12px 0;
      counter-reset: step;
    }
    li {
      counter-increment: step;
      display: grid;
      grid-template-columns: 30px 1fr 70px;
      gap: 12px;
      padding: 10px 0;
      border-bottom: 1px solid var(--rule);
      font-size: 1.0625rem;
    }
    .tick::before {
      content: counter(step);
      display: grid;
      place-content: center;
      width: 28px;
      height: 28px;
      border: 2px solid var(--ink);
      font: 600 1rem var(--narrow);
    }
    strong {
      display: block;
      font-size: 0.9375rem;
    }
    .minutes {
      text-align: end;
      font: 600 1rem var(--narrow);
    }
    @page {
      margin: 16mm;
    }
    @media print {
      main {
        padding: 0;
      }
      h1 {
        font-size: 1.7rem;
      }
      li {
        padding: 5px 0;
        font-size: 0.9375rem;
      }
      .caution {
        padding: 4px 10px;
      }
    }
  `,
})
export class ChangeoverPage {
  /** From the address: the set-up to change over to; without it, the work on the bench. */
  readonly setupId = input<string>();

  private readonly store = inject(Store);
  protected readonly draft = this.store.selectSignal(matchFeature.selectDraft);
  protected readonly machine = this.store.selectSignal(matchFeature.selectMachine);
  private readonly work = this.store.selectSignal(matchFeature.selectAnswer);
  private readonly setups = this.store.selectSignal(matchFeature.selectSetups);

  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly starting = this.store.selectSignal(changeoverFeature.selectSaving);
  protected readonly refused = this.store.selectSignal(changeoverFeature.selectRefused);
  /** A changeover leads to a saved set-up. */
  protected readonly mayStart = computed(
    () =>
      roleReaches(this.person()?.role ?? 'operator', 'mechanic') &&
      this.draft().saved !== null &&
      (this.way()?.steps.length ?? 0) > 0,
  );
  private readonly stamp = writeStamps(() => 0);
  protected readonly way = computed(() => this.work().changeover);
  protected readonly total = computed(() => shortNumber(this.way()?.minutes ?? 0, 0));
  private readonly timings = this.store.selectSignal(matchFeature.selectTimings);
  /** How uncertain the minutes are, judging by the shop's own changeovers. */
  protected readonly spread = computed(() => {
    const sd = spreadOfSteps(this.way()?.steps ?? [], this.timings());
    return sd === null ? '' : `, give or take ${shortNumber(sd, 0)}`;
  });
  protected readonly from = computed(
    () => this.setups().find(({ id }) => id === this.machine()?.presentSetupId)?.name ?? null,
  );
  protected readonly facing = computed(() => {
    const machine = this.machine();
    const needle = this.way()?.steps.some((step) => step.do === 'needle');
    return needle && machine?.shank === 'round' && machine.hookSide ? needleFacing(machine.hookSide) : null;
  });
  protected readonly back = computed(() => {
    const { saved } = this.draft();
    return saved ? `/bench/${saved.id}` : '/bench';
  });
  protected readonly text = stepText;
  protected readonly caution = stepCaution;

  constructor() {
    this.store.dispatch(matchActions.opened());
    effect(() => {
      const setupId = this.setupId();
      if (setupId && untracked(this.draft).saved?.id !== setupId) {
        this.store.dispatch(matchActions.setupChosen({ setupId }));
      }
    });
  }

  protected minutes(step: ChangeoverStep): string {
    return step.minutes === 0 ? '' : `${shortNumber(step.minutes)} min`;
  }

  protected start(): void {
    const [machine, { saved }] = [this.machine(), this.draft()];
    if (!machine || !saved) return;
    const { key, at } = this.stamp([machine.id, saved.id, this.refused()]);
    const begin = { setupId: saved.id, bobbins: this.work().use?.job?.bobbins ?? null, begunAt: at };
    this.store.dispatch(changeoverActions.begin({ key, machineId: machine.id, begin }));
  }

  protected print(): void {
    window.print();
  }
}
