import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { shuffle } from 'd3-array';
import { checksFor, nextCheckMs } from '@gantelet/core';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { writeStamps } from '../../shared/write-stamp';
import { floorActions, floorFeature } from './floor.state';
import { fixedNumber } from '../../shared/locale';

/** How the checks come: at unpredictable moments, or machine by machine on a walk started at will. */
type Way = 'moments' | 'walk';

const PACES_MIN = [2, 5, 10] as const;
const MINUTE_MS = 60_000;
/** The precision wanted for the share, either way. */
const WANTED = 0.05;

/** How much of the shift do needles run here? A work sample by phone: look when asked, tap what you see. */
@Component({
  selector: 'gan-spot-checks',
  imports: [ProblemComponent, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <header>
      <p><a routerLink="/floor">The floor</a></p>
      <h1>{{ headline() }}</h1>
      <hr class="stitch" />
    </header>
    <gan-problem [problem]="problem()" />
    <label>
      Zone
      <select #zoneField class="form-select" (change)="choose(zoneField.value)">
        @for (one of zones(); track one.id) {
          <option [value]="one.id" [selected]="one.id === zone()?.id">{{ one.name }}</option>
        }
      </select>
    </label>
    @if (zone(); as zone) {
      <p class="reason">
        {{ zone.needleFraction.checks }} checks so far: sewing
        <strong>{{ percent(zone.needleFraction.value) }}</strong> of the shift,
        {{ percent(zone.needleFraction.low) }} to {{ percent(zone.needleFraction.high) }}.
        <gan-standing [standing]="zone.needleFraction.standing" source="95 % interval of the checks" />
        {{ more() }}
      </p>
    }
    @if (asked(); as machine) {
      <section aria-live="assertive">
        <h2>Check now: {{ machine.name }}</h2>
        <p>Is its needle moving at this moment? Do not wait for it to start or stop.</p>
        <div class="answers">
          <button type="button" class="button main" (click)="say(true)">Sewing</button>
          <button type="button" class="button" (click)="say(false)">Not sewing</button>
          <button type="button" class="button" (click)="skip()">Cannot see it</button>
        </div>
      </section>
    } @else if (way()) {
      <p class="wait">
        The next check comes by itself. Keep this page open; the phone vibrates when it is time.
      </p>
    }
    <div class="ways">
      @if (way() === null) {
        <button type="button" class="button main" [disabled]="!zone()" (click)="begin('walk')">
          Walk round now, every machine once
        </button>
        <label>
          Check about every
          <select #paceMinField class="form-select" (change)="paceMin.set(+paceMinField.value)">
            @for (minutes of paces; track minutes) {
              <option [value]="minutes" [selected]="minutes === paceMin()">{{ minutes }} minutes</option>
            }
          </select>
        </label>
        <button type="button" class="button" [disabled]="!zone()" (click)="begin('moments')">
          Ask me at random moments
        </button>
      } @else {
        <button type="button" class="button" (click)="end()">Stop</button>
      }
    </div>
    <p role="status" class="good">{{ done() }}</p>
    <p class="soft">
      The moments are random, so that no part of the shift counts more. Nobody's work is timed, and no
      operator's name is stored.
    </p>
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 640px;
    }
    header p {
      margin: 0;
    }
    section {
      border: 2px solid var(--ink);
      padding: 10px 16px 16px;
      margin: 12px 0;
    }
    .answers,
    .ways {
      display: grid;
      gap: 10px;
    }
    .answers .button,
    .ways .button {
      min-height: 64px;
      justify-content: center;
      font-size: 1.125rem;
    }
    .ways {
      margin-top: 14px;
    }
    .reason {
      margin: 10px 0;
    }
    @media (max-width: 600px) {
      main {
        padding: 12px;
      }
    }
  `,
})
export class SpotChecksPage {
  private readonly store = inject(Store);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly problem = this.store.selectSignal(floorFeature.selectProblem);
  protected readonly done = this.store.selectSignal(floorFeature.selectDone);
  protected readonly paces = PACES_MIN;
  protected readonly paceMin = signal<number>(PACES_MIN[1]);
  protected readonly way = signal<Way | null>(null);
  private readonly zoneId = signal<string | null>(null);
  private readonly askedId = signal<string | null>(null);
  /** Machines still ahead on a walk. */
  private ahead: readonly string[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;

  protected readonly zones = computed(() => this.floor()?.zones ?? []);
  protected readonly zone = computed(
    () => this.zones().find(({ id }) => id === this.zoneId()) ?? this.zones()[0] ?? null,
  );
  protected readonly asked = computed(
    () => this.zone()?.machines.find(({ id }) => id === this.askedId()) ?? null,
  );
  protected readonly headline = computed(() => {
    const fraction = this.zone()?.needleFraction;
    return fraction
      ? `${this.zone()!.name}: sewing ${this.percent(fraction.value)} of the shift`
      : 'How much of the shift is spent sewing?';
  });
  protected readonly more = computed(() => {
    const { value = 0.5, checks = 0 } = this.zone()?.needleFraction ?? {};
    const left = checksFor(value, WANTED) - checks;
    const points = fixedNumber(WANTED * 100, 0);
    return left > 0
      ? `About ${left} more checks for an accuracy of ± ${points} %.`
      : `Accurate to ± ${points} %.`;
  });
  private readonly looked = this.store.selectSignal(floorFeature.selectWritten);
  private readonly stamp = writeStamps(() => this.looked());

  constructor() {
    this.store.dispatch(floorActions.opened());
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(this.timer);
      this.store.dispatch(floorActions.closed());
    });
  }

  protected percent(share: number): string {
    return `${fixedNumber(100 * share, 0)}\u00a0%`;
  }

  protected choose(zoneId: string): void {
    this.end();
    this.zoneId.set(zoneId);
  }

  protected begin(way: Way): void {
    this.store.dispatch(floorActions.messageSeen());
    this.way.set(way);
    const machines = (this.zone()?.machines ?? []).map(({ id }) => id);
    this.ahead = way === 'walk' ? shuffle(machines) : [];
    this.next();
  }

  protected end(): void {
    clearTimeout(this.timer);
    this.way.set(null);
    this.askedId.set(null);
  }

  protected say(sewing: boolean): void {
    const machineId = this.askedId();
    if (machineId === null) return;
    const { key, at } = this.stamp([machineId, sewing]);
    this.store.dispatch(floorActions.logSpotCheck({ key, check: { machineId, sewing, checkedAt: at } }));
    this.next();
  }

  protected skip(): void {
    this.next();
  }

  private next(): void {
    this.askedId.set(null);
    if (this.way() === 'walk') {
      const [first, ...rest] = this.ahead;
      this.ahead = rest;
      if (first === undefined) this.end();
      else this.askedId.set(first);
      return;
    }
    const wait = nextCheckMs(Math.random(), this.paceMin() * MINUTE_MS);
    this.timer = setTimeout(() => this.ask(), wait);
  }

  private ask(): void {
    const machines = this.zone()?.machines ?? [];
    this.askedId.set(machines[Math.floor(Math.random() * machines.length)]?.id ?? null);
    navigator.vibrate?.([200, 100, 200]);
  }
}
