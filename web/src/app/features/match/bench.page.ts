import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  edgeDistanceMm,
  nameOfNeedle,
  type MachineAnswer,
  type NeedleCandidate,
  type ThreadOnBench,
  isSetFor,
} from '@gantelet/core';
import { newId, roleReaches } from '@gantelet/contracts';
import { EyeDrawingComponent } from '../../shared/drawings/eye-drawing.component';
import { FitScaleComponent } from '../../shared/drawings/fit-scale.component';
import { PlateDrawingComponent } from '../../shared/drawings/plate-drawing.component';
import { SeamLineComponent } from '../../shared/drawings/seam-line.component';
import { Preferences } from '../../shared/preferences';
import { DialogComponent } from '../../shared/widgets/dialog.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SeamStripComponent } from '../../shared/widgets/seam-strip.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { refusalText, schoolsText } from '../../shared/words/match-words';
import { needleSizeText } from '../../shared/words/units-text';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { pullTestActions } from '../pull-test/pull-test.state';
import { shopFeature } from '../shop/shop.state';
import { changedSinceSaved } from './bench-changed';
import { BenchGivenComponent } from './bench-given.component';
import { benchSteps } from './bench-steps';
import { ChangeoverSummaryComponent } from './changeover-summary.component';
import { MachineRankingComponent } from './machine-ranking.component';
import type { BenchDraft } from './bench-draft';
import { matchActions, matchFeature } from './match.state';
import { NeedleOnMachineComponent } from './needle-on-machine.component';
import { NeedleReasonsComponent } from './needle-reasons.component';
import { NeedleTakesComponent } from './needle-takes.component';
import { PointCompareComponent } from './point-compare.component';
import { SetupCardsComponent, type CardsToImport } from './setup-cards.component';
import { ThreadRankingComponent } from './thread-ranking.component';
import { ThreadUseComponent } from './thread-use.component';
import { WhyNotComponent } from './why-not.component';

/** What do I put on this machine for this work? And the same question from any other end. */
@Component({
  selector: 'gan-bench',
  imports: [
    BenchGivenComponent,
    ChangeoverSummaryComponent,
    DialogComponent,
    EyeDrawingComponent,
    FitScaleComponent,
    MachineRankingComponent,
    NeedleOnMachineComponent,
    NeedleReasonsComponent,
    NeedleTakesComponent,
    PlateDrawingComponent,
    PointCompareComponent,
    ProblemComponent,
    RouterLink,
    SeamLineComponent,
    SeamStripComponent,
    SetupCardsComponent,
    SignalMarkComponent,
    ThreadRankingComponent,
    ThreadUseComponent,
    WhyNotComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench.page.html',
  styleUrl: './bench.page.scss',
})
export class BenchPage {
  /** From the address: the set-up to open. */
  readonly setupId = input<string>();
  /** From the address: a thread or needle as read off a label. */
  readonly thread = input<string>();
  readonly needle = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly preferences = inject(Preferences);
  protected readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  protected readonly setups = this.store.selectSignal(matchFeature.selectSetups);
  protected readonly draft = this.store.selectSignal(matchFeature.selectDraft);
  protected readonly machine = this.store.selectSignal(matchFeature.selectMachine);
  protected readonly work = this.store.selectSignal(matchFeature.selectAnswer);
  protected readonly saving = this.store.selectSignal(matchFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(matchFeature.selectProblem);
  protected readonly done = this.store.selectSignal(matchFeature.selectDone);
  protected readonly putAside = this.store.selectSignal(matchFeature.selectPutAside);
  protected readonly imported = this.store.selectSignal(matchFeature.selectImported);
  protected readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  private readonly benchShop = this.store.selectSignal(matchFeature.selectBenchShop);

  protected readonly cardsOpen = signal(false);
  protected readonly maySave = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly shopSchools = computed(() => this.shop()?.schools ?? null);
  protected readonly school = computed(() => {
    const { schools } = this.work();
    return schools ? schoolsText(schools) : '';
  });
  protected readonly size = computed(() => {
    const chosen = this.work().chosen;
    return chosen && needleSizeText(chosen.size.nm, this.preferences.unitOrder());
  });
  /** The address names a set-up this shop does not have. */
  protected readonly isUnknown = computed(() => {
    const setups = this.setups();
    return (
      this.setupId() !== undefined && setups.length > 0 && !setups.some(({ id }) => id === this.setupId())
    );
  });
  /** The answer in a line, for the foot of a phone. */
  protected readonly footText = computed(() => {
    const { chosen, ask } = this.work();
    if (chosen)
      return `${this.size()!.first} / ${this.size()!.second}, ${chosen.point.name}, ${chosen.system.id}`;
    if (ask === 'needle') return this.refusedInHand() ? 'This needle will not work here' : 'Nothing fits';
    return {
      thread: 'Threads that fit',
      machine: 'Machines that fit',
      takes: 'Threads it takes',
      open: null,
    }[ask];
  });
  protected readonly threadMm = computed(() => this.work().thread?.diameterMm ?? 0);
  protected readonly edgeMm = computed(() => {
    const { chosen } = this.work();
    if (!chosen) return 0;
    return edgeDistanceMm(chosen.hole, this.threadMm(), chosen.pointAdvice.cutsCloth, this.values());
  });
  /** The needle in hand before there is work on the bench: which machine it fits is said at once. */
  protected readonly needleToPlace = computed(() => {
    const { inHand, question } = this.work();
    return question === null && inHand?.reading?.system ? inHand.reading : null;
  });
  protected readonly refusedInHand = computed(() => this.work().inHand?.verdict?.verdict === 'refused');
  protected readonly refusals = computed(() => {
    const { answer, inHand } = this.work();
    const verdict = inHand?.verdict;
    return (verdict?.verdict === 'refused' ? verdict.refusals : (answer?.refusals ?? [])).map(refusalText);
  });
  protected readonly isPresent = computed(() => {
    const { saved } = this.draft();
    return saved !== null && this.machine()?.presentSetupId === saved.id;
  });
  protected readonly presentName = computed(
    () => this.setups().find(({ id }) => id === this.machine()?.presentSetupId)?.name ?? null,
  );
  protected readonly changed = computed(() => changedSinceSaved(this.draft(), this.work()));
  protected readonly cardLink = computed(() => {
    const { saved } = this.draft();
    return saved && !this.changed() ? `/changeover/${saved.id}` : '/changeover';
  });
  protected readonly canSave = computed(
    () => this.maySave() && this.work().chosen !== null && this.draft().name.trim() !== '' && !this.saving(),
  );
  /** The key of the next save. A save that got no answer keeps it, so that trying again is the same write. */
  private readonly saveKey = linkedSignal({ source: this.draft, computation: () => newId() });

  protected readonly steps = computed(() => {
    const { saved } = this.draft();
    const { balanced, cases } = this.benchShop();
    const asSaved = saved && !this.changed() ? saved : null;
    const way = asSaved && {
      setupId: asSaved.id,
      machineId: asSaved.machineId,
      onMachine: this.machine()?.presentSetupId === asSaved.id,
      caseIsSet: isSetFor(cases.get(asSaved.machineId) ?? [], asSaved.thread.tex),
      settledTurns: balanced.get(asSaved.id) ?? null,
    };
    return benchSteps(this.work(), this.machine(), way);
  });

  constructor() {
    this.store.dispatch(matchActions.opened());
    this.store.dispatch(pullTestActions.opened());
    effect(() => {
      const setupId = this.setupId();
      if (setupId && untracked(this.draft).saved?.id !== setupId) {
        this.store.dispatch(matchActions.setupChosen({ setupId }));
      }
    });
    effect(() => {
      const [threadText, needleText] = [this.thread(), this.needle()];
      if (threadText)
        untracked(() => this.change({ threadText: threadText.slice(0, 40), readingIndex: null }));
      if (needleText) untracked(() => this.change({ needleText: needleText.slice(0, 60) }));
    });
  }

  protected change(change: Partial<BenchDraft>): void {
    this.store.dispatch(matchActions.draftChanged({ change }));
  }

  protected open(setupId: string): void {
    void this.router.navigateByUrl(setupId === '' ? '/bench' : `/bench/${setupId}`);
  }

  protected pick(candidate: NeedleCandidate): void {
    this.change({ picked: nameOfNeedle(candidate), needleText: '' });
  }

  protected takeThread({ tex, constructionId }: ThreadOnBench): void {
    this.change({ threadText: `Tex ${tex}`, readingIndex: null, constructionId });
  }

  protected takeMachine({ machineId, plateHoleMm }: MachineAnswer): void {
    this.change({ machineId, plateHoleMm, picked: null });
  }

  protected clear(): void {
    this.store.dispatch(matchActions.benchCleared());
    void this.router.navigateByUrl('/bench');
  }

  protected putBack(): void {
    const saved = this.putAside()?.saved;
    this.store.dispatch(matchActions.putBack());
    void this.router.navigateByUrl(saved ? `/bench/${saved.id}` : '/bench');
  }

  protected save(asNew: boolean): void {
    this.store.dispatch(matchActions.save({ key: this.saveKey(), asNew }));
  }

  protected makePresent(): void {
    this.store.dispatch(matchActions.makePresent({ key: newId() }));
  }

  protected importCards({ key, cards }: CardsToImport): void {
    this.store.dispatch(matchActions.importCards({ key, cards }));
  }

  protected closeCards(): void {
    this.cardsOpen.set(false);
    this.store.dispatch(matchActions.importClosed());
  }
}
