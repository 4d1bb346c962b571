import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { scaleLinear } from 'd3-scale';
import {
  roleReaches,
  type MachineEvent,
  type MachineService,
  type WithdrawableLog,
} from '@gantelet/contracts';
import { keptFor } from '../../shared/kept-for';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { eventText, serviceName, sinceText } from '../../shared/words/history-words';
import { writeStamps } from '../../shared/write-stamp';
import { unreadText } from '../../shared/words/read-words';
import { shopFeature } from '../shop/shop.state';
import { machineActions, machineFeature } from './machine.state';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** The log that an event belongs to, if its entries can be withdrawn. */
const LOG_OF: Readonly<Partial<Record<MachineEvent['kind'], WithdrawableLog>>> = {
  service: 'service',
  'bobbin-reading': 'bobbin-reading',
  'gauge-reading': 'gauge-reading',
  hook: 'hook-check',
};

/** How does this machine behave? Its services by running hours, and everything that happened at it. */
@Component({
  selector: 'gan-machine-history',
  imports: [ProblemComponent, RouterLink, SignalMarkComponent, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <header>
      <p>
        <a routerLink="/machines">All machines</a>
        <a [routerLink]="['/machines', machineId()]">Machine details</a>
        <a [routerLink]="['/floor', machineId()]">Needle change or report</a>
        <a [routerLink]="['/machines', machineId(), 'hook']">Hook timing and gap</a>
        <a [routerLink]="['/machines', machineId(), 'threading']">Thread up and wind</a>
        @if (machine()?.presentSetupId; as setupId) {
          <a [routerLink]="['/bench', setupId]">Current set-up</a>
        }
      </p>
      <h1>{{ machine()?.name ?? 'Machine' }}: {{ headline() }}</h1>
      <hr class="stitch" />
    </header>
    <gan-problem [problem]="problem()" />
    <div class="columns">
      <section aria-label="Services">
        <h2>Services</h2>
        @for (service of services(); track service.kind) {
          <div class="service">
            <div>
              <strong>{{ nameOf(service) }}</strong>
              <span class="state">
                <gan-signal [shape]="service.due ? 'due' : 'good'" /> {{ service.due ? 'due' : 'good' }}
              </span>
            </div>
            <svg viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden="true" [class.due]="service.due">
              <rect class="frame" x="0.3" y="0.5" width="99.4" height="5" />
              <rect [attr.width]="filled(service)" height="6" />
            </svg>
            <p>
              @if (service.doneAt !== null) {
                {{ sinceOf(service, 'since ' + (service.doneAt | when: 'weekday')) }}; last done by
                {{ service.doneBy }}
              } @else {
                {{ sinceOf(service, service.name === null ? 'since its first needle here' : '') }}; never
                logged
              }
            </p>
            @if (service.how) {
              <p class="soft">{{ service.how }}</p>
            }
            <button type="button" class="button" [disabled]="saving()" (click)="log(service.kind)">
              Done now
            </button>
          </div>
        }
        <label>
          Note for the next entry
          <input
            #noteField
            class="form-control"
            maxlength="300"
            [value]="note()"
            (input)="note.set(noteField.value)"
          />
        </label>
        <p role="status" class="good">{{ done() }}</p>
        <p class="soft">
          The service intervals are in the <a routerLink="/catalogue">Catalogue</a>; a lead can change them,
          and add <a routerLink="/machines/services">kinds of service</a> of the shop's own.
        </p>
        <div class="caution">
          <p>Power off and motor stopped first. Electrical and motor work is for qualified people.</p>
        </div>
      </section>
      <section aria-label="History">
        <h2>History</h2>
        @for (day of days(); track day.date) {
          <h3>{{ day.date | when: 'long' }}</h3>
          <ol>
            @for (event of day.events; track event.id + event.kind) {
              <li [attr.data-kind]="event.kind">
                <time>{{ event.at | when: 'time' }}</time>
                <span>
                  <strong>{{ textOf(event).head }}</strong>
                  @if (linkOf(event); as link) {
                    <a [routerLink]="link">{{ textOf(event).more }}</a>
                  } @else {
                    {{ textOf(event).more }}
                  }
                  <small>{{ event.by }}</small>
                  @if (mayWithdraw(event)) {
                    <button
                      type="button"
                      class="button small"
                      [attr.aria-label]="'Remove, ' + textOf(event).head"
                      [disabled]="saving()"
                      (click)="withdraw(event)"
                    >
                      Remove
                    </button>
                  }
                </span>
              </li>
            }
          </ol>
        } @empty {
          <p>{{ unread() ?? 'No history for this machine yet' }}.</p>
        }
        @if (before(); as instant) {
          <button type="button" class="button" (click)="readOn(instant)">Load older entries</button>
        }
      </section>
    </div>
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 1180px;
    }
    header p {
      margin: 0;
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
    }
    .columns {
      display: grid;
      grid-template-columns: minmax(280px, 380px) minmax(0, 1fr);
      gap: 26px;
    }
    .service {
      border-bottom: 1px solid var(--rule);
      padding: 8px 0 10px;
    }
    .service > div {
      display: flex;
      justify-content: space-between;
      gap: 10px;
      font-family: var(--narrow);
    }
    .service p {
      margin: 2px 0 6px;
      font-size: 0.9375rem;
    }
    .service .button {
      min-height: 48px;
    }
    .state {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      white-space: nowrap;
    }
    svg {
      width: 100%;
      height: 8px;
      color: var(--good);
      fill: currentColor;
    }
    svg.due {
      color: var(--act);
    }
    .frame {
      fill: none;
      stroke: var(--rule);
      stroke-width: 0.6;
    }
    section > label {
      display: block;
      margin: 10px 0;
    }
    h3 {
      font-size: 1rem;
      margin: 14px 0 2px;
    }
    ol {
      list-style: none;
      margin: 0 0 0 6px;
      padding: 0 0 0 18px;
      border-inline-start: 2px dashed var(--ink);
    }
    li {
      display: flex;
      gap: 12px;
      padding: 4px 0;
      position: relative;
    }
    li::before {
      content: '';
      position: absolute;
      inset-inline-start: -24px;
      top: 11px;
      width: 9px;
      height: 9px;
      background: var(--ground);
      border: 2px solid var(--ink);
      border-radius: 50%;
    }
    time {
      min-width: 44px;
      font: 600 1rem var(--narrow);
      color: var(--ink-soft);
    }
    small {
      color: var(--ink-soft);
      margin-inline-start: 8px;
    }
    li .button {
      margin-inline-start: 12px;
    }
    @media (max-width: 800px) {
      main {
        padding: 12px;
      }
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class HistoryPage {
  /** From the address. */
  readonly machineId = input.required<string>();

  private readonly store = inject(Store);
  protected readonly saving = this.store.selectSignal(machineFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(machineFeature.selectProblem);
  protected readonly done = this.store.selectSignal(machineFeature.selectDone);
  protected readonly services = this.store.selectSignal(machineFeature.selectServices);
  protected readonly before = this.store.selectSignal(machineFeature.selectBefore);
  private readonly events = this.store.selectSignal(machineFeature.selectEvents);
  private readonly logged = this.store.selectSignal(machineFeature.selectLogged);
  private readonly machines = this.store.selectSignal(machineFeature.selectMachines);

  protected readonly unread = computed(() =>
    unreadText(this.events() !== null, this.problem(), 'the history of this machine'),
  );
  protected readonly nameOf = serviceName;
  protected readonly sinceOf = sinceText;
  protected readonly textOf = eventText;
  /** Kept until it is logged, so that a refused one need not be written again. */
  protected readonly note = keptFor(this.logged, () => '');
  protected readonly machine = computed(() => this.machines()?.find(({ id }) => id === this.machineId()));
  protected readonly headline = computed(() => {
    const due = this.services().filter((service) => service.due).length;
    return due === 0 ? 'no service is due' : due === 1 ? 'one service is due' : `${due} services are due`;
  });
  /** The events day by day, in the person's time zone. */
  protected readonly days = computed(() => {
    const days: { readonly date: Date; readonly events: MachineEvent[] }[] = [];
    for (const event of this.events() ?? []) {
      const date = new Date(event.at);
      date.setHours(0, 0, 0, 0);
      const last = days.at(-1);
      if (last?.date.getTime() === date.getTime()) last.events.push(event);
      else days.push({ date, events: [event] });
    }
    return days;
  });
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly stamp = writeStamps(() => this.logged());

  constructor() {
    this.store.dispatch(machineActions.opened());
    effect(() => this.store.dispatch(machineActions.historyOpened({ machineId: this.machineId() })));
  }

  protected filled({ since, interval }: MachineService): number {
    return scaleLinear([0, interval], [0, 100]).clamp(true)(since);
  }

  /** Where there are more details about an event. */
  protected linkOf(event: MachineEvent): readonly string[] | null {
    if (event.kind === 'changeover') return ['/changeovers', event.changeoverId];
    return 'setupId' in event ? ['/bench', event.setupId] : null;
  }

  protected log(kind: MachineService['kind']): void {
    const note = this.note().trim();
    const { key, at } = this.stamp([kind, note]);
    const service = { kind, note, doneAt: at };
    this.store.dispatch(machineActions.logService({ key, machineId: this.machineId(), service }));
  }

  protected mayWithdraw(event: MachineEvent): boolean {
    const stands = 'withdrawnBy' in event ? event.withdrawnBy === null : event.kind in LOG_OF;
    return stands && roleReaches(this.person()?.role ?? 'operator', 'mechanic');
  }

  protected withdraw({ kind, id }: MachineEvent): void {
    const { key } = this.stamp(['withdraw', id]);
    const machineId = this.machineId();
    const log = LOG_OF[kind];
    this.store.dispatch(
      log
        ? machineActions.withdrawEntry({ key, machineId, entry: { log, entryId: id } })
        : machineActions.withdrawPieces({ key, machineId, piecesId: id }),
    );
  }

  protected readOn(before: string): void {
    this.store.dispatch(machineActions.historyWanted({ machineId: this.machineId(), before }));
  }
}
