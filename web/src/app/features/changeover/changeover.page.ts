import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { needleFacing, type ChangeoverStepKind, type TickOutcome } from '@gantelet/core';
import {
  newId,
  roleReaches,
  type ChangeoverEnd,
  type ChangeoverStep,
  type NeedleSwap,
} from '@gantelet/contracts';
import { ColourMarksComponent } from '../../shared/widgets/colour-marks.component';
import { keptFor } from '../../shared/kept-for';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { STEP_NAMES, stepCaution, stepHeading, stepText, stepTip } from '../../shared/words/changeover-words';
import { unreadText } from '../../shared/words/read-words';
import { shortNumber } from '../../shared/locale';
import { writeStamps } from '../../shared/write-stamp';
import { floorActions, floorFeature } from '../floor/floor.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { changeoverActions, changeoverFeature } from './changeover.state';
import { NeedleSwapComponent } from './needle-swap.component';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** A changeover in progress: the present step, and the report on every other. */
@Component({
  selector: 'gan-changeover-work',
  imports: [
    ColourMarksComponent,
    NeedleSwapComponent,
    ProblemComponent,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './changeover.page.html',
  styleUrl: './changeover.page.scss',
})
export class ChangeoverWorkPage {
  /** From the address. */
  readonly changeoverId = input.required<string>();

  private readonly store = inject(Store);
  private readonly kept = this.store.selectSignal(changeoverFeature.selectChangeover);
  /** Only the one from the address, not one stored earlier. */
  protected readonly changeover = computed(() =>
    this.kept()?.id === this.changeoverId() ? this.kept() : null,
  );
  protected readonly progress = this.store.selectSignal(changeoverFeature.selectProgress);
  protected readonly saving = this.store.selectSignal(changeoverFeature.selectSaving);
  protected readonly unread = this.store.selectSignal(changeoverFeature.selectProblem);
  protected readonly refused = this.store.selectSignal(changeoverFeature.selectRefused);
  private readonly waiting = this.store.selectSignal(changeoverFeature.selectWaiting);
  private readonly written = this.store.selectSignal(changeoverFeature.selectWritten);
  private readonly machines = this.store.selectSignal(floorFeature.selectMachines);
  private readonly keptMachines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly lots = this.store.selectSignal(floorFeature.selectLots);
  protected readonly machine = computed(
    () => this.machines().find(({ id }) => id === this.changeover()?.machineId) ?? null,
  );
  protected readonly mayWork = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  /** The step somebody tapped, if it is not the next one. */
  protected readonly picked = keptFor(
    () => `${this.changeoverId()} ${this.changeover()?.ticks.length}`,
    (): ChangeoverStepKind | null => null,
  );
  protected readonly current = computed((): ChangeoverStep | null => {
    const changeover = this.changeover();
    if (!changeover || changeover.end) return null;
    const picked = changeover.steps.find((step) => step.do === this.picked());
    const next = this.progress()?.next?.do;
    return picked ?? changeover.steps.find((step) => step.do === next) ?? null;
  });
  protected readonly rows = computed(() => {
    const [changeover, standing] = [this.changeover(), this.progress()?.standing];
    if (!changeover || !standing) return [];
    const open = changeover.steps.filter((step) => !standing.has(step.do)).map((step) => step.do);
    return changeover.steps.map((step) => {
      const tick = standing.get(step.do) ?? null;
      const upTo = open.slice(0, open.indexOf(step.do) + 1);
      return {
        step,
        tick,
        waits: tick !== null && this.waiting().includes(tick.id),
        // What became of the needle must be stated.
        upTo: upTo.includes('needle') ? [] : upTo,
      };
    });
  });
  protected readonly beginWaits = computed(() => this.waiting().includes(this.changeoverId()));
  protected readonly done = computed(() => this.rows().filter(({ tick }) => tick !== null).length);
  protected readonly headline = computed(() => {
    const changeover = this.changeover();
    if (!changeover) return unreadText(false, this.unread(), 'the changeover');
    const { machineName, end, steps } = changeover;
    if (end?.ending === 'finished') return `${machineName}: set up`;
    if (end) return `${machineName}: ${end.ending === 'put-aside' ? 'set aside' : 'cancelled'}`;
    return `${machineName}: step ${Math.min(this.done() + 1, steps.length)} of ${steps.length}`;
  });
  protected readonly facing = computed(() => {
    const machine = this.keptMachines().find(({ id }) => id === this.changeover()?.machineId);
    return machine?.shank === 'round' && machine.hookSide ? needleFacing(machine.hookSide) : null;
  });
  protected readonly takenMinutes = computed(() => {
    const changeover = this.changeover();
    if (!changeover?.end) return null;
    const taken = (Date.parse(changeover.end.endedAt) - Date.parse(changeover.begunAt)) / 60_000;
    return shortNumber(taken, 0);
  });
  protected readonly expectedMinutes = computed(() =>
    shortNumber(
      (this.changeover()?.steps ?? []).reduce((sum, { minutes }) => sum + minutes, 0),
      0,
    ),
  );
  protected readonly anyDone = computed(() => this.rows().some(({ tick }) => tick?.outcome === 'done'));
  protected readonly skipped = computed(() =>
    (this.progress()?.skipped ?? []).map((kind) => STEP_NAMES[kind]).join(', '),
  );
  protected readonly puttingAside = signal(false);
  protected readonly reason = signal('');
  protected readonly text = stepText;
  protected readonly caution = stepCaution;
  protected readonly tip = stepTip;
  protected readonly names = STEP_NAMES;
  protected readonly heading = stepHeading;
  protected readonly tensionLink = computed(() => ['/tension', this.changeover()?.to.id ?? '']);
  private readonly stamp = writeStamps(() => this.written());

  constructor() {
    this.store.dispatch(floorActions.opened());
    this.store.dispatch(matchActions.opened());
    effect(() => {
      this.store.dispatch(changeoverActions.opened({ changeoverId: this.changeoverId() }));
    });
    inject(DestroyRef).onDestroy(() => this.store.dispatch(floorActions.closed()));
  }

  protected minutes({ minutes }: ChangeoverStep): string {
    return minutes === 0 ? '' : `${shortNumber(minutes)} min`;
  }

  protected say(step: ChangeoverStepKind, outcome: TickOutcome, swap: NeedleSwap | null = null): void {
    const { key, at } = this.stamp([this.changeoverId(), step, outcome, swap]);
    this.store.dispatch(changeoverActions.tick({ key, tick: { step, outcome, tickedAt: at, swap } }));
  }

  /** Ticks off several steps at once. */
  protected sayAll(steps: readonly ChangeoverStepKind[]): void {
    const { at } = this.stamp([this.changeoverId(), steps]);
    for (const step of steps)
      this.store.dispatch(
        changeoverActions.tick({ key: newId(), tick: { step, outcome: 'done', tickedAt: at, swap: null } }),
      );
  }

  protected end(ending: ChangeoverEnd['ending']): void {
    const reason = ending === 'put-aside' ? this.reason().trim() : '';
    const { key, at } = this.stamp([this.changeoverId(), ending, reason]);
    this.store.dispatch(changeoverActions.end({ key, end: { ending, reason, endedAt: at } }));
    this.puttingAside.set(false);
  }
}
