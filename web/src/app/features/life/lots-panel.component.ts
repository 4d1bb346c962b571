import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { GroupReport, NeedleLot } from '@gantelet/contracts';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { fixedNumber } from '../../shared/locale';

/** A lot with the results of its needles' lives and eye tests. */
interface LotRow {
  readonly id: string;
  readonly code: string;
  readonly bad: boolean;
  readonly lives: string;
  readonly eyes: string;
}

const NEWEST_SHOWN = 5;
const percent = (share: number): string => `${fixedNumber(100 * share, 0)} %`;

/** Does a lot wear sooner than the others, or have bad eyes? */
@Component({
  selector: 'gan-lots-panel',
  imports: [RouterLink, SignalMarkComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Lots</h2>
    @if (rows().length === 0) {
      <p class="soft">No needle in this group has a lot. Name the lot when you put a needle in.</p>
    } @else {
      <table>
        <caption class="visually-hidden">
          Lots of this group
        </caption>
        <thead>
          <tr>
            <th scope="col">lot</th>
            <th scope="col">worn, expected</th>
            <th scope="col">eyes</th>
          </tr>
        </thead>
        <tbody>
          @for (row of shown(); track row.id) {
            <tr [class.bad]="row.bad">
              <th scope="row">
                @if (row.bad) {
                  <gan-signal shape="due" />
                }
                {{ row.code }}
              </th>
              <td>{{ row.lives }}</td>
              <td>{{ row.eyes }}</td>
            </tr>
          }
        </tbody>
      </table>
      @if (shown().length < rows().length) {
        <button type="button" class="button small" (click)="all.set(true)">
          All {{ rows().length }} lots
        </button>
      }
      <p class="soft">
        {{ verdict() }}
        <gan-standing
          standing="assumption"
          source="a test that can be read after every needle: in at most 5 of 100 groups is any lot called bad by chance"
        />
      </p>
    }
    <p><a routerLink="/lots">Receive and check lots</a></p>`,
  styles: `
    table + .button {
      margin: 8px 0;
    }
    table {
      width: 100%;
    }
    th,
    td {
      padding: 4px 6px 4px 0;
      border-bottom: 1px solid var(--rule);
      text-align: start;
      font-size: 0.9375rem;
    }
    .bad {
      color: var(--act);
      font-weight: 600;
    }
  `,
})
export class LotsPanelComponent {
  readonly group = input.required<GroupReport>();
  readonly lots = input.required<readonly NeedleLot[]>();

  /** The lots of this group, newest first. */
  protected readonly known = computed(() => {
    const own = new Set(this.group().lots.map(({ lotId }) => lotId));
    return this.lots().filter(({ id }) => own.has(id));
  });
  protected readonly rows = computed(() =>
    this.known().map(({ id, code, friction }): LotRow => {
      const lives = this.group().lots.find(({ lotId }) => lotId === id)!;
      return {
        id,
        code,
        bad: lives.bad || friction.bad,
        lives: `${lives.failures}, ${fixedNumber(lives.expected, 1)}`,
        eyes: friction.mean === null ? 'not tested' : `${percent(friction.mean)} of ${friction.tested}`,
      };
    }),
  );
  protected readonly all = signal(false);
  /** The newest, and any that stands out. */
  protected readonly shown = computed(() =>
    this.rows().filter(({ bad }, i) => this.all() || bad || i < NEWEST_SHOWN),
  );
  protected readonly verdict = computed(() => {
    const bad = this.rows().filter((row) => row.bad);
    return bad.length === 0
      ? 'No lot stands out.'
      : `${bad.map(({ code }) => code).join(', ')}: bad. Take it out of use and tell the supplier.`;
  });
}
