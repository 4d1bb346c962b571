import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { of, switchMap } from 'rxjs';
import type { Device, InstrumentKind, StandInAsk } from '@gantelet/contracts';
import { SignalMarkComponent } from '../widgets/signal-mark.component';
import { LiveDevices } from './live-devices';
import { mistrust, NOTHING_HEARD, TRACE_MS } from './live-state';
import { fixedNumber } from '../locale';

const [WIDTH, HEIGHT] = [240, 54];
const WORDS = {
  'tension-gauge': { unit: 'cN', digits: 0, least: 100, pulls: 'Pull the thread through at a steady speed.' },
  scale: { unit: 'g', digits: 2, least: 1, pulls: 'Place it on the scale and wait.' },
} as const;

/** What an instrument shows now, and the value it settled at. Emits each settled reading once. */
@Component({
  selector: 'gan-live-reading',
  imports: [SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (device(); as device) {
      <div class="head">
        @if (own().length > 1) {
          <select
            #deviceField
            class="form-select"
            aria-label="Instrument"
            (change)="chosenId.set(deviceField.value)"
          >
            @for (one of own(); track one.id) {
              <option [value]="one.id" [selected]="one.id === device.id">{{ one.name }}</option>
            }
          </select>
        } @else {
          <span>{{ device.name }}</span>
        }
        <span class="battery">{{ battery() }}</span>
      </div>
      <div class="now">
        <span class="number" data-live>{{ liveText() }}</span> {{ words().unit }}
        <svg viewBox="0 0 ${WIDTH} ${HEIGHT}" aria-hidden="true">
          @if (heldY(); as y) {
            <path class="held" [attr.d]="'M0 ' + y + 'H${WIDTH}'" />
          }
          <path class="trace" [attr.d]="path()" />
        </svg>
      </div>
      <p aria-live="polite">
        @if (wrong(); as wrong) {
          <gan-signal shape="watch" /> {{ wrong }}
        } @else if (live().reading.held !== null) {
          <gan-signal shape="good" /> Steady at {{ text(live().reading.held!) }} {{ words().unit }}
        } @else if (live().reading.unsettled > 0) {
          <gan-signal shape="watch" /> That did not settle. Pull slower, at a steady speed.
        } @else {
          {{ words().pulls }}
        }
      </p>
      @if (zeroOff(); as zero) {
        <p class="soft">It shows {{ zero }} {{ words().unit }} without load; subtracted.</p>
      }
      @if (device.standIn) {
        <p class="stand-in">
          Simulated, not a real instrument.
          @if (ask(); as ask) {
            <button type="button" class="button small" (click)="devices.ask(device.id, ask)">
              {{ kind() === 'scale' ? 'Simulate a weighing' : 'Simulate a pull' }}
            </button>
          }
          <button
            type="button"
            class="button small"
            (click)="devices.ask(device.id, { do: 'run-battery-down' })"
          >
            Simulate a low battery
          </button>
        </p>
      }
    } @else {
      <p class="soft">
        No {{ kind() === 'scale' ? 'scale' : 'gauge' }} is registered. A lead can register one under Devices.
      </p>
    }`,
  styles: `
    :host {
      display: block;
      border: 1.5px solid var(--rule);
      background: var(--card);
      padding: 8px 10px;
      margin-bottom: 8px;
    }
    .head {
      display: flex;
      justify-content: space-between;
      gap: 8px;
      font: 600 0.9375rem var(--narrow);
    }
    .battery {
      color: var(--ink-soft);
      white-space: nowrap;
    }
    .now {
      display: grid;
      grid-template-columns: auto auto 1fr;
      align-items: center;
      gap: 6px;
    }
    .number {
      font: 600 1.75rem var(--narrow);
      min-width: 3.2ch;
      text-align: end;
    }
    svg {
      width: 100%;
      height: ${HEIGHT}px;
    }
    .trace {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
    .held {
      stroke: var(--good);
      stroke-width: 2;
      stroke-dasharray: 6 4;
    }
    p {
      margin: 0 0 4px;
      font-size: 0.9375rem;
    }
    .stand-in {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
    }
  `,
})
export class LiveReadingComponent {
  readonly kind = input.required<InstrumentKind>();
  /** Every device of the shop: those of the right kind that are not revoked can be chosen. */
  readonly from = input.required<readonly Device[]>();
  /** What a stand-in is asked to do; null when there is nothing to ask yet. */
  readonly ask = input<StandInAsk | null>(null);
  /** A pull that settled and ended, in cN; or a weight that settled, in g, again if it settles better. */
  readonly settled = output<number>();

  protected readonly devices = inject(LiveDevices);
  protected readonly own = computed(() =>
    this.from().filter(({ kind, revokedAt }) => kind === this.kind() && revokedAt === null),
  );
  protected readonly chosenId = linkedSignal<readonly Device[], string | undefined>({
    source: () => this.own(),
    computation: (own, previous) => own.find(({ id }) => id === previous?.value)?.id ?? own[0]?.id,
  });
  protected readonly device = computed(() => this.own().find(({ id }) => id === this.chosenId()) ?? null);
  protected readonly live = toSignal(
    toObservable(this.device).pipe(
      switchMap((device) => (device ? this.devices.watch(device, this.kind()) : of(NOTHING_HEARD))),
    ),
    { initialValue: NOTHING_HEARD },
  );
  protected readonly words = computed(() => WORDS[this.kind()]);
  protected readonly wrong = computed(() => mistrust(this.live()));
  protected readonly liveText = computed(() => {
    const { reading, link } = this.live();
    return reading.live === null || link !== 'on' ? '–' : this.text(reading.live);
  });
  protected readonly battery = computed(() => {
    const { batteryPercent, link } = this.live();
    return batteryPercent === null || link === 'off' ? '' : `battery ${Math.round(batteryPercent)} %`;
  });
  protected readonly zeroOff = computed(() => {
    const { zero } = this.live().reading;
    return Math.abs(zero) * 10 ** this.words().digits < 2 ? null : this.text(zero);
  });

  private readonly height = computed(() => {
    const most = Math.max(this.words().least, ...this.live().trace.map(({ value }) => value));
    return scaleLinear([0, 1.1 * most], [HEIGHT - 3, 3]);
  });
  protected readonly path = computed(() => {
    const { trace } = this.live();
    const last = trace.at(-1)?.atMs ?? 0;
    const x = scaleLinear([last - TRACE_MS, last], [0, WIDTH]);
    const drawn = line<{ atMs: number; value: number }>(
      ({ atMs }) => x(atMs),
      ({ value }) => this.height()(value),
    );
    return drawn(trace);
  });
  protected readonly heldY = computed(() => {
    const { held } = this.live().reading;
    return held === null ? null : this.height()(held);
  });

  constructor() {
    let told = 0;
    effect(() => {
      const { done, held } = this.live().reading;
      untracked(() => {
        if (this.kind() === 'scale') {
          if (held !== null && held !== told) this.settled.emit((told = held));
          return;
        }
        for (const pull of done.slice(told)) this.settled.emit(pull);
        told = done.length;
      });
    });
  }

  protected text(value: number): string {
    return fixedNumber(value, this.words().digits);
  }
}
