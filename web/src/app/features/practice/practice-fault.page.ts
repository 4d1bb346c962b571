import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { randomLcg } from 'd3-random';
import {
  answerOf,
  canMake,
  causeById,
  EVIDENCE,
  FAULT_CHECKS,
  finderPath,
  hiddenFault,
  NONE_OF_THESE,
  replayFault,
  sewnAfter,
  type FaultCheck,
  type FaultFinding,
  type FaultStep,
  type HiddenFault,
} from '@gantelet/core';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { findingText } from '../../shared/words/fault-words';
import { shortNumber } from '../../shared/locale';

const KINDS: readonly { readonly kind: FaultCheck['kind']; readonly name: string }[] = [
  { kind: 'look', name: 'Look and feel' },
  { kind: 'probe', name: 'Narrow it down' },
  { kind: 'swap', name: 'Change something, sew a seam' },
];

/** A simulated fault being traced. */
interface Hunt {
  readonly seed: number;
  readonly hidden: HiddenFault;
  /** The random sequence of this run continues from step to step. */
  readonly luck: () => number;
  readonly findings: readonly FaultFinding[];
  /** Causes that are still present, whether or not the learner knows. */
  readonly left: readonly string[];
  readonly ending: 'mended' | 'handed-over' | null;
}

/** Can I find a fault in few minutes? A simulated machine with a hidden one, compared with the fault finder's way. */
@Component({
  selector: 'gan-practice-fault',
  imports: [RouterLink, SignalMarkComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './practice-fault.page.html',
  styleUrl: './practice-fault.page.scss',
})
export class PracticeFaultPage {
  protected readonly hunt = signal<Hunt | null>(null);
  private readonly state = computed(() => {
    const hunt = this.hunt();
    return hunt && replayFault(caseOf(hunt));
  });
  protected readonly minutes = computed(() => shortNumber(this.state()?.minutes ?? 0));
  protected readonly known = computed(() => {
    const hunt = this.hunt();
    if (!hunt) return [];
    return EVIDENCE.flatMap(({ id, question, options }) => {
      const said = hunt.hidden.evidence[id] ?? 0;
      return options[0] === 'no' && said === 0 ? [] : [`${question}: ${options[said]}`];
    });
  });
  protected readonly log = computed(() => (this.hunt()?.findings ?? []).map(findingText));
  protected readonly repairs = computed(() => (this.state()?.unlocked ?? []).map((id) => causeById(id)!));
  protected readonly groups = computed(() => {
    const [hunt, state] = [this.hunt(), this.state()];
    if (!hunt || !state) return [];
    return KINDS.map(({ kind, name }) => ({
      name,
      checks: FAULT_CHECKS.filter(
        (check) => check.kind === kind && canMake(check, state, hunt.hidden.symptom.id),
      ),
    }));
  });
  /** The last seam was good: the fault may be fixed, or quiet by luck. */
  protected readonly lastGood = computed(() => {
    const last = this.hunt()?.findings.at(-1);
    return (last?.did === 'swap' || last?.did === 'repair') && last.seams.at(-1) === true;
  });
  /** What it was, and how the finder would have proceeded with the same luck. */
  protected readonly told = computed(() => {
    const hunt = this.hunt();
    if (!hunt?.ending) return null;
    const finder = finderPath(hunt.hidden, randomLcg(hunt.seed));
    return {
      cause: hunt.hidden.causeIds.map(nameOfCause).join(', and '),
      right: hunt.ending === 'mended' && hunt.left.length === 0,
      minutes: shortNumber(finder.minutes),
      steps: finder.findings.map(findingText),
      handedOver: !finder.mended,
    };
  });

  protected begin(): void {
    const seed = Math.random();
    const draw = randomLcg(seed);
    const hidden = hiddenFault(draw);
    const left = hidden.causeIds;
    this.hunt.set({ seed, hidden, luck: randomLcg(seed), findings: [], left, ending: null });
  }

  protected make(step: FaultStep): void {
    const [hunt, state] = [this.hunt(), this.state()];
    if (!hunt || !state) return;
    const { finding, left } = answerOf(hunt.left, step, hunt.luck);
    const whole = sewnAfter(state, finding, left.length === 0, hunt.luck);
    this.hunt.set({ ...hunt, left, findings: [...hunt.findings, whole] });
  }

  protected end(ending: 'mended' | 'handed-over'): void {
    this.hunt.update((hunt) => hunt && { ...hunt, ending });
  }
}

const nameOfCause = (id: string): string => (id === NONE_OF_THESE ? 'something else' : causeById(id)!.name);

const caseOf = ({ hidden, findings }: Hunt) => ({
  symptomId: hidden.symptom.id,
  evidence: hidden.evidence,
  findings,
});
