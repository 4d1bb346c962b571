import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { forkJoin } from 'rxjs';
import { routes } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';

/** Which set-up is the tension for? The present set-up of each machine first. */
@Component({
  selector: 'gan-choose-setup',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <h1>Which set-up?</h1>
    <p class="soft">
      Tension belongs to one set-up on one machine. The present one of each machine stands first.
    </p>
    <hr class="stitch" />
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
  private readonly lists = toSignal(
    forkJoin({ machines: this.api.call(routes.listMachines), setups: this.api.call(routes.listSetups) }),
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
