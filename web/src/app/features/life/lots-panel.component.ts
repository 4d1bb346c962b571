import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { eyeFriction, NEEDLE_SYSTEMS, SHIPPED_VALUES, USUAL_FINISH, type Values } from '@gantelet/core';
import type { EyeFrictionEntry, GroupReport, NeedleLot, NeedleLotEntry, Problem } from '@gantelet/contracts';
import { LotFormComponent } from './lot-form.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

/** A lot with what its needles' lives and eyes say. */
interface LotRow {
  readonly id: string;
  readonly code: string;
  readonly bad: boolean;
  readonly lives: string;
  readonly eyes: string;
}

const NEWEST_SHOWN = 5;
const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;

/** Does a lot wear sooner than the others, or hold bad eyes? */
@Component({
  selector: 'gan-lots-panel',
  imports: [NumberInputDirective, LotFormComponent, ProblemComponent, SignalMarkComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Lots</h2>
    <gan-problem [problem]="problem()" />
    <p role="status" class="good">{{ done() }}</p>
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
    @if (mayTest() && known().length > 0) {
      <details>
        <summary>Test the eye of a needle</summary>
        <p class="soft">
          Hang a weight on the thread through the eye; pull it up, then let it down, and read the force each
          way.
        </p>
        <div class="test">
          <label
            >Lot
            <select class="form-select" (change)="lotId.set($any($event.target).value)">
              @for (lot of known(); track lot.id) {
                <option [value]="lot.id" [selected]="lot.id === chosenId()">{{ lot.code }}</option>
              }
            </select>
          </label>
          <label
            >Weight, N
            <input
              class="form-control"
              ganNumber
              unit="N"
              least="0.01"
              most="100"
              [number]="weightN()"
              (numberChange)="weightN.set($event)"
            />
          </label>
          <label
            >Force while pulling up, N
            <input
              class="form-control"
              ganNumber
              unit="N"
              least="0.01"
              most="100"
              [number]="upN()"
              (numberChange)="upN.set($event)"
            />
          </label>
          <label
            >Force while letting down, N
            <input
              class="form-control"
              ganNumber
              unit="N"
              least="0.01"
              most="100"
              [number]="downN()"
              (numberChange)="downN.set($event)"
            />
          </label>
        </div>
        @if (eye(); as eye) {
          <p aria-live="polite">
            <strong>{{ percent(eye.both) }} friction: {{ eye.tooMuch ? 'too much' : 'good' }}.</strong>
            Up to {{ percent(mostFriction()) }} is good
            <gan-standing
              standing="practice"
              source="one practitioner's proposal; the shop may move it in the Catalogue"
            />.
            {{
              eye.consistent ? '' : 'The two forces do not match the weight: weigh it again, and pull evenly.'
            }}
          </p>
        }
        <button type="button" class="button" [disabled]="!eye() || chosenId() === null" (click)="log()">
          Log the test
        </button>
      </details>
    }
    @if (mayTest()) {
      <gan-lot-form
        [usual]="usual()"
        [lots]="lots()"
        (registered)="registered.emit($event)"
        (revised)="revised.emit($event)"
      />
    }`,
  styles: `
    [role='status']:empty {
      margin: 0;
    }
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
    .test {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
      margin-bottom: 8px;
    }
  `,
})
export class LotsPanelComponent {
  readonly group = input.required<GroupReport>();
  readonly lots = input.required<readonly NeedleLot[]>();
  readonly mayTest = input.required<boolean>();
  /** The shop's values. */
  readonly values = input<Values>(SHIPPED_VALUES);
  readonly done = input('');
  readonly problem = input<Problem | null>(null);
  readonly tested = output<{ readonly lotId: string; readonly pulls: EyeFrictionEntry }>();

  readonly registered = output<NeedleLotEntry>();
  readonly revised = output<{ readonly lotId: string; readonly entry: NeedleLotEntry }>();

  protected readonly percent = percent;
  protected readonly mostFriction = computed(() => this.values()['gauge.most-friction'].value);
  protected readonly lotId = signal<string | null>(null);
  protected readonly weightN = signal<number | null>(null);
  protected readonly upN = signal<number | null>(null);
  protected readonly downN = signal<number | null>(null);

  /** The lots of this group, the newest first. */
  protected readonly known = computed(() => {
    const own = new Set(this.group().lots.map(({ lotId }) => lotId));
    return this.lots().filter(({ id }) => own.has(id));
  });
  protected readonly chosenId = computed(
    () => this.known().find(({ id }) => id === this.lotId())?.id ?? this.known()[0]?.id ?? null,
  );
  protected readonly rows = computed(() =>
    this.known().map(({ id, code, friction }): LotRow => {
      const lives = this.group().lots.find(({ lotId }) => lotId === id)!;
      return {
        id,
        code,
        bad: lives.bad || friction.bad,
        lives: `${lives.failures}, ${lives.expected.toFixed(1)}`,
        eyes: friction.mean === null ? 'not tested' : `${percent(friction.mean)} of ${friction.tested}`,
      };
    }),
  );
  protected readonly all = signal(false);
  /** The newest, and whichever stands out. */
  protected readonly shown = computed(() =>
    this.rows().filter(({ bad }, i) => this.all() || bad || i < NEWEST_SHOWN),
  );
  protected readonly verdict = computed(() => {
    const bad = this.rows().filter((row) => row.bad);
    return bad.length === 0
      ? 'No lot stands out.'
      : `${bad.map(({ code }) => code).join(', ')}: bad. Take it out of use and tell the supplier.`;
  });
  private readonly pulls = computed(() => {
    const [weightN, upN, downN] = [this.weightN(), this.upN(), this.downN()];
    return weightN === null || upN === null || downN === null || upN < downN ? null : { weightN, upN, downN };
  });
  protected readonly eye = computed(() => {
    const pulls = this.pulls();
    return pulls && eyeFriction(pulls, this.values());
  });

  protected readonly usual = computed(
    () =>
      (this.known()[0] ?? this.lots()[0])?.needle ?? {
        systemId: NEEDLE_SYSTEMS[0]!.id,
        nm: 110,
        pointId: 'round',
        finishId: USUAL_FINISH.id,
      },
  );

  protected log(): void {
    const [pulls, lotId] = [this.pulls(), this.chosenId()];
    if (pulls && lotId !== null) this.tested.emit({ lotId, pulls });
  }
}
