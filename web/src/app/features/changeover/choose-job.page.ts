import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { wayTo } from '@gantelet/core';
import { roleReaches, type QueuedJob } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { needleText } from '../../shared/words/changeover-words';
import { counted, shortNumber } from '../../shared/locale';
import { writeStamps } from '../../shared/write-stamp';
import { floorActions, floorFeature } from '../floor/floor.state';
import { jobQueueActions, jobQueueFeature } from '../job-queue/job-queue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { changeoverActions, changeoverFeature } from './changeover.state';

/** Which job is next on a machine? Its set-ups, each with what the changeover takes. */
@Component({
  selector: 'gan-choose-job',
  imports: [ProblemComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft">
      <a [routerLink]="['/floor', machineId()]">Back to the machine</a>
    </p>
    <h1>{{ machine() ? 'Next job on ' + machine()!.name : 'Next job' }}</h1>
    <hr class="stitch" />
    <gan-problem [problem]="refused()" />
    <gan-problem [problem]="unread()" />
    @if (open(); as open) {
      <p class="caution">
        It is being changed over to {{ open.setupName }} by {{ open.by }}.
        <a class="button" [routerLink]="['/changeovers', open.id]">Go on with it</a>
      </p>
    }
    <ul>
      @for (job of jobs(); track job.setup.id) {
        <li>
          <div>
            <strong>{{ job.setup.name }}</strong>
            <span>Tex {{ job.tex }}, {{ needleText(job.setup.needle) }}</span>
            <small>{{ job.present ? 'set up now' : 'about ' + job.minutes + ' min to change over' }}</small>
            @if (job.waits) {
              <small class="waits">{{ job.waits }}</small>
            }
          </div>
          @if (mayWork()) {
            <button
              type="button"
              class="button main"
              [attr.aria-label]="'Change over to ' + job.setup.name"
              [disabled]="saving() || open() !== null || job.steps === 0"
              (click)="begin(job.setup.id)"
            >
              Change over
            </button>
          }
        </li>
      } @empty {
        @if (machine()) {
          <li>
            No job was saved for this machine yet. Put one together on the
            <a routerLink="/bench">bench</a> and save it.
          </li>
        }
      }
    </ul>
    <div class="caution">
      <p>
        Power off and motor stopped before hands go near needle, hook or plate. Local rules on lock-out and
        guarding come first.
      </p>
    </div>
  </main>`,
  styles: `
    main {
      max-width: 760px;
      padding: 14px 26px;
    }
    ul {
      list-style: none;
      padding: 0;
    }
    li {
      display: flex;
      gap: 12px;
      justify-content: space-between;
      align-items: center;
      padding: 10px 0;
      border-bottom: 1px solid var(--rule);
    }
    li div > * {
      display: block;
    }
    small {
      color: var(--ink-soft);
    }
    .waits {
      color: var(--ink);
      font-weight: 600;
    }
    .button {
      min-height: 52px;
    }
    @media (max-width: 800px) {
      main {
        padding: 10px 14px;
      }
    }
  `,
})
export class ChooseJobPage {
  /** From the address. */
  readonly machineId = input.required<string>();

  private readonly store = inject(Store);
  private readonly shop = this.store.selectSignal(matchFeature.selectBenchShop);
  private readonly onFloor = this.store.selectSignal(floorFeature.selectMachines);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly kept = this.store.selectSignal(changeoverFeature.selectChangeover);
  private readonly waiting = this.store.selectSignal(changeoverFeature.selectWaiting);
  protected readonly saving = this.store.selectSignal(changeoverFeature.selectSaving);
  protected readonly refused = this.store.selectSignal(changeoverFeature.selectRefused);
  protected readonly unread = this.store.selectSignal(matchFeature.selectProblem);
  protected readonly machine = computed(
    () => this.shop().machines.find(({ id }) => id === this.machineId()) ?? null,
  );
  private readonly standing = computed(
    () => this.onFloor().find(({ id }) => id === this.machineId()) ?? null,
  );
  /** As read from the floor, or as started on this device without a network. */
  protected readonly open = computed(() => {
    const kept = this.kept();
    const here = kept?.machineId === this.machineId() && this.waiting().includes(kept.id) && !kept.end;
    if (here) return { id: kept.id, setupName: kept.to.name, by: kept.begunBy };
    return this.standing()?.changeover ?? null;
  });
  protected readonly mayWork = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly jobs = computed(() => {
    const [machine, shop] = [this.machine(), this.shop()];
    if (!machine) return [];
    const needle = this.standing()?.needle ?? null;
    const next = (this.queue()?.jobs ?? []).filter(({ machineId }) => machineId === machine.id);
    const placeOf = (setupId: string): number => next.findIndex((job) => job.setupId === setupId);
    const order = (setupId: string): number => (placeOf(setupId) < 0 ? next.length : placeOf(setupId));
    return shop.setups
      .filter((setup) => setup.machineId === machine.id)
      .sort((a, b) => order(a.id) - order(b.id))
      .map((setup) => {
        const { steps, minutes } = wayTo(setup, machine, needle, null, shop);
        const present = setup.id === machine.presentSetupId;
        return {
          setup,
          tex: Math.round(setup.thread.tex),
          present: present && steps.length === 0,
          steps: present ? steps.length : Math.max(1, steps.length),
          minutes: shortNumber(minutes, 0),
          waits: waitsText(next, placeOf(setup.id)),
        };
      });
  });
  private readonly queue = this.store.selectSignal(jobQueueFeature.selectQueue);
  protected readonly needleText = needleText;
  private readonly stamp = writeStamps(() => 0);

  constructor() {
    this.store.dispatch(floorActions.opened());
    this.store.dispatch(matchActions.opened());
    this.store.dispatch(jobQueueActions.opened());
  }

  protected begin(setupId: string): void {
    const { key, at } = this.stamp([this.machineId(), setupId, this.refused()]);
    const begin = { setupId, bobbins: null, begunAt: at };
    this.store.dispatch(changeoverActions.begin({ key, machineId: this.machineId(), begin }));
  }
}

/** A job's place in its machine's queue; empty if it is not waiting. */
function waitsText(queue: readonly QueuedJob[], place: number): string {
  const job = queue[place];
  if (!job) return '';
  const which = place === 0 ? 'next in the queue' : `${place + 1} in the queue`;
  return job.pieces === null ? which : `${which}, ${counted(job.pieces, 'piece')}`;
}
