import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { weighedTex } from '@gantelet/core';
import type { StandInAsk } from '@gantelet/contracts';
import { LiveReadingComponent } from '../../shared/live/live-reading.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { shortNumber } from '../../shared/locale';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { deviceActions, deviceFeature } from '../device/device.state';

/** The thread a stand-in scale weighs: the result has to follow from the weight. */
const SIMULATED_TEX = 210;
/** Assumed resolution of a scale that sends its readings, g. Assumption. */
const LIVE_STEP_G = 0.01;

/** An unlabelled spool: weigh a measured length, get its Tex with the interval and the nearest sizes. */
@Component({
  selector: 'gan-weigh-spool',
  imports: [NumberInputDirective, LiveReadingComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>No label? Weigh a length</h2>
    <p class="soft">Measure 10 m or more, weigh it, and enter the scale's resolution.</p>
    <div class="fields">
      <label
        >Length, m
        <input
          class="form-control"
          ganNumber
          unit="m"
          least="0.01"
          [number]="metres()"
          (numberChange)="metres.set($event)"
        />
      </label>
      <label
        >Weight, g
        <input
          class="form-control"
          ganNumber
          unit="g"
          least="0"
          [number]="grams()"
          (numberChange)="grams.set($event)"
        />
      </label>
      <label
        >Scale resolution, g
        <input
          class="form-control"
          ganNumber
          unit="g"
          least="0"
          [number]="resolutionG()"
          (numberChange)="resolutionG.set($event)"
        />
      </label>
    </div>
    <p>
      <button type="button" class="button small" [attr.aria-pressed]="live()" (click)="read()">
        {{ live() ? 'Type the weight' : 'Use a connected scale' }}
      </button>
    </p>
    @if (live()) {
      <gan-live-reading kind="scale" [from]="devices()" [ask]="ask()" (settled)="take($event)" />
    }
    @if (weighed(); as found) {
      <p aria-live="polite">
        <strong>Tex {{ short(found.tex) }}</strong
        >, between {{ short(found.lowTex) }} and {{ short(found.highTex) }}
        <gan-standing standing="measured" source="weighed length, half the scale's step either way" />
      </p>
      <p>
        {{ found.candidates.length === 1 ? 'Sold as' : 'Could be' }}
        @for (tex of found.candidates; track tex) {
          <button type="button" class="button small" (click)="taken.emit('Tex ' + tex)">Tex {{ tex }}</button>
        }
      </p>
      @if (found.candidates.length > 1) {
        <p class="soft">Weigh a longer length to tell them apart.</p>
      }
    }`,
  styles: `
    .fields {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: 10px;
      margin-bottom: 10px;
      align-items: end;
    }
    label {
      font-size: 0.875rem;
    }
    .button {
      margin-right: 6px;
    }
  `,
})
export class WeighSpoolComponent {
  readonly taken = output<string>();

  private readonly store = inject(Store);
  protected readonly devices = this.store.selectSignal(deviceFeature.selectDevices);
  protected readonly live = signal(false);
  protected readonly ask = computed((): StandInAsk | null => {
    const metres = this.metres();
    return metres !== null && metres > 0 ? { do: 'lay-thread', tex: SIMULATED_TEX, metres } : null;
  });

  protected readonly metres = signal<number | null>(10);
  protected readonly grams = signal<number | null>(null);
  protected readonly resolutionG = signal<number | null>(0.1);
  protected readonly weighed = computed(() => {
    const [grams, metres, resolutionG] = [this.grams(), this.metres(), this.resolutionG()];
    if (!grams || !metres || resolutionG === null) return null;
    return weighedTex(grams, metres, resolutionG);
  });

  protected read(): void {
    this.live.update((live) => !live);
    if (this.live()) this.store.dispatch(deviceActions.wanted());
  }

  protected take(grams: number): void {
    this.grams.set(Math.round(grams / LIVE_STEP_G) * LIVE_STEP_G);
    this.resolutionG.set(LIVE_STEP_G);
  }

  protected short(tex: number): string {
    return shortNumber(tex);
  }
}
