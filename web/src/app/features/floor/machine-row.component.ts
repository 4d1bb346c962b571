import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  ViewEncapsulation,
} from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { pointStyle, sameNeedle } from '@gantelet/core';
import type { FloorMachine } from '@gantelet/contracts';
import { Preferences } from '../../shared/preferences';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { STEP_NAMES } from '../../shared/words/changeover-words';
import { counterText, hoursRangeText, STATE_WORDS, TROUBLE_WORDS } from '../../shared/words/floor-words';
import { needleSizeText } from '../../shared/words/units-text';
import { plural } from '../../shared/locale';

/**
 * One machine of the floor: its needle, what is left of it, a needle change and a report. Tapping the card opens it.
 */
@Component({
  selector: 'gan-machine-row',
  imports: [SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  // No view encapsulation: on a floor of thousands, a tenth of the time would go into marking elements.
  encapsulation: ViewEncapsulation.None,
  host: { '[attr.data-state]': 'state()', '(click)': 'changeWanted.emit()' },
  template: `<div class="top">
      <strong>{{ machine().name }}</strong>
      <span class="state" [class]="state()"><gan-signal [shape]="state()" /> {{ word() }}</span>
    </div>
    <div class="needle">
      {{ needle() }}
      @if (otherNeedle()) {
        <span class="other"><gan-signal shape="watch" /> not the set-up's needle</span>
      }
    </div>
    @if (machine().changeover; as under) {
      <div class="under">
        <i class="bi bi-arrow-left-right" aria-hidden="true"></i> Being changed over by {{ under.by }}:
        {{ under.step ? stepNames[under.step] : 'finish' }} ({{ under.done }} of {{ under.of }})
      </div>
    }
    @if (counterText() || servicesDue()) {
      <div class="counter">
        <span [class.silent]="machine().counter?.state === 'silent'">{{ counterText() }}</span>
        @if (servicesDue(); as count) {
          <span class="services">
            <i class="bi bi-wrench" aria-hidden="true"></i> {{ count }}
            <span class="visually-hidden">{{ serviceWord(count) }} due</span>
          </span>
        }
      </div>
    }
    <div class="bar" aria-hidden="true" [style.--sure.%]="left().sure" [style.--most.%]="left().most"></div>
    <div class="left">{{ leftText() }}</div>
    <div class="acts">
      <button
        type="button"
        class="button small"
        [attr.aria-label]="'Change needle, ' + machine().name"
        (click)="changeWanted.emit(); $event.stopPropagation()"
      >
        Change needle
      </button>
      <button
        type="button"
        class="button small"
        [attr.aria-label]="'Report a problem, ' + machine().name"
        (click)="reportWanted.emit(); $event.stopPropagation()"
      >
        Report
      </button>
    </div>`,
  styles: `
    gan-machine-row {
      /* On a floor of thousands, only what is in sight is laid out and painted. */
      content-visibility: auto;
      contain-intrinsic-size: auto 180px;
      display: flex;
      flex-direction: column;
      justify-content: space-between;
      cursor: pointer;
      background: var(--card);
      border: 1px solid var(--rule);
      border-inline-start: 6px solid var(--good);
      padding: 6px 8px 6px 10px;
      font-family: var(--narrow);

      &[data-state='watch'] {
        border-inline-start-color: var(--watch);
      }
      &[data-state='due'] {
        border-inline-start-color: var(--act);
      }
      &[data-state='stop'] {
        border: 2px solid var(--act);
        border-inline-start-width: 6px;
      }
      .acts {
        display: grid;
        grid-template-columns: 1.6fr 1fr;
        gap: 6px;
        margin-top: 6px;
      }
      .acts .button {
        justify-content: center;
        min-height: 48px;
        padding-inline: 6px;
      }
      .top {
        display: flex;
        justify-content: space-between;
        align-items: center;
        gap: 6px;
      }
      strong {
        font-weight: 600;
        line-height: 1.15;
      }
      .state {
        display: inline-flex;
        gap: 4px;
        align-items: center;
        white-space: nowrap;
        font-weight: 600;
      }
      .needle {
        margin: 1px 0 5px;
      }
      .counter {
        display: flex;
        justify-content: space-between;
        gap: 8px;
        font-size: 0.875rem;
        color: var(--ink-soft);
        margin-bottom: 4px;
      }
      .other {
        display: block;
        color: var(--watch);
      }
      .services {
        color: var(--watch);
        white-space: nowrap;
      }
      .under {
        margin-bottom: 4px;
        font-weight: 600;
      }
      .silent {
        color: var(--watch);
      }
      /* What is surely left is solid, what may be left is hatched. */
      .bar {
        height: 9px;
        margin-bottom: 5px;
        border: 1px solid var(--rule);
        color: var(--good);
        background:
          linear-gradient(currentcolor 0 0) 0 / var(--sure) no-repeat,
          repeating-linear-gradient(-60deg, currentcolor 0 1.5px, transparent 0 6px) 0 / var(--most) no-repeat;
      }
      &[data-state='watch'] .bar {
        color: var(--watch);
      }
      &[data-state='due'] .bar,
      &[data-state='stop'] .bar {
        color: var(--act);
      }
    }
  `,
})
export class MachineRowComponent {
  readonly machine = input.required<FloorMachine>();
  /** How many of its services are due. */
  readonly servicesDue = input(0);
  readonly changeWanted = output();
  readonly reportWanted = output();
  private readonly preferences = inject(Preferences);

  protected readonly state = computed(() => this.machine().age?.state ?? 'watch');
  protected readonly word = computed(() => (this.machine().age ? STATE_WORDS[this.state()] : 'no needle'));
  protected readonly needle = computed(() => {
    const { needle } = this.machine();
    if (!needle) return 'no needle logged';
    const size = needleSizeText(needle.nm, this.preferences.unitOrder()).first;
    const lot = needle.lotCode === null ? '' : `, lot ${needle.lotCode}`;
    return `${needle.systemId} ${size}, ${pointStyle(needle.pointId)?.name ?? needle.pointId}${lot}`;
  });
  protected readonly otherNeedle = computed(() => {
    const { needle, presentSetup, changeover } = this.machine();
    // During a changeover that is as it should be.
    if (needle === null || presentSetup === null || changeover !== null) return false;
    return !sameNeedle(needle, presentSetup.needle);
  });
  protected readonly stepNames = STEP_NAMES;
  protected readonly serviceWord = (count: number): string => plural(count, 'service');
  protected readonly counterText = computed(() => counterText(this.machine().counter));
  protected readonly leftText = computed(() => {
    const { age, reports, stops } = this.machine();
    const [report] = reports;
    if (stops.length > 0) return 'a piece is missing';
    if (report) return TROUBLE_WORDS[report.trouble];
    if (!age) return '';
    return hoursRangeText(age);
  });
  /** What is surely left, and what may be, as percentages of the planned hours. */
  protected readonly left = computed(() => {
    const { age, planned } = this.machine();
    const { hours } = planned;
    // A needle that runs to failure has no end to draw.
    if (hours === null || !age) return { sure: 0, most: 0 };
    const share = scaleLinear([0, hours], [100, 0]).clamp(true);
    return { sure: share(age.highHours), most: share(age.lowHours) };
  });
}
