import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  checksBeforeKnob,
  handStepTurns,
  NOT_TENSION,
  preTensionMove,
  SEAM_GRADES,
  TENSION_TARGETS,
  TURN_GRAIN,
  inTurns,
  turnsText,
  wrapsAtTravelEnd,
  type ClaimGround,
  type SeamGrade,
} from '@gantelet/core';
import {
  newId,
  roleReaches,
  type BobbinCaseEntry,
  type BobbinReadingInput,
  type GaugeReadingInput,
  type StandInAsk,
} from '@gantelet/contracts';
import { KnobDialComponent } from '../../shared/drawings/knob-dial.component';
import { LockSectionComponent } from '../../shared/drawings/lock-section.component';
import { SeamFacesComponent } from '../../shared/drawings/seam-faces.component';
import { WindowChartComponent } from '../../shared/charts/window-chart.component';
import { keptFor } from '../../shared/kept-for';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { writeStamps } from '../../shared/write-stamp';
import { DialogComponent } from '../../shared/widgets/dialog.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SeamStripComponent, type SeamStep } from '../../shared/widgets/seam-strip.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { turnsWords } from '../../shared/words/changeover-words';
import {
  adviceText,
  CHECK_WORDS,
  DROP_WORDS,
  GRADE_WORDS,
  moveText,
  TARGET_WORDS,
  travelEndText,
} from '../../shared/words/tension-words';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { deviceActions, deviceFeature } from '../device/device.state';
import { shopFeature } from '../shop/shop.state';
import { BobbinCasesComponent, type RevisedCase } from './bobbin-cases.component';
import { BobbinPanelComponent } from './bobbin-panel.component';
import { GaugePanelComponent } from './gauge-panel.component';
import { ASSUMED_TRAVEL_TURNS, type SearchWay } from './next-step';
import { StripSheetComponent, type JudgedSeam } from './strip-sheet.component';
import { tensionActions, tensionFeature, type SeamDraft } from './tension.state';
import { lengthText } from '../../shared/words/units-text';
import { counted } from '../../shared/locale';

/** A position within each grade, in half windows from balance, for its drawing. */
const GRADE_Z: Readonly<Record<SeamGrade, number>> = {
  'loops-below': -4,
  'dots-below': -1.6,
  balanced: 0,
  'dots-on-top': 1.6,
  'flat-line-on-top': 4,
};

/** What a confidence is based on, in the words of the strip. */
const PROOF_WORDS: Readonly<Record<ClaimGround, string>> = {
  'both-edges': 'both edges seen',
  'lock-measured': 'knot measured',
  'balanced-twice': 'balanced twice',
};

/** Where do I set the top tension, and what do I try next? */
@Component({
  selector: 'gan-tension',
  imports: [
    NumberInputDirective,
    BobbinCasesComponent,
    BobbinPanelComponent,
    DialogComponent,
    GaugePanelComponent,
    KnobDialComponent,
    LockSectionComponent,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    SeamFacesComponent,
    SeamStripComponent,
    SignalMarkComponent,
    StandingComponent,
    StripSheetComponent,
    WindowChartComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tension.page.html',
  styleUrl: './tension.page.scss',
})
export class TensionPage {
  protected readonly length = lengthText;
  /** From the address. */
  readonly setupId = input.required<string>();

  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(tensionFeature.selectView);
  protected readonly next = this.store.selectSignal(tensionFeature.selectNextStep);
  protected readonly way = this.store.selectSignal(tensionFeature.selectWay);
  protected readonly search = this.store.selectSignal(tensionFeature.selectSearch);
  private readonly lastSearched = this.store.selectSignal(tensionFeature.selectSearched);
  protected readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  protected readonly draft = this.store.selectSignal(tensionFeature.selectDraft);
  protected readonly turns = this.store.selectSignal(tensionFeature.selectTurns);
  protected readonly saving = this.store.selectSignal(tensionFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(tensionFeature.selectProblem);
  protected readonly devices = this.store.selectSignal(deviceFeature.selectDevices);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly grades = SEAM_GRADES;
  protected readonly gradeZ = GRADE_Z;
  protected readonly gradeWords = GRADE_WORDS;
  protected readonly targets = TENSION_TARGETS;
  protected readonly targetWords = TARGET_WORDS;
  protected readonly checkWords = CHECK_WORDS;
  /** Open until it is logged: a refused strip need not be judged again. */
  protected readonly stripOpen = keptFor(
    () => this.view()?.seams.length ?? null,
    () => false,
  );
  protected readonly mayLog = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly turnsText = turnsText;
  protected readonly inTurns = inTurns;
  protected readonly advice = computed(() => {
    const search = this.searched();
    return search ? adviceText(search.advice) : null;
  });
  /** The chart's label for the setting: the one advised, or one chosen by hand. */
  protected readonly settingWord = computed(() => {
    const advice = this.searched()?.advice;
    if (this.turns() !== advice?.turns) return 'here';
    if (advice.do === 'check') return 'here';
    return advice.do === 'sew' ? 'next' : 'keep';
  });
  /** The last answer stays on screen while the next one is worked out. */
  protected readonly searched = computed(() => this.search() ?? this.lastSearched()?.search ?? null);
  /** What has to be ruled out before this seam is believed. */
  protected readonly checks = computed(() => {
    const { grade, bothTight } = this.draft();
    const unsteady = this.next()?.unsteady ?? false;
    return grade ? checksBeforeKnob({ grade, threadBreaks: bothTight, unsteady }) : [];
  });
  protected readonly canLog = computed(
    () =>
      this.draft().grade !== null &&
      !this.saving() &&
      this.searched() !== null &&
      (this.checks().length === 0 || this.draft().ruledOut),
  );
  /** Where the model puts the setting, in half windows from balance. Wrapped, since 0 is valid too. */
  protected readonly sectionZ = computed(() => {
    const summary = this.searched()?.summary;
    return summary ? { value: (this.turns() - summary.meanTurns) / (summary.widthTurns / 2) } : null;
  });
  protected readonly predictionWords = computed(() => {
    const prediction = this.next()?.prediction;
    if (!prediction) return '';
    const { learnedFrom, tooLittle, lowTurns, highTurns } = prediction;
    const range = `${this.knobText(lowTurns)} to ${this.knobText(highTurns)} turns`;
    if (learnedFrom === 0)
      return `Nothing is logged on this machine yet: the general rule, ${range}. A starting point only.`;
    const from = `${counted(learnedFrom, 'other job')} on this machine`;
    return tooLittle
      ? `Not enough data: ${from}. Expected ${range}.`
      : `Expected ${range}, judging by ${from}.`;
  });
  /** The last known pre-tension setting. */
  protected readonly preTensionNow = computed(
    () =>
      this.view()?.seams.findLast(({ preTensionTurns }) => preTensionTurns !== null)?.preTensionTurns ?? null,
  );
  /** The pre-tension that goes with the top setting: half as much, in turns a hand can repeat. */
  protected readonly preTensionWords = computed(() => {
    const [next, stood] = [this.next(), this.preTensionNow()];
    const mark = this.view()?.machine.knob?.preTensionMark;
    const from = stood === null ? 'Pre-tension' : `Pre-tension is at ${inTurns(stood)}`;
    const marked = mark ? ` (zero: ${mark})` : '';
    if (next?.nowTurns === null || next?.nowTurns === undefined)
      return `${from}${marked}: half as much as the top.`;
    const move = preTensionMove(this.turns() - next.nowTurns, this.values());
    if (move === 0) return `${from}${marked}: leave it.`;
    const to = stood === null ? '' : `, to ${turnsText(Math.max(0, stood + move))}`;
    return `${from}${marked}: ${turnsWords(Math.abs(move))} ${move > 0 ? 'tighter' : 'looser'}${to}, half as much as the top.`;
  });
  /** The setting that can be saved now, and whether it was; null if none can. */
  protected readonly keepable = computed(() => {
    const advice = this.searched()?.advice;
    if (!advice || (advice.do !== 'keep' && advice.do !== 'stop')) return null;
    return { turns: advice.turns, kept: this.view()?.kept?.turns === advice.turns };
  });
  /** Seams that contradict each other are not about the knob: continue in the fault finder. */
  protected readonly faultOf = computed(() => ({ machine: this.view()?.machine.id, symptom: 'drift' }));
  protected readonly contradicts = computed(() => this.searched()?.advice.do === 'check');
  protected readonly allChecks = NOT_TENSION;
  protected readonly nearEnd = computed(() => {
    const [next, view] = [this.next(), this.view()];
    if (!next || !view) return null;
    const wraps = wrapsAtTravelEnd(this.turns(), next.travelTurns);
    return wraps === 0 ? null : travelEndText(wraps, view.machine.preTensionWraps > 0);
  });
  /** What a stand-in gauge is asked to pull: this machine's thread at this setting. */
  protected readonly pull = computed((): StandInAsk | null => {
    const [next, view] = [this.next(), this.view()];
    if (!next || !view) return null;
    const { threadDiameterMm } = next;
    return { do: 'pull-needle-thread', turns: this.turns(), threadDiameterMm, duty: view.machine.duty };
  });
  protected readonly move = computed(() => {
    const now = this.next()?.nowTurns;
    return now === null || now === undefined ? 'count from fully off' : moveText(this.turns() - now);
  });
  private readonly seamStamp = writeStamps(() => this.view()?.seams.length);
  private readonly keptStamp = writeStamps(() => this.view()?.seams.length);
  private readonly caseStamp = writeStamps(() =>
    this.view()?.cases.reduce((sum, { version }) => sum + 1 + version, this.view()!.caseSwaps.length),
  );
  private readonly bobbinStamp = writeStamps(() => this.view()?.bobbin.length);
  private readonly gaugeStamp = writeStamps(() => this.view()?.gauge.length);

  /** What is typed about the knob stays until the machine changes. */
  private readonly machineVersion = computed(() => {
    const machine = this.view()?.machine;
    return machine && `${machine.id} ${machine.version}`;
  });
  protected readonly knobForm = inject(NonNullableFormBuilder).group({
    mark: ['', [Validators.required, Validators.maxLength(120)]],
    travelTurns: [ASSUMED_TRAVEL_TURNS, [Validators.required, Validators.min(1), Validators.max(30)]],
    preTensionMark: ['', Validators.maxLength(120)],
  });

  protected readonly steps = computed((): readonly SeamStep[] => {
    const view = this.view();
    if (!view) return [];
    const { setup, machine, seams } = view;
    const link = `/bench/${setup.id}`;
    const drop = this.next()?.bobbin.drop ?? null;
    const claim = this.searched()?.advice.claim ?? null;
    const kept = view.kept !== null;
    const isSetUp = machine.presentSetupId === setup.id;
    return [
      { name: 'Machine', detail: machine.name, state: 'done', link },
      { name: 'Material', detail: lengthText(this.next()?.stack.thicknessMm ?? 0), state: 'done', link },
      { name: 'Thread', detail: `Tex ${setup.thread.tex}`, state: 'done', link },
      { name: 'Needle', detail: `NM ${setup.needle.nm}`, state: 'done', link },
      {
        ...{ name: 'Change over', link: `/changeover/${setup.id}` },
        ...(isSetUp ? { detail: 'set up', state: 'done' } : { detail: 'to set', state: 'open' }),
      },
      {
        ...{ name: 'Thread up', link: `/machines/${machine.id}/threading` },
        ...(isSetUp ? { detail: 'threaded', state: 'done' } : { detail: 'to set', state: 'open' }),
      },
      {
        name: 'Bobbin',
        detail: drop ? DROP_WORDS[drop] : 'not tested',
        state: drop === 'creeps' ? 'done' : drop ? 'pulled' : 'open',
      },
      {
        name: 'Tension',
        detail: seams.length === 0 ? 'to set' : counted(seams.length, 'seam'),
        state: seams.length === 0 ? 'open' : 'done',
        here: true,
      },
      {
        name: 'Proof',
        detail: claim ? PROOF_WORDS[claim] : kept ? 'kept' : 'to prove',
        state: claim || kept ? 'done' : 'open',
      },
    ];
  });

  constructor() {
    this.store.dispatch(deviceActions.wanted());
    effect(() => this.store.dispatch(tensionActions.opened({ setupId: this.setupId() })));
    effect(() => {
      this.machineVersion();
      const knob = untracked(this.view)?.machine.knob;
      if (knob) this.knobForm.setValue({ ...knob, preTensionMark: knob.preTensionMark ?? '' });
    });
  }

  protected choose(way: Partial<SearchWay>): void {
    this.store.dispatch(tensionActions.wayChosen({ way }));
  }

  protected setContrast(bobbinContrast: boolean): void {
    this.change({ bobbinContrast, ruledOut: this.draft().ruledOut });
  }

  protected setPreTension(preTensionTurns: number | null): void {
    this.change({ preTensionTurns, ruledOut: this.draft().ruledOut });
  }

  protected setDepth(percent: number | null): void {
    this.change({ lockDepth: percent === null ? null : percent / 100, ruledOut: this.draft().ruledOut });
  }

  private knobText(turns: number): string {
    const { travelTurns } = this.next()!;
    return turnsText(Math.min(travelTurns, Math.max(0, turns)));
  }

  protected change(change: Partial<SeamDraft>): void {
    this.store.dispatch(tensionActions.draftChanged({ change }));
  }

  /** Moves the setting by this work's usual step, finer with Shift, and stays within the knob's travel. */
  protected step(direction: 1 | -1, fine = false): void {
    const { weight, travelTurns } = this.next()!;
    const size = fine ? TURN_GRAIN : handStepTurns(weight, 'dots-below');
    const turns = Math.min(travelTurns, Math.max(0, this.turns() + direction * size));
    this.change({ turns });
  }

  protected onKey(event: KeyboardEvent): void {
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : null;
    if (direction === null) return;
    this.step(direction, event.shiftKey);
    event.preventDefault();
  }

  protected log(): void {
    const { key, at } = this.seamStamp([this.draft(), this.turns()]);
    this.store.dispatch(tensionActions.logSeam({ key, sewnAt: at }));
  }

  protected logStrip(seams: readonly JudgedSeam[]): void {
    const { key, at } = this.seamStamp(['strip', seams]);
    const sewn = seams.map((seam) => ({ ...seam, sewnAt: at }));
    this.store.dispatch(tensionActions.logStrip({ key, seams: sewn }));
  }

  protected logBobbin(reading: Omit<BobbinReadingInput, 'readAt'>): void {
    const { key, at } = this.bobbinStamp(reading);
    this.store.dispatch(tensionActions.logBobbin({ key, reading: { ...reading, readAt: at } }));
  }

  protected putCaseIn(caseId: string): void {
    const { key, at: putInAt } = this.caseStamp(['put in', caseId]);
    this.store.dispatch(tensionActions.putCaseIn({ key, swap: { caseId, putInAt } }));
  }

  protected addCase(entry: BobbinCaseEntry): void {
    const { key } = this.caseStamp(entry);
    this.store.dispatch(tensionActions.addCase({ key, entry }));
  }

  protected reviseCase({ caseId, change }: RevisedCase): void {
    const { key } = this.caseStamp([caseId, change]);
    this.store.dispatch(tensionActions.reviseCase({ key, caseId, change }));
  }

  protected withdraw(entryId: string): void {
    const { key } = this.seamStamp(['withdraw', entryId]);
    this.store.dispatch(tensionActions.withdrawSeam({ key, entryId }));
  }

  protected logGauge(reading: Omit<GaugeReadingInput, 'readAt'>): void {
    const { key, at } = this.gaugeStamp(reading);
    this.store.dispatch(tensionActions.logGauge({ key, reading: { ...reading, readAt: at } }));
  }

  protected keepSetting(): void {
    const { turns, keep, claim } = this.searched()!.advice;
    const kept = { turns, sure: keep.sure, claim };
    const { key, at } = this.keptStamp(kept);
    this.store.dispatch(tensionActions.keepSetting({ key, kept: { ...kept, keptAt: at } }));
  }

  protected markKnob(): void {
    const { preTensionMark, ...mark } = this.knobForm.getRawValue();
    const knob = { ...mark, preTensionMark: preTensionMark.trim() || null };
    this.store.dispatch(tensionActions.markKnob({ key: newId(), knob }));
  }
}
