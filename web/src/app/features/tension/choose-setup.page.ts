import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, EMPTY, forkJoin } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { unreadText } from '../../shared/words/read-words';
import { ProblemComponent } from '../../shared/widgets/problem.component';

/** Which set-up is the tension for? The present set-up of each machine first. */
@Component({
  selector: 'gan-choose-setup',
  imports: [ProblemComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <h1>Which set-up?</h1>
    <p class="soft">
      A tension setting belongs to one set-up on one machine. The set-up now on each machine is listed first.
    </p>
    <hr class="stitch" />
    <gan-problem [problem]="problem()" />
    @if (unread(); as unread) {
      <p>{{ unread }}.</p>
    }
    <ul>
      @for (one of byMachine(); track one.machine.id) {
        <li>
          <strong class="narrow">{{ one.machine.name }}</strong>
          @for (setup of one.setups; track setup.id) {
            <a
              class="button small"
              [routerLink]="['/tension', setup.id]"
              [class.present]="setup.id === one.machine.presentSetupId"
            >
              {{ setup.name }}, Tex {{ setup.thread.tex }}
            </a>
          }
        </li>
      }
    </ul>
  </main>`,
  styles: `
    main {
      padding: 20px 22px;
    }
    ul {
      list-style: none;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
    }
    strong {
      width: 190px;
    }
    .present {
      border-inline-start: 6px solid var(--good);
    }
  `,
})
export class ChooseSetupPage {
  private readonly api = inject(ApiClient);
  protected readonly problem = signal<Problem | null>(null);
  private readonly lists = toSignal(
    forkJoin({ machines: this.api.call(routes.listMachines), setups: this.api.call(routes.listSetups) }).pipe(
      catchError((problem: Problem) => {
        this.problem.set(problem);
        return EMPTY;
      }),
    ),
  );
  protected readonly unread = computed(() =>
    unreadText(this.lists() !== undefined, this.problem(), 'the list'),
  );
  protected readonly byMachine = computed(() => {
    const { machines, setups } = this.lists() ?? { machines: [], setups: [] };
    return machines
      .map((machine) => ({
        machine,
        setups: setups
          .filter((setup) => setup.machineId === machine.id)
          .sort((a, b) => Number(b.id === machine.presentSetupId) - Number(a.id === machine.presentSetupId)),
      }))
      .filter(({ setups: own }) => own.length > 0);
  });
}
