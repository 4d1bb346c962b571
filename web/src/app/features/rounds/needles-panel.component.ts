import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { area, line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { needleKey } from '@gantelet/core';
import type { NeedleOutlook, NeedleStock, RoundsPlanView } from '@gantelet/contracts';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { needleText } from '../../shared/words/changeover-words';
import { dayText } from '../../shared/words/rounds-words';
import { counted, fixedNumber } from '../../shared/locale';
import { FixedPipe } from '../../shared/widgets/locale.pipes';

const SPARK = { width: 150, height: 34 } as const;

/**
 * Needles ahead: what remains of each kind after planned changes and failures, when it runs out, and what to order
 * when.
 */
@Component({
  selector: 'gan-needles-panel',
  imports: [FixedPipe, RouterLink, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<section aria-label="Needles ahead">
    <h2>Needles ahead</h2>
    <div class="scroll" tabindex="0" role="group" aria-label="Kinds of needles">
      <table>
        <thead>
          <tr>
            <th scope="col">Kind</th>
            <th scope="col">In stock</th>
            <th scope="col">Over these shifts</th>
            <th scope="col">Needed: planned + breakages</th>
            <th scope="col">Runs out</th>
            <th scope="col">Order</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.kind) {
            <tr>
              <th scope="row">{{ row.text }}</th>
              <td>
                {{ row.stock?.onHand ?? 'not counted' }}
              </td>
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
              <td>{{ row.outlook.planned }} + about {{ row.outlook.failures | fixed: 0 }}</td>
              <td>
                @if (row.outlook.onHand === null) {
                  <span class="soft">assumed enough</span>
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
                  {{ orderText(order) }}
                }
                @for (open of row.stock?.orders ?? []; track open.id) {
                  <div>{{ open.quantity }} ordered for {{ day(open.expectedOn) }}</div>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <p class="soft">
      Line: expected; band: 95 % range with chance failures. Use is counted from the needle changes logged
      since the last count.
      @if (mayWrite()) {
        <a routerLink="/store">Count, order and receive in the store.</a>
      }
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
    p {
      margin: 0 0 4px;
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

  protected readonly size = SPARK;
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

  protected day(day: string): string {
    return dayText(day);
  }

  /** What to order when, in whole packs; an order that was due before these shifts is overdue. */
  protected orderText({ quantity, packSize, by, leadDays }: NonNullable<NeedleOutlook['order']>): string {
    const packs = quantity / packSize;
    const what = `${quantity} (${counted(packs, 'pack')})`;
    const when = `${dayText(by)}; delivery ${counted(leadDays, 'day')}`;
    return by < this.plan().shifts[0]!.day
      ? `Overdue: ${what} should have been ordered by ${when}`
      : `Order ${what} by ${when}`;
  }

  protected dayOf(shift: number): string {
    return dayText(this.plan().shifts[shift]!.day);
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
    words: `${fixedNumber(last.expected, 0)} left at the end (${fixedNumber(last.low, 0)} to ${fixedNumber(last.high, 0)})`,
  };
}
