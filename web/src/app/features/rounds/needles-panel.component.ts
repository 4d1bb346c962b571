import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { area, line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { needleKey } from '@gantelet/core';
import type { NeedleChoice, NeedleOutlook, NeedleStock, RoundsPlanView } from '@gantelet/contracts';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { needleText } from '../../shared/words/changeover-words';
import { dayText } from '../../shared/words/rounds-words';

const SPARK = { width: 150, height: 34 } as const;

/** Needles ahead: what the plan and failures leave of each kind, when it runs out, and what to order by when. */
@Component({
  selector: 'gan-needles-panel',
  imports: [SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<section aria-label="Needles ahead">
    <h2>Needles ahead</h2>
    <div class="scroll" tabindex="0" role="group" aria-label="Kinds of needles">
      <table>
        <thead>
          <tr>
            <th scope="col">Kind</th>
            <th scope="col">In store</th>
            <th scope="col">Over these shifts</th>
            <th scope="col">Plan and failures take</th>
            <th scope="col">Runs out</th>
            <th scope="col">Order</th>
            <th scope="col" class="no-print">Write down</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.kind) {
            <tr>
              <th scope="row">{{ row.text }}</th>
              <td>{{ row.stock?.onHand ?? 'not counted' }}</td>
              <td>
                @if (row.spark; as spark) {
                  <svg
                    [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
                    [attr.width]="size.width"
                    role="img"
                    [attr.aria-label]="spark.words"
                  >
                    <path class="band" [attr.d]="spark.band" />
                    <line
                      class="none"
                      x1="0"
                      [attr.x2]="size.width"
                      [attr.y1]="spark.zero"
                      [attr.y2]="spark.zero"
                    />
                    <path class="mean" [attr.d]="spark.mean" />
                  </svg>
                }
              </td>
              <td>{{ row.outlook.planned }} + {{ row.outlook.failures.toFixed(1) }}</td>
              <td>
                @if (row.outlook.onHand === null) {
                  <span class="soft">taken as enough</span>
                } @else if (row.outlook.runsOut !== null) {
                  <gan-signal shape="act" /> {{ dayOf(row.outlook.runsOut) }}
                } @else if (row.outlook.mayRunOut !== null) {
                  <gan-signal shape="watch" /> maybe {{ dayOf(row.outlook.mayRunOut) }}
                } @else {
                  <gan-signal shape="good" /> not in these shifts
                }
              </td>
              <td>
                @if (row.outlook.order; as order) {
                  {{ order.quantity }} ({{ order.quantity / order.packSize }} x {{ order.packSize }}) by
                  {{ day(order.by) }}<span class="soft">, {{ order.leadDays }} days to come</span>
                }
                @for (open of row.stock?.orders ?? []; track open.id) {
                  <div>
                    {{ open.quantity }} ordered for {{ day(open.expectedOn) }}
                    @if (mayWrite()) {
                      <button
                        type="button"
                        class="button small no-print"
                        (click)="receive.emit({ orderId: open.id, quantity: open.quantity })"
                      >
                        They came
                      </button>
                    }
                  </div>
                }
              </td>
              <td class="no-print">
                @if (mayWrite()) {
                  @if (open() === row.kind) {
                    <form (submit)="$event.preventDefault()">
                      <input
                        class="form-control"
                        type="number"
                        min="0"
                        step="1"
                        aria-label="Needles"
                        [value]="typed()"
                        (input)="typed.set($any($event.target).value)"
                      />
                      <button
                        type="button"
                        class="button small"
                        [disabled]="number() === null"
                        (click)="saveCount(row.needle)"
                      >
                        In store
                      </button>
                      <input
                        class="form-control"
                        type="date"
                        aria-label="Expected on"
                        [value]="expected()"
                        (input)="expected.set($any($event.target).value)"
                      />
                      <button
                        type="button"
                        class="button small"
                        [disabled]="!number() || expected() === ''"
                        (click)="saveOrder(row.needle)"
                      >
                        Ordered
                      </button>
                    </form>
                  } @else {
                    <button type="button" class="button small" (click)="begin(row.kind, row.outlook)">
                      Count or order
                    </button>
                  }
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <p class="soft">
      Line: expected, band: 95 % with failures by chance. Needles used count from what was logged at the
      machines since the last count.
    </p>
  </section>`,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th,
    td {
      text-align: start;
      padding: 5px 10px 5px 0;
      border-top: 1px solid var(--rule);
      font-weight: 400;
      vertical-align: middle;
    }
    thead th {
      font: 600 0.9375rem var(--narrow);
      color: var(--ink-soft);
      border: 0;
    }
    gan-signal {
      vertical-align: middle;
    }
    .band {
      fill: var(--steel);
      opacity: 0.6;
    }
    .mean {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .none {
      stroke: var(--act);
      stroke-dasharray: 3 3;
    }
    form {
      display: grid;
      grid-template-columns: 130px auto;
      gap: 6px;
    }
    .scroll {
      overflow-x: auto;
    }
  `,
})
export class NeedlesPanelComponent {
  readonly plan = input.required<RoundsPlanView>();
  readonly stock = input.required<readonly NeedleStock[]>();
  readonly mayWrite = input.required<boolean>();
  /** Counts up with everything that was written: then the form is done. */
  readonly written = input.required<number>();
  readonly count = output<{ readonly needle: NeedleChoice; readonly counted: number }>();
  readonly order = output<{
    readonly needle: NeedleChoice;
    readonly quantity: number;
    readonly expectedOn: string;
  }>();
  readonly receive = output<{ readonly orderId: string; readonly quantity: number }>();

  protected readonly size = SPARK;
  protected readonly open = signal<string | null>(null);
  protected readonly typed = signal('');
  protected readonly expected = signal('');
  protected readonly number = computed(() => {
    const value = this.typed().trim() === '' ? NaN : Number(this.typed());
    return Number.isInteger(value) && value >= 0 ? value : null;
  });
  protected readonly rows = computed(() =>
    this.plan().needles.map((outlook) => {
      const kind = needleKey(outlook.needle);
      return {
        kind,
        needle: outlook.needle,
        text: needleText(outlook.needle),
        outlook,
        stock: this.stock().find(({ needle }) => needleKey(needle) === kind) ?? null,
        spark: sparkOf(outlook),
      };
    }),
  );

  constructor() {
    effect(() => {
      this.written();
      this.open.set(null);
    });
  }

  protected day(day: string): string {
    return dayText(day);
  }

  protected dayOf(shift: number): string {
    return dayText(this.plan().shifts[shift]!.day);
  }

  protected begin(kind: string, { order }: NeedleOutlook): void {
    this.typed.set(order ? String(order.quantity) : '');
    this.expected.set('');
    this.open.set(kind);
  }

  protected saveCount(needle: NeedleChoice): void {
    this.count.emit({ needle, counted: this.number()! });
  }

  protected saveOrder(needle: NeedleChoice): void {
    this.order.emit({ needle, quantity: this.number()!, expectedOn: this.expected() });
  }
}

function sparkOf({ left }: NeedleOutlook) {
  if (left.length === 0) return null;
  const most = Math.max(1, ...left.map(({ high }) => high));
  const least = Math.min(0, ...left.map(({ low }) => low));
  const x = scaleLinear([0, left.length - 1], [0, SPARK.width]);
  const y = scaleLinear([least, most], [SPARK.height - 2, 2]);
  const last = left.at(-1)!;
  return {
    band:
      area<(typeof left)[number]>()
        .x((_, i) => x(i))
        .y0(({ low }) => y(low))
        .y1(({ high }) => y(high))([...left]) ?? '',
    mean:
      line<(typeof left)[number]>()
        .x((_, i) => x(i))
        .y(({ expected }) => y(expected))([...left]) ?? '',
    zero: y(0),
    words: `${last.expected.toFixed(0)} left at the end, ${last.low.toFixed(0)} to ${last.high.toFixed(0)}`,
  };
}
