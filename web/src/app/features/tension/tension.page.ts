import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Store } from '@ngrx/store';
import { DROP_TESTS, handStepTurns, SEAM_GRADES, TURN_GRAIN, turnsText } from '@gantelet/core';
import { newId, roleReaches } from '@gantelet/contracts';
import { KnobDialComponent } from '../../shared/drawings/knob-dial.component';
import { SeamSectionComponent } from '../../shared/drawings/seam-section.component';
import { SeamsChartComponent } from '../../shared/drawings/seams-chart.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SeamStripComponent, type SeamStep } from '../../shared/widgets/seam-strip.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { adviceText, DROP_WORDS, GRADE_WORDS, moveText } from '../../shared/words/tension-words';
import { shopFeature } from '../shop/shop.state';
import { ASSUMED_TRAVEL_TURNS } from './next-step';
import { tensionActions, tensionFeature, type SeamDraft } from './tension.state';

/** Where do I set the top tension, and what do I try next? */
@Component({
  selector: 'gan-tension',
  imports: [
    KnobDialComponent,
    ProblemComponent,
    ReactiveFormsModule,
    SeamSectionComponent,
    SeamsChartComponent,
    SeamStripComponent,
    StandingComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tension.page.html',
  styleUrl: './tension.page.scss',
})
export class TensionPage {
  /** From the address. */
  readonly setupId = input.required<string>();

  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(tensionFeature.selectView);
  protected readonly next = this.store.selectSignal(tensionFeature.selectNextStep);
  protected readonly draft = this.store.selectSignal(tensionFeature.selectDraft);
  protected readonly turns = this.store.selectSignal(tensionFeature.selectTurns);
  protected readonly saving = this.store.selectSignal(tensionFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(tensionFeature.selectProblem);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly grades = SEAM_GRADES;
  protected readonly gradeWords = GRADE_WORDS;
  protected readonly drops = DROP_TESTS;
  protected readonly dropWords = DROP_WORDS;
  protected readonly mayLog = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly turnsText = turnsText;
  protected readonly advice = computed(() => {
    const advice = this.next()?.advice;
    return advice ? adviceText(advice) : null;
  });
  protected readonly move = computed(() => {
    const now = this.next()?.nowTurns;
    return now === null || now === undefined ? 'count from fully off' : moveText(this.turns() - now);
  });
  /** The key of the next seam: kept while a try got no answer, so that trying again is the same seam. */
  private readonly seamKey = linkedSignal({
    source: () => this.view()?.seams.length,
    computation: () => newId(),
  });

  protected readonly knobForm = inject(NonNullableFormBuilder).group({
    mark: ['', [Validators.required, Validators.maxLength(120)]],
    travelTurns: [ASSUMED_TRAVEL_TURNS, [Validators.required, Validators.min(1), Validators.max(30)]],
  });

  protected readonly steps = computed((): readonly SeamStep[] => {
    const view = this.view();
    if (!view) return [];
    const { setup, machine, seams } = view;
    const link = `/bench/${setup.id}`;
    const drop = seams.findLast((seam) => seam.bobbinDrop !== null)?.bobbinDrop;
    const proved = this.next()?.advice?.do === 'stop';
    return [
      { name: 'Machine', detail: machine.name, state: 'done', link },
      { name: 'Material', detail: `${this.next()?.stack.thicknessMm.toFixed(1)} mm`, state: 'done', link },
      { name: 'Thread', detail: `Tex ${setup.thread.tex}`, state: 'done', link },
      { name: 'Needle', detail: `NM ${setup.needle.nm}`, state: 'done', link },
      {
        name: 'Bobbin',
        detail: drop ? DROP_WORDS[drop] : 'not tested',
        state: drop === 'creeps' ? 'done' : drop ? 'pulled' : 'open',
      },
      {
        name: 'Tension',
        detail: seams.length === 0 ? 'to set' : `${seams.length} seams`,
        state: seams.length === 0 ? 'open' : 'done',
        here: true,
      },
      { name: 'Proof', detail: proved ? 'balanced twice' : 'to prove', state: proved ? 'done' : 'open' },
    ];
  });

  constructor() {
    effect(() => this.store.dispatch(tensionActions.opened({ setupId: this.setupId() })));
    effect(() => {
      const knob = this.view()?.machine.knob;
      if (knob) this.knobForm.setValue(knob);
    });
  }

  protected change(change: Partial<SeamDraft>): void {
    this.store.dispatch(tensionActions.draftChanged({ change }));
  }

  /** Moves the setting by the hand's usual step for this work, finer with Shift, and stays on the knob. */
  protected step(direction: 1 | -1, fine = false): void {
    const { weight, travelTurns } = this.next()!;
    const size = fine ? TURN_GRAIN : handStepTurns(weight, 'dots-below');
    this.change({ turns: Math.min(travelTurns, Math.max(0, this.turns() + direction * size)) });
  }

  protected onKey(event: KeyboardEvent): void {
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : null;
    if (direction === null) return;
    this.step(direction, event.shiftKey);
    event.preventDefault();
  }

  protected log(): void {
    this.store.dispatch(tensionActions.logSeam({ key: this.seamKey(), sewnAt: new Date().toISOString() }));
  }

  protected markKnob(): void {
    this.store.dispatch(tensionActions.markKnob({ key: newId(), knob: this.knobForm.getRawValue() }));
  }
}
