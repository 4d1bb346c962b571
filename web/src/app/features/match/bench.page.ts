import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { MatchReason } from '@gantelet/core';
import { roleReaches, newId, type SchoolChoice } from '@gantelet/contracts';
import { EyeDrawingComponent } from '../../shared/drawings/eye-drawing.component';
import { FitScaleComponent } from '../../shared/drawings/fit-scale.component';
import { SeamLineComponent } from '../../shared/drawings/seam-line.component';
import { StackDrawingComponent } from '../../shared/drawings/stack-drawing.component';
import { Preferences } from '../../shared/preferences';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SeamStripComponent, type SeamStep } from '../../shared/widgets/seam-strip.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { refusalText, SCHOOL_WORDS } from '../../shared/words/match-words';
import { needleSizeText, stitchText } from '../../shared/words/units-text';
import { shopFeature } from '../shop/shop.state';
import { choiceOf, type BenchAnswer } from './bench-answer';
import { matchActions, matchFeature, type BenchDraft } from './match.state';
import { NeedleReasonsComponent } from './needle-reasons.component';
import { StackEditorComponent } from './stack-editor.component';
import { ThreadPickerComponent } from './thread-picker.component';

const SIZE_CHOICES = ['by-work', 'free', 'middle', 'snug'] as const;

/** What do I put on this machine for this work? */
@Component({
  selector: 'gan-bench',
  imports: [
    EyeDrawingComponent,
    FitScaleComponent,
    NeedleReasonsComponent,
    ProblemComponent,
    RouterLink,
    SeamLineComponent,
    SeamStripComponent,
    SignalMarkComponent,
    StackDrawingComponent,
    StackEditorComponent,
    ThreadPickerComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench.page.html',
  styleUrl: './bench.page.scss',
})
export class BenchPage {
  /** From the address: the set-up to open. */
  readonly setupId = input<string>();

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
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly sizeChoices = SIZE_CHOICES;
  protected readonly schoolWords = SCHOOL_WORDS;
  protected readonly maySave = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly schools = computed(
    () => this.draft().schools ?? this.store.selectSignal(shopFeature.selectShop)()?.schools ?? null,
  );
  protected readonly stitch = computed(() =>
    stitchText(this.draft().stitchLengthMm, this.preferences.unitOrder()),
  );
  protected readonly size = computed(() => {
    const chosen = this.work().chosen;
    return chosen && needleSizeText(chosen.size.nm, this.preferences.unitOrder());
  });
  protected readonly refusals = computed(() => (this.work().answer?.refusals ?? []).map(refusalText));
  protected readonly nothingFits = computed(() => this.work().answer !== null && this.work().chosen === null);
  protected readonly isPresent = computed(() => {
    const { saved } = this.draft();
    return saved !== null && this.machine()?.presentSetupId === saved.id;
  });
  protected readonly changedSinceSaved = computed(() => {
    const { saved, ...draft } = this.draft();
    const { chosen, reading } = this.work();
    if (!saved) return true;
    const now = [
      draft.name,
      draft.machineId,
      draft.layers,
      draft.threadText,
      draft.constructionId,
      reading?.tex,
    ];
    const then = [
      saved.name,
      saved.machineId,
      saved.layers,
      saved.thread.label,
      saved.thread.constructionId,
      saved.thread.tex,
    ];
    const needle = chosen && choiceOf(chosen);
    const rest = [draft.stitchLengthMm, draft.schools ?? saved.schools, needle];
    return (
      JSON.stringify([now, rest]) !==
      JSON.stringify([then, [saved.stitchLengthMm, saved.schools, saved.needle]])
    );
  });
  protected readonly canSave = computed(
    () => this.maySave() && this.work().chosen !== null && this.draft().name.trim() !== '' && !this.saving(),
  );
  /** The key of the next save. A save that got no answer keeps it, so that trying again is the same write. */
  private readonly saveKey = linkedSignal({ source: this.draft, computation: () => newId() });

  protected readonly steps = computed((): readonly SeamStep[] => {
    const { draft, machine, work } = { draft: this.draft(), machine: this.machine(), work: this.work() };
    const tension = draft.saved && !this.changedSinceSaved() ? `/tension/${draft.saved.id}` : undefined;
    return [
      step('Machine', machine?.name, { field: 'bench-machine' }),
      step(
        'Material',
        work.stack && `${work.stack.layers.length} layers, ${work.stack.thicknessMm.toFixed(1)} mm`,
        {
          field: 'bench-material',
        },
      ),
      step('Thread', work.reading && `Tex ${Math.round(work.reading.tex)}`, { field: 'bench-thread' }),
      this.needleStep(work),
      { ...step('Bobbin', null), link: tension },
      { ...step('Tension', null), link: tension },
      { ...step('Proof', null), link: tension },
    ];
  });

  constructor() {
    this.store.dispatch(matchActions.opened());
    effect(() => {
      const setupId = this.setupId();
      if (setupId && untracked(this.draft).saved?.id !== setupId) {
        this.store.dispatch(matchActions.setupChosen({ setupId }));
      }
    });
  }

  /** The needle contradicts the rest when none fits, or when the best that goes in must not be relied on. */
  private needleStep({ answer, chosen, reasons }: BenchAnswer): SeamStep {
    if (!chosen) {
      const open = answer === null;
      return {
        name: 'Needle',
        detail: open ? 'to set' : 'nothing fits',
        state: open ? 'open' : 'pulled',
        here: true,
      };
    }
    const size = `NM ${chosen.size.nm}, ${chosen.point.letters}`;
    const wrong = reasons.find(({ signal }) => signal === 'act');
    return wrong
      ? { name: 'Needle', detail: `${size}: ${CONTRADICTIONS[wrong.code]}`, state: 'pulled', here: true }
      : { name: 'Needle', detail: size, state: 'done', here: true };
  }

  protected change(change: Partial<BenchDraft>): void {
    this.store.dispatch(matchActions.draftChanged({ change }));
  }

  protected changeSchools(change: Partial<SchoolChoice>): void {
    const schools = this.schools();
    if (schools) this.change({ schools: { ...schools, ...change } });
  }

  protected setStitch(event: Event): void {
    const field = event.target as HTMLInputElement;
    const stitchLengthMm = Number(field.value.replace(',', '.'));
    if (stitchLengthMm >= 0.5 && stitchLengthMm <= 20) this.change({ stitchLengthMm });
    else field.value = String(this.draft().stitchLengthMm);
  }

  protected valueOf(event: Event): string {
    return (event.target as HTMLInputElement | HTMLSelectElement).value;
  }

  protected sizeSchoolOf(event: Event): SchoolChoice['size'] {
    return SIZE_CHOICES.find((choice) => choice === this.valueOf(event)) ?? 'by-work';
  }

  protected open(setupId: string): void {
    void this.router.navigateByUrl(setupId === '' ? '/bench' : `/bench/${setupId}`);
  }

  protected pick(candidate: NonNullable<ReturnType<typeof this.work>['chosen']>): void {
    this.change({ picked: choiceOf(candidate) });
  }

  protected clear(): void {
    this.store.dispatch(matchActions.benchCleared());
    void this.router.navigateByUrl('/bench');
  }

  protected save(asNew: boolean): void {
    this.store.dispatch(matchActions.save({ key: this.saveKey(), asNew }));
  }

  protected makePresent(): void {
    this.store.dispatch(matchActions.makePresent({ key: newId() }));
  }
}

/** What a needle clashes with, by the reason that says so, in the words of the strip. */
const CONTRADICTIONS: Readonly<Record<MatchReason['code'], string>> = {
  eye: 'thread too thick',
  strength: 'blade too thin',
  land: 'stitch too short',
  plate: 'plate hole too big',
  point: 'wrong point',
  'point-warning': 'wrong point',
};

function step(name: string, detail: string | null | undefined, more: Partial<SeamStep> = {}): SeamStep {
  return detail
    ? { name, detail, state: 'done', ...more }
    : { name, detail: 'to set', state: 'open', ...more };
}
