import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { refuseOnMachine, type NeedleReading, type Values } from '@gantelet/core';
import type { Machine } from '@gantelet/contracts';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { refusalText } from '../../shared/words/match-words';
import { misfitText } from '../../shared/words/needle-words';

/**
 * Whether a needle in hand fits the machine on the bench, or which of the shop's machines it fits, before any work is
 * given.
 */
@Component({
  selector: 'gan-needle-on-machine',
  imports: [SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (machine(); as machine) {
      <h2 aria-live="polite">
        <gan-signal [shape]="refusals().length === 0 ? 'good' : 'act'" /> {{ verdict() }}
      </h2>
      @if (refusals().length > 0) {
        <ul>
          @for (text of refusals(); track $index) {
            <li>{{ text }}</li>
          }
        </ul>
      }
    }
    @if (!machine() || refusals().length > 0) {
      <p>{{ fitting() }}</p>
    }`,
  styles: `
    h2 {
      font-size: 1.5rem;
      margin-bottom: 4px;
    }
    ul {
      margin: 0 0 8px;
    }
  `,
})
export class NeedleOnMachineComponent {
  readonly needle = input.required<NeedleReading>();
  /** The machine on the bench; null for all of them. */
  readonly machine = input.required<Machine | null>();
  readonly machines = input.required<readonly Machine[]>();
  readonly values = input.required<Values>();

  private readonly found = computed(() => {
    const machine = this.machine();
    return machine ? this.refusalsOn(machine) : [];
  });
  protected readonly refusals = computed(() => this.found().map(refusalText));
  protected readonly verdict = computed(() => {
    const machine = this.machine();
    if (!machine) return '';
    const [first] = this.found();
    return first ? misfitText(machine.name, first) : `Fits ${machine.name}`;
  });
  protected readonly fitting = computed(() => {
    const names = this.machines()
      .filter((machine) => this.refusalsOn(machine).length === 0)
      .map(({ name }) => name);
    return names.length === 0 ? 'It fits no machine of this shop.' : `It fits ${names.join(', ')}.`;
  });

  private refusalsOn(machine: Machine) {
    const { system, size } = this.needle();
    return system ? refuseOnMachine(system, size?.nm ?? null, machine, this.values()) : [];
  }
}
