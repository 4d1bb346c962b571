import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  FAULT_LOOKS,
  NOT_TENSION,
  PRACTICE_LEVELS,
  PRACTICE_SCENARIOS,
  practiceScenario,
  rulePath,
  SEAM_GRADES,
  stackOf,
  TURN_GRAIN,
  inTurns,
  turnsText,
  type SeamGrade,
} from '@gantelet/core';
import { newId } from '@gantelet/contracts';
import { KnobDialComponent } from '../../shared/drawings/knob-dial.component';
import { LockSectionComponent } from '../../shared/drawings/lock-section.component';
import { SeamFacesComponent } from '../../shared/drawings/seam-faces.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { CHECK_WORDS, FAULT_WORDS, GRADE_WORDS } from '../../shared/words/tension-words';
import { practiceActions, practiceFeature } from './practice.state';
import { CountedPipe } from '../../shared/widgets/locale.pipes';

const THREAD_MM = 0.4;

/** Can I learn this without ruining leather? A machine that answers a setting with the seam it would sew. */
@Component({
  selector: 'gan-practice',
  imports: [
    CountedPipe,
    KnobDialComponent,
    LockSectionComponent,
    ProblemComponent,
    RouterLink,
    SeamFacesComponent,
    SignalMarkComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './practice.page.html',
  styleUrl: './practice.page.scss',
})
export class PracticePage {
  private readonly store = inject(Store);
  protected readonly practice = this.store.selectSignal(practiceFeature.selectPractice);
  protected readonly best = this.store.selectSignal(practiceFeature.selectBest);
  protected readonly problem = this.store.selectSignal(practiceFeature.selectProblem);

  protected readonly levels = PRACTICE_LEVELS.map((level) => ({
    level,
    scenarios: PRACTICE_SCENARIOS.filter((one) => one.level === level),
  }));
  protected readonly faults = NOT_TENSION;
  protected readonly looks = FAULT_LOOKS;
  protected readonly checkWords = CHECK_WORDS;
  protected readonly faultWords = FAULT_WORDS;
  protected readonly gradeWords = GRADE_WORDS;
  protected readonly grades = SEAM_GRADES;
  protected readonly turnsText = turnsText;
  protected readonly inTurns = inTurns;
  protected readonly threadMm = THREAD_MM;

  protected readonly scenario = computed(() => {
    const practice = this.practice();
    return practice && practiceScenario(practice.scenarioId);
  });
  protected readonly stack = computed(() => {
    const scenario = this.scenario();
    return scenario && stackOf(scenario.layers);
  });
  protected readonly seam = computed(() => this.practice()?.seams.at(-1) ?? null);
  protected readonly sewnTurns = computed(
    () => this.seam()?.setting.topTurns ?? this.scenario()?.startTurns ?? 0,
  );
  /** The best rule's way to the same balance, shown once the learner has found it. */
  protected readonly rulePath = computed(() => {
    const scenario = this.scenario();
    return scenario && this.practice()?.done ? rulePath(scenario.machine, scenario.startTurns) : [];
  });

  constructor() {
    this.store.dispatch(practiceActions.opened());
  }

  protected begin(scenarioId: string): void {
    this.store.dispatch(practiceActions.scenarioBegun({ scenarioId }));
  }

  /** Moves the top knob by a quarter, or by half a turn on heavy leather; finer with Shift. */
  protected turnTop(direction: 1 | -1, fine = false): void {
    const [practice, scenario] = [this.practice(), this.scenario()];
    if (!practice || !scenario) return;
    const step = fine ? TURN_GRAIN : scenario.machine.weight === 'heavy' ? 0.5 : 0.25;
    const topTurns = Math.min(
      scenario.machine.travelTurns,
      Math.max(0, practice.setting.topTurns + direction * step),
    );
    this.store.dispatch(practiceActions.settingChanged({ change: { topTurns } }));
  }

  protected onKey(event: KeyboardEvent): void {
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : null;
    if (direction === null) return;
    this.turnTop(direction, event.shiftKey);
    event.preventDefault();
  }

  protected turnBobbin(direction: 1 | -1): void {
    const bobbinTurns = (this.practice()?.setting.bobbinTurns ?? 0) + direction * TURN_GRAIN;
    this.store.dispatch(practiceActions.settingChanged({ change: { bobbinTurns } }));
  }

  protected mend(fault: (typeof NOT_TENSION)[number]): void {
    this.store.dispatch(practiceActions.mended({ fault }));
  }

  protected sew(): void {
    this.store.dispatch(practiceActions.sewn({ chance: [Math.random(), Math.random()] }));
  }

  protected judge(grade: SeamGrade): void {
    this.store.dispatch(practiceActions.judged({ grade }));
  }

  protected callBalanced(): void {
    this.store.dispatch(
      practiceActions.calledBalanced({ key: newId(), finishedAt: new Date().toISOString() }),
    );
  }

  protected bobbinText(turns: number): string {
    if (turns === 0) return 'as found';
    return `${inTurns(Math.abs(turns))} ${turns > 0 ? 'tighter' : 'looser'}`;
  }
}
