import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  causeById,
  CAUSES,
  EVIDENCE,
  evidenceOf,
  evidenceOfWork,
  HOUR_MS,
  faultCheck,
  likeliest,
  repeatedCauses,
  replayFault,
  strongestEvidence,
  symptom,
  SYMPTOMS,
  type FaultFinding,
  type NextStep,
} from '@gantelet/core';
import { roleReaches, type FaultCaseInput } from '@gantelet/contracts';
import { keptFor } from '../../shared/kept-for';
import { saveFile } from '../../shared/save-file';
import { SymptomDrawingComponent } from '../../shared/drawings/symptom-drawing.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { ENDS_OF_CAUSE, findingText } from '../../shared/words/fault-words';
import { inTenText } from '../../shared/words/chance-words';
import { dateText, shortNumber } from '../../shared/locale';
import { writeStamps } from '../../shared/write-stamp';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { floorActions, floorFeature } from '../floor/floor.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { CheckGuideComponent } from './check-guide.component';
import { faultSheet, sheetText } from './fault-sheet';
import { FaultSheetComponent } from './fault-sheet.component';
import { faultActions, faultFeature } from './fault.state';
import { CountedPipe, FixedPipe } from '../../shared/widgets/locale.pipes';

/** How many causes are shown, and how many other checks are offered. */
const CAUSES_SHOWN = 6;
const OTHERS_SHOWN = 3;
/** A needle strike this recent may be the cause. */
const RECENTLY_MS = 24 * HOUR_MS;
/** Symptoms that may leave pieces of a needle lying about. */
const FRAGMENTS: readonly string[] = ['ndlBreaks', 'ndlBends', 'clunk'];

/** What is wrong, and what do I check first? */
@Component({
  selector: 'gan-fault',
  imports: [
    CheckGuideComponent,
    CountedPipe,
    FaultSheetComponent,
    FixedPipe,
    NgTemplateOutlet,
    ProblemComponent,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    SymptomDrawingComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './fault.page.html',
  styleUrls: ['../../shared/likely.scss', './fault.page.scss'],
})
export class FaultPage {
  /** From the address, as a report on the floor gives them. */
  readonly machine = input<string>();
  readonly symptom = input<string>();

  private readonly store = inject(Store);
  protected readonly fault = this.store.selectSignal(faultFeature.selectFault);
  protected readonly advice = this.store.selectSignal(faultFeature.selectAdvice);
  protected readonly cases = this.store.selectSignal(faultFeature.selectCases);
  private readonly times = this.store.selectSignal(faultFeature.selectTimes);
  private readonly shares = this.store.selectSignal(faultFeature.selectShares);
  protected readonly learnedTimes = this.store.selectSignal(faultFeature.selectLearnedTimes);
  protected readonly saving = this.store.selectSignal(faultFeature.selectSaving);
  protected readonly unread = this.store.selectSignal(faultFeature.selectProblem);
  protected readonly refused = this.store.selectSignal(faultFeature.selectRefused);
  private readonly openOnes = this.store.selectSignal(faultFeature.selectLeftOpen);
  /** What recurs, and what would end it. */
  protected readonly repeated = computed(() =>
    repeatedCauses(this.cases(), Date.now()).map(({ causeId, machineId, times }) => ({
      key: `${causeId} ${machineId}`,
      what: causeById(causeId)!.name,
      where: this.machines().find(({ id }) => id === machineId)?.name ?? 'several machines',
      times,
      end: ENDS_OF_CAUSE[causeById(causeId)!.group],
    })),
  );
  protected readonly leftOpen = computed(() =>
    this.openOnes().map(({ beganAt, symptomId, machineId }) => ({
      beganAt,
      name: [symptom(symptomId)?.name, this.machines().find(({ id }) => id === machineId)?.name]
        .filter(Boolean)
        .join(', '),
    })),
  );
  protected readonly done = this.store.selectSignal(faultFeature.selectDone);
  protected readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly setups = this.store.selectSignal(matchFeature.selectSetups);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly onFloor = this.store.selectSignal(floorFeature.selectMachines);
  protected readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly symptoms = SYMPTOMS;
  protected readonly causes = CAUSES;
  protected readonly machineId = signal<string | null>(null);
  protected readonly symptomName = computed(() => symptom(this.fault()?.symptomId ?? '')?.name ?? '');
  protected readonly machineName = computed(
    () => this.machines().find(({ id }) => id === this.fault()?.machineId)?.name ?? null,
  );
  protected readonly fragments = computed(() => {
    const fault = this.fault();
    return fault !== null && (FRAGMENTS.includes(fault.symptomId) || fault.evidence['strike'] === 1);
  });
  /** A check somebody chose instead of the first, until the next finding. */
  protected readonly picked = keptFor(
    () => `${this.fault()?.beganAt} ${this.fault()?.findings.length}`,
    (): string | null => null,
  );
  /** Seams sewn after the present swap or repair; null before it is done. */
  protected readonly seams = keptFor(
    () => `${this.fault()?.beganAt} ${this.fault()?.findings.length} ${this.picked()}`,
    (): readonly boolean[] | null => null,
  );
  protected readonly step = computed((): NextStep | null => {
    const steps = this.advice()?.steps ?? [];
    return steps.find(({ id }) => id === this.picked()) ?? steps[0] ?? null;
  });
  private readonly rest = computed(() => (this.advice()?.steps ?? []).filter((one) => one !== this.step()));
  protected readonly others = computed(() => this.rest().slice(0, OTHERS_SHOWN));
  /** Every check that can still be made, for people who know better. */
  protected readonly allOthers = computed(() => this.rest().slice(OTHERS_SHOWN));
  protected readonly check = computed(() => {
    const step = this.step();
    return step?.do === 'check' ? (faultCheck(step.id) ?? null) : null;
  });
  protected readonly findable = computed(() => {
    const check = this.check();
    return check?.kind === 'look' ? Object.keys(check.finds).map((id) => causeById(id)!) : [];
  });
  /** What leaving a find costs: it may not be today's fault, and is one all the same. */
  protected readonly leavingText = computed(() => {
    const step = this.step();
    if (step?.do !== 'repair') return '';
    return `Chance that it is today's fault: ${inTenText(step.chance)}. Left in, it is a fault for another day.`;
  });
  protected readonly reason = computed(() => {
    const step = this.step();
    if (!step) return '';
    const minutes = `about ${shortNumber(step.minutes)} min`;
    if (step.chance === 0) return `${minutes}; it tells what to check next`;
    return `fixes it ${inTenText(step.chance)}, ${minutes} with the test seam`;
  });
  /** The evidence that speaks most for it. */
  protected readonly because = computed(() => {
    const [step, fault, advice] = [this.step(), this.fault(), this.advice()];
    if (!step || !fault || !advice || step.do === 'specialist') return '';
    const speaks = strongestEvidence(fault.evidence, advice.state.belief.there, step.id);
    const evidence = speaks && EVIDENCE.find(({ id }) => id === speaks.id);
    return speaks && evidence ? `${evidence.question}: ${evidence.options[speaks.option]}.` : '';
  });
  /** Whether this person may do it. */
  protected readonly mayDo = computed(() => {
    const who = this.step()?.who ?? 'operator';
    const role = this.person()?.role ?? 'operator';
    return who === 'operator' || (who === 'mechanic' && roleReaches(role, 'mechanic'));
  });
  protected readonly likely = computed(() => {
    const belief = this.advice()?.state.belief;
    return belief
      ? likeliest(belief)
          .slice(0, CAUSES_SHOWN)
          .map(({ id, share }) => ({ cause: causeById(id)!, share }))
      : [];
  });
  protected readonly solved = computed(() => this.advice()?.state.solved ?? false);
  /** After a seam that was good, possibly by luck. */
  protected readonly again = computed(() => (this.seams() ?? []).length > 0);
  protected readonly evidence = computed(() =>
    EVIDENCE.map((one) => ({ ...one, said: this.fault()?.evidence[one.id] ?? null })),
  );
  protected readonly log = computed(() => (this.fault()?.findings ?? []).map(findingText));
  protected readonly learned = computed(() => {
    const symptomId = this.fault()?.symptomId;
    return this.cases().filter((one) => one.symptomId === symptomId).length;
  });
  protected readonly minutes = computed(() => shortNumber(this.advice()?.state.minutes ?? 0, 0));
  /** The cause as stated at the end: the likeliest unless the person knows better. */
  protected readonly causeId = keptFor(
    () => `${this.fault()?.beganAt} ${this.solved()}`,
    (): string | null => this.likely()[0]?.cause.id ?? null,
  );
  protected readonly sheet = computed(() => {
    const [fault, belief] = [this.fault(), this.advice()?.state.belief];
    if (!fault || !belief) return null;
    const machine = this.machines().find(({ id }) => id === fault.machineId);
    const floor = this.onFloor().find(({ id }) => id === fault.machineId) ?? null;
    const setup = this.setups().find(({ id }) => id === machine?.presentSetupId) ?? null;
    return faultSheet(fault, belief, { name: machine?.name ?? null, floor, setup });
  });
  protected readonly signed = computed(() => {
    const began = dateText(this.fault()?.beganAt ?? 0, 'year-time');
    return `${this.person()?.name ?? ''}, started ${began}; ${this.minutes()} min by the usual times`;
  });
  protected readonly note = signal('');
  private readonly stamp = writeStamps(() => this.cases().length);

  constructor() {
    this.store.dispatch(faultActions.opened());
    this.store.dispatch(matchActions.opened());
    this.store.dispatch(catalogueActions.wanted());
    this.store.dispatch(floorActions.opened());
    effect(() => this.machineId.set(this.machine() ?? null));
    // A report on the floor starts a case once its machine is known.
    let begun = false;
    effect(() => {
      const symptomId = this.symptom();
      if (begun || symptomId === undefined || symptom(symptomId) === undefined || !this.floor()) return;
      begun = true;
      const standing = untracked(this.fault);
      const same = standing?.machineId === (this.machine() ?? null) && standing.symptomId === symptomId;
      if (!same) this.begin(symptomId);
    });
    inject(DestroyRef).onDestroy(() => this.store.dispatch(floorActions.closed()));
  }

  protected begin(symptomId: string): void {
    const machineId = this.machineId();
    const beganAt = new Date().toISOString();
    this.store.dispatch(
      faultActions.begin({ machineId, symptomId, evidence: this.knownOf(machineId), beganAt }),
    );
  }

  protected say(id: string, option: string): void {
    this.store.dispatch(faultActions.evidenceSaid({ id, option: option === '' ? null : Number(option) }));
  }

  protected found(finding: FaultFinding): void {
    this.store.dispatch(faultActions.found({ finding, foundAt: new Date().toISOString() }));
  }

  protected look(checkId: string, cause: string | null): void {
    this.found({ did: 'look', checkId, found: cause });
  }

  protected probe(checkId: string, outcome: number): void {
    this.found({ did: 'probe', checkId, outcome });
  }

  /** A seam after a swap or repair: another one is asked for while a single good one may be luck. */
  protected seam(good: boolean): void {
    const [fault, step] = [this.fault(), this.step()];
    if (!fault || !step) return;
    const seams = [...(this.seams() ?? []), good];
    const finding: FaultFinding =
      step.do === 'repair'
        ? { did: 'repair', causeId: step.id, seams }
        : { did: 'swap', checkId: step.id, seams };
    const { wantsSeam } = replayFault(
      { ...fault, findings: [...fault.findings, finding] },
      this.shares(),
      this.times(),
    );
    if (wantsSeam) this.seams.set(seams);
    else this.found(finding);
  }

  /** Goes on without putting right what was found. */
  protected leave(causeId: string): void {
    this.store.dispatch(faultActions.leftAsItIs({ causeId }));
  }

  protected undo(): void {
    this.store.dispatch(faultActions.undone());
  }

  protected resume(beganAt: string): void {
    this.store.dispatch(faultActions.resumed({ beganAt }));
  }

  protected drop(): void {
    this.store.dispatch(faultActions.dropped());
  }

  protected end(ending: FaultCaseInput['ending']): void {
    const fault = this.fault();
    if (!fault) return;
    const causeId = ending === 'mended' ? this.causeId() : null;
    const said = { ...fault, ending, causeId, note: this.note().trim() };
    const { key, at } = this.stamp(said);
    this.store.dispatch(
      faultActions.log({
        key,
        fault: {
          ...said,
          findings: [...fault.findings],
          foundAt: [...fault.foundAt],
          endedAt: at,
        } as FaultCaseInput,
      }),
    );
    this.note.set('');
  }

  protected stepName({ do: what, id }: NextStep): string {
    if (what === 'specialist') return 'Hand over to a specialist';
    if (what === 'check') return faultCheck(id)?.name ?? id;
    const minutes = shortNumber(this.times().repairs[id] ?? 0, 0);
    return `Put it right now (${minutes} min), then sew: ${causeById(id)!.name}`;
  }

  protected stepReason({ chance, minutes }: NextStep): string {
    const took = `${shortNumber(minutes)} min`;
    return chance === 0 ? took : `${inTenText(chance)}, ${took}`;
  }

  protected saveText(): void {
    const sheet = this.sheet();
    if (sheet) saveFile('fault.txt', sheetText(sheet, this.signed()), 'text/plain');
  }

  protected print(): void {
    window.print();
  }

  protected percent(share: number): string {
    return `${Math.round(100 * share)} %`;
  }

  /** What is logged about the machine, so that nobody has to be asked. */
  private knownOf(machineId: string | null): Readonly<Record<string, number>> {
    const [machine, floor] = [this.machines().find(({ id }) => id === machineId), this.floor()];
    const standing = this.onFloor().find(({ id }) => id === machineId);
    if (!machine || !standing || !floor) return {};
    const { needle, age } = standing;
    const readAt = Date.parse(floor.readAt);
    const setup = this.setups().find(({ id }) => id === machine.presentSetupId);
    const work =
      setup && needle ? { machine, nm: needle.nm, thread: setup.thread, layers: setup.layers } : null;
    return {
      ...(work ? evidenceOfWork(work, this.values()) : {}),
      ...evidenceOf({
        feed: machine.feed,
        needleHours: age?.runningHours ?? null,
        needleMinutes: needle ? (readAt - Date.parse(needle.installedAt)) / 60_000 : null,
        struck: floor.recent.some(
          (one) =>
            one.machineName === machine.name &&
            one.cause === 'accident' &&
            readAt - Date.parse(one.at) < RECENTLY_MS,
        ),
      }),
    };
  }
}
