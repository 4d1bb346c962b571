import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { roleReaches, type Machine } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { shopFeature } from '../shop/shop.state';
import { CLASS_WORDS, FEED_WORDS } from '../../shared/words/machine-words';
import { unreadText } from '../../shared/words/read-words';
import { lengthText, lengthUnit } from '../../shared/words/units-text';
import { writeStamps } from '../../shared/write-stamp';
import { machineActions, machineFeature } from './machine.state';
import { WhenPipe } from '../../shared/widgets/locale.pipes';
import { counted } from '../../shared/locale';

/** What is every machine of the shop? */
@Component({
  selector: 'gan-machines',
  imports: [ProblemComponent, RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <header>
      <h1>{{ headline() }}</h1>
      @if (mayEdit() && read()) {
        <span class="acts">
          <a class="button" routerLink="/machines/plates">Shared plates</a>
          <a class="button" routerLink="/machines/services">Kinds of service</a>
          <a class="button" routerLink="/machines/import">Import a list</a>
          <a class="button" routerLink="/machines/new">Register a machine</a>
        </span>
      }
    </header>
    <hr class="stitch" />
    <gan-problem [problem]="problem()" />
    <p role="status" class="good">{{ done() }}</p>
    @if (none()) {
      <p>
        No machine yet. Register one by one, or import the list you already keep, from a spreadsheet saved as
        CSV.
      </p>
    }
    @if (read()) {
      <table [class.visually-hidden]="none()">
        <caption class="visually-hidden">
          Machines of the shop by number
        </caption>
        <thead>
          <tr>
            <th scope="col">No.</th>
            <th scope="col">Machine</th>
            <th scope="col">Class and feed</th>
            <th scope="col">Needles</th>
            <th scope="col">Plates, {{ lengthUnit() }}</th>
            <th scope="col">Thread up to</th>
            <th scope="col">Speed in use</th>
            <th scope="col">Zone</th>
          </tr>
        </thead>
        <tbody>
          @for (machine of machines(); track machine.id) {
            <tr>
              <td>{{ machine.shopNumber }}</td>
              <th scope="row">
                <a [routerLink]="['/machines', machine.id]">{{ machine.name }}</a>
              </th>
              <td>{{ classWords[machine.machineClass] }}, {{ feedWords[machine.feed] }}</td>
              <td>{{ machine.systemIds.join(', ') || 'none entered' }}</td>
              <td>{{ holes(machine.plates) }}</td>
              <td>{{ machine.threadTex.most === null ? 'not set' : 'Tex ' + machine.threadTex.most }}</td>
              <td>
                {{ machine.speedInUseSpm === null ? 'not measured' : machine.speedInUseSpm + ' per min' }}
              </td>
              <td>{{ machine.zone.name }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
    @if (read() && retired().length > 0) {
      <section aria-label="Retired machines">
        <h2>Retired</h2>
        <ul>
          @for (machine of retired(); track machine.id) {
            <li>
              <a [routerLink]="['/machines', machine.id, 'history']">{{ machine.name }}</a>
              <span class="soft">since {{ machine.retiredAt | when: 'year' }}</span>
              @if (mayEdit()) {
                <button
                  type="button"
                  class="button small"
                  [attr.aria-label]="'Bring back ' + machine.name"
                  [disabled]="saving()"
                  (click)="bringBack(machine)"
                >
                  Bring back
                </button>
              }
            </li>
          }
        </ul>
      </section>
    }
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 12px;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    tbody th {
      /* A name of one long word must not make a column wider than the page. */
      overflow-wrap: anywhere;
      min-width: 110px;
    }
    tbody th {
      font: 600 1.0625rem var(--narrow);
    }
    section {
      margin-top: 18px;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 12px;
      padding: 4px 0;
    }
    @media (max-width: 800px) {
      main {
        padding: 12px;
      }
      thead {
        display: none;
      }
      tr {
        display: grid;
        grid-template-columns: 40px 1fr;
        padding: 8px 0;
        border-bottom: 1px solid var(--rule);
      }
      th,
      td {
        border: 0;
        padding: 1px 0;
        grid-column: 2;
      }
      td:first-child {
        grid-column: 1;
      }
    }
  `,
})
export class MachinesPage {
  private readonly store = inject(Store);
  protected readonly lengthUnit = lengthUnit;
  private readonly stamp = writeStamps(() => this.read()?.length);
  protected readonly read = this.store.selectSignal(machineFeature.selectMachines);
  protected readonly machines = computed(() => this.read() ?? []);
  protected readonly headline = computed(
    () =>
      unreadText(this.read() !== null, this.problem(), 'the list of machines') ??
      counted(this.machines().length, 'machine'),
  );
  protected readonly none = computed(() => this.read()?.length === 0);
  protected readonly problem = this.store.selectSignal(machineFeature.selectProblem);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly mayEdit = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly classWords = CLASS_WORDS;
  protected readonly feedWords = FEED_WORDS;

  protected readonly retired = this.store.selectSignal(machineFeature.selectRetired);
  protected readonly saving = this.store.selectSignal(machineFeature.selectSaving);
  protected readonly done = this.store.selectSignal(machineFeature.selectDone);

  constructor() {
    this.store.dispatch(machineActions.opened());
  }

  protected bringBack(machine: Machine): void {
    const { key } = this.stamp([machine.id, machine.version]);
    this.store.dispatch(machineActions.retire({ key, machine, retired: false }));
  }

  protected holes(plates: readonly { readonly holeMm: number }[]): string {
    return plates.map(({ holeMm }) => lengthText(holeMm, 2).split(' ')[0]).join(', ');
  }
}
