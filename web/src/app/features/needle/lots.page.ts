import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { judgeSample, lotSample, NEEDLE_SYSTEMS, USUAL_FINISH } from '@gantelet/core';
import { roleReaches, type LotDecision, type NeedleChoice, type NeedleLot } from '@gantelet/contracts';
import { ColourMarksComponent } from '../../shared/widgets/colour-marks.component';
import { NeedlePickerComponent } from '../../shared/widgets/needle-picker.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { needleText } from '../../shared/words/changeover-words';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { shopFeature } from '../shop/shop.state';
import { LOT_STATE_SHAPES, LOT_STATE_WORDS } from './needle-check-words';
import { needleActions, needleFeature } from './needle.state';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** Lots awaiting a check or quarantined, and this many of the newest others, are listed without searching. */
const NEWEST_SHOWN = 8;

/** Deliveries of needles: what came, what was found, and whether it may be used. */
@Component({
  selector: 'gan-lots',
  imports: [
    ColourMarksComponent,
    NeedlePickerComponent,
    NumberInputDirective,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './lots.page.html',
  styleUrl: './needle.scss',
  styles: `
    .lots {
      list-style: none;
      padding: 0;
    }
    .lots > li {
      padding: 10px 0;
      border-bottom: 1px solid var(--rule);
    }
    .lots h3 {
      font-size: 1.125rem;
      margin: 0;
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .lots p {
      margin: 2px 0 6px;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: end;
    }
    .acts .button {
      min-height: 44px;
    }
    form.acts label {
      flex: 1 1 220px;
    }
    .entry {
      display: grid;
      gap: 10px;
      margin-top: 8px;
    }
  `,
})
export class LotsPage {
  private readonly store = inject(Store);
  private readonly forms = inject(NonNullableFormBuilder);
  private readonly lots = this.store.selectSignal(needleFeature.selectLots);
  private readonly problem = this.store.selectSignal(needleFeature.selectProblem);
  private readonly written = this.store.selectSignal(needleFeature.selectWritten);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly saving = this.store.selectSignal(needleFeature.selectSaving);
  protected readonly done = this.store.selectSignal(needleFeature.selectDone);
  protected readonly refused = this.store.selectSignal(needleFeature.selectRefused);
  protected readonly mayDecide = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));

  protected readonly needleText = needleText;
  protected readonly stateWords = LOT_STATE_WORDS;
  protected readonly stateShapes = LOT_STATE_SHAPES;
  protected readonly systemIds = NEEDLE_SYSTEMS.map(({ id }) => id);
  protected readonly all = signal(false);
  protected readonly isRead = computed(() => this.lots() !== null);
  protected readonly headline = computed(() => {
    const lots = this.lots() ?? [];
    const waiting = lots.filter(({ state }) => state === 'to-check').length;
    const out = lots.filter(({ state }) => state === 'quarantined').length;
    return (
      unreadText(this.lots() !== null, this.problem(), 'the needle lots') ??
      `${waiting} to check, ${out} kept out, ${lots.length} in all`
    );
  });
  private readonly ordered = computed(() => {
    const stands = ({ state }: NeedleLot): number => Number(state === 'to-check' || state === 'quarantined');
    return [...(this.lots() ?? [])].sort((a, b) => stands(b) - stands(a));
  });
  protected readonly shown = computed(() => {
    const lots = this.ordered();
    const first = lots.filter(({ state }) => state === 'to-check' || state === 'quarantined').length;
    return this.all() ? lots : lots.slice(0, first + NEWEST_SHOWN);
  });
  protected readonly hidden = computed(() => this.ordered().length - this.shown().length);

  /** The lot being corrected; null for a new one. */
  protected readonly correcting = signal<NeedleLot | null>(null);
  protected readonly needle = signal<NeedleChoice>({
    systemId: NEEDLE_SYSTEMS[0]!.id,
    nm: 110,
    pointId: 'round',
    finishId: USUAL_FINISH.id,
  });
  protected readonly received = signal<number | null>(null);
  protected readonly entry = this.forms.group({
    code: ['', [Validators.required, Validators.maxLength(40)]],
    supplier: ['', Validators.maxLength(80)],
    checkFirst: true,
  });
  /** The lot being decided on, and the decision. */
  protected readonly deciding = signal<{ readonly id: string; readonly state: LotDecision['state'] } | null>(
    null,
  );
  protected readonly why = this.forms.control('', [Validators.required, Validators.maxLength(200)]);
  protected readonly plan = computed(() => lotSample(this.received(), this.values()));
  protected readonly share = computed(() => Math.round(100 * this.values()['lot.bad-share'].value));
  private readonly stamp = writeStamps(() => this.written());

  constructor() {
    this.store.dispatch(needleActions.opened());
    this.store.dispatch(catalogueActions.wanted());
    // A saved entry makes room for the next; a refused one stays to be corrected.
    let before = this.written();
    effect(() => {
      const now = this.written();
      if (now === before) return;
      before = now;
      this.begin(null);
      this.deciding.set(null);
      this.why.reset();
    });
  }

  protected begin(lot: NeedleLot | null): void {
    this.correcting.set(lot);
    if (lot) this.needle.set(lot.needle);
    this.received.set(lot?.received ?? null);
    this.entry.reset({ code: lot?.code ?? '', supplier: lot?.supplier ?? '', checkFirst: true });
  }

  protected keep(): void {
    const { code, supplier, checkFirst } = this.entry.getRawValue();
    const said = {
      code: code.trim(),
      supplier: supplier.trim(),
      needle: this.needle(),
      received: this.received(),
    };
    const lot = this.correcting();
    const { key } = this.stamp([lot?.id, said, checkFirst]);
    if (lot) this.store.dispatch(needleActions.reviseLot({ key, lotId: lot.id, entry: said }));
    else
      this.store.dispatch(
        needleActions.registerLot({ key, entry: { ...said, state: checkFirst ? 'to-check' : 'open' } }),
      );
  }

  protected decide(): void {
    const deciding = this.deciding();
    if (!deciding) return;
    const decision = { state: deciding.state, note: this.why.value.trim() };
    const { key } = this.stamp([deciding.id, decision]);
    this.store.dispatch(needleActions.decideLot({ key, lotId: deciding.id, decision }));
  }

  protected percent(share: number): number {
    return Math.round(100 * share);
  }

  /** What was found on a lot so far, and what its sample shows. */
  protected sampleText({ received, sample, state }: NeedleLot): string {
    if (sample.checked === 0) return 'none checked';
    const plan = lotSample(received, this.values());
    const doubtful = sample.doubtful > 0 ? `, ${sample.doubtful} doubtful` : '';
    const so = `${sample.checked} checked, ${sample.bad || 'none'} bad${doubtful}`;
    if (state === 'open' || state === 'accepted') return so;
    const verdict = judgeSample(plan, sample);
    if (verdict === 'refuse') return `${so}: too many`;
    return verdict === 'accept' ? `${so}: enough` : `${so}, ${plan.needles - sample.checked} to go`;
  }

  protected eyesText({ friction }: NeedleLot): string {
    if (friction.mean === null) return '';
    const mean = `eyes ${Math.round(100 * friction.mean)} % of ${friction.tested} tested`;
    return friction.bad ? `${mean}, too many bad` : mean;
  }
}
