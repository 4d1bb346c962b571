import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  freePocket,
  sameNeedle,
  troubleRule,
  TROUBLES,
  USUAL_FINISH,
  type FragmentCount,
  type RemovalCause,
  type Trouble,
} from '@gantelet/core';
import type {
  Clearance,
  FloorMachine,
  NeedleChoice,
  NeedleLot,
  PartUsedNeedle,
  ReportAnswer,
} from '@gantelet/contracts';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { interval, map } from 'rxjs';
import { ColourMarksComponent } from '../../shared/widgets/colour-marks.component';
import { keptFor } from '../../shared/kept-for';
import { Preferences } from '../../shared/preferences';
import { NeedlePickerComponent } from '../../shared/widgets/needle-picker.component';
import { needleSource } from '../../shared/widgets/needle-source';
import { NeedleSourceComponent } from '../../shared/widgets/needle-source.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { TROUBLE_WORDS } from '../../shared/words/floor-words';
import { needleText } from '../../shared/words/changeover-words';
import { needleSizeText } from '../../shared/words/units-text';
import { ReportedTroubleComponent } from './reported-trouble.component';
import { SafetyStopComponent } from './safety-stop.component';
import { PiecesFormComponent, type PiecesSaid } from './pieces-form.component';

/** How long the sheet accepts no second change after a missing piece was logged. */
const JUST_LOGGED_MS = 60_000;
const CLOCK_MS = 2000;

/** What the person says came out and went in. */
export interface ChangeSaid {
  readonly cause: RemovalCause;
  readonly fragments: FragmentCount;
  readonly needle: NeedleChoice;
  readonly lotId: string | null;
  /** Pocket for the needle that came out; null for the sharps box. */
  readonly keptInPocket: number | null;
  /** The part-used needle that goes in; null for a new one. */
  readonly partUsed: PartUsedNeedle | null;
}

/**
 * The sheet behind a machine's row. By default the same kind of needle goes in, so a single tap on what came out logs
 * the change.
 */
@Component({
  selector: 'gan-change-sheet',
  imports: [
    ColourMarksComponent,
    NeedlePickerComponent,
    NeedleSourceComponent,
    PiecesFormComponent,
    ReportedTroubleComponent,
    RouterLink,
    SafetyStopComponent,
    SignalMarkComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="caution">
      <p><strong>Power off. Wait until the motor has stopped.</strong></p>
      <p>Needle in a sharps box, counted. Guards back on before power.</p>
    </div>
    <ng-content />
    @if (machine().changeover; as under) {
      <p class="under">
        Being changed over to {{ under.setupName }} by {{ under.by }}:
        <a [routerLink]="['/changeovers', under.id]">step {{ under.done + 1 }} of {{ under.of }}</a>
      </p>
    } @else if (mayClear()) {
      <p class="under">
        <a class="button" [routerLink]="['/changeovers/at', machine().id]">Change over to another job</a>
      </p>
    }
    @if (otherNeedle(); as wanted) {
      <p class="caution" role="note">
        <gan-signal shape="watch" /> {{ machine().presentSetup?.name }} is set up for {{ wanted }}. Another
        needle is in the machine.
      </p>
    }
    @for (stop of machine().stops; track stop.id) {
      <gan-safety-stop
        [stop]="stop"
        [mayClear]="mayClear()"
        [busy]="busy()"
        (cleared)="cleared.emit($event)"
      />
    }
    @for (report of machine().reports; track report.id) {
      <gan-reported-trouble
        [report]="report"
        [machineId]="machine().id"
        [mayAnswer]="mayClear()"
        [busy]="busy()"
        (answered)="answered.emit($event)"
      />
    }
    <details class="report" [open]="reporting()">
      <summary>Report a problem (do not change the needle)</summary>
      <div class="causes">
        @for (trouble of troubles; track trouble) {
          <button
            type="button"
            class="button"
            [class.act]="rule(trouble).call === 'stop'"
            [disabled]="busy()"
            (click)="reported.emit(trouble)"
          >
            {{ troubleWords[trouble] }}
          </button>
        }
      </div>
    </details>
    <h3>What goes in?</h3>
    @if (machine().needle === null) {
      <p>
        No needle is logged here. One that came with the machine, of unknown age, counts as worn: put a new
        one in.
      </p>
    }
    <p class="soft">
      {{ same() ? 'Same needle again' : 'Different needle' }}: {{ needleText() }}.<gan-colour-marks
        [needle]="needle()"
      />
    </p>
    <gan-needle-source [source]="source" />
    <details>
      <summary>A different needle goes in</summary>
      <gan-needle-picker
        [needle]="needle()"
        [systemIds]="machine().systemIds"
        (needleChange)="needle.set($event)"
      />
    </details>
    <h3>What came out?</h3>
    @if (justLogged()) {
      <p role="status">
        <gan-signal shape="good" /> Logged. The needle now in the machine went in less than a minute ago; you
        can log another change after a minute.
      </p>
    } @else {
      <p class="soft">
        One tap logs the change. Keep a whole needle that can be used again; all others go into the sharps
        box.
      </p>
    }
    <div class="causes">
      <button
        type="button"
        class="button"
        [disabled]="busy() || justLogged()"
        (click)="say('scheduled', 'whole')"
      >
        Planned change
      </button>
      <button type="button" class="button" [disabled]="busy() || justLogged()" (click)="say('wear', 'whole')">
        Worn
      </button>
      @if (machine().needle) {
        <button
          type="button"
          class="button"
          [disabled]="busy() || justLogged()"
          (click)="say('changeover', 'whole', pocket())"
        >
          Changing job: keep needle in pocket {{ pocket() }}
        </button>
      }
      <button
        type="button"
        class="button"
        [disabled]="busy() || justLogged()"
        (click)="say('changeover', 'whole')"
      >
        Changing job: discard needle
      </button>
      <button
        type="button"
        class="button"
        [disabled]="busy() || justLogged()"
        (click)="say('accident', 'whole')"
      >
        Hit something, not broken
      </button>
      <button
        type="button"
        class="button act"
        [disabled]="busy() || justLogged()"
        (click)="say('accident', 'all-found')"
      >
        Broken, all pieces found
      </button>
      <button
        type="button"
        class="button act"
        [disabled]="busy() || justLogged()"
        (click)="say('accident', 'missing')"
      >
        Broken, piece missing
      </button>
      <button
        type="button"
        class="button"
        [disabled]="busy() || justLogged()"
        (click)="say('unknown', 'whole')"
      >
        Don't know why
      </button>
    </div>
    @if (machine().counter?.state !== 'heard') {
      <details>
        <summary>No counter: enter pieces sewn</summary>
        <gan-pieces-form [busy]="busy()" (made)="piecesMade.emit($event)" />
      </details>
    }
    <p class="links">
      <a [routerLink]="['/machines', machine().id, 'history']">Service and history of this machine</a>
    </p>
    <ng-content select="[after]" />`,
  styles: `
    h3 {
      font-size: 1.125rem;
      margin: 12px 0 4px;
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .causes {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    .causes .button {
      min-height: 52px;
      justify-content: center;
    }
    .act {
      border-color: var(--act);
      color: var(--act);
    }
    .under {
      margin: 10px 0;
    }
    .links {
      margin: 10px 0 0;
    }
    p {
      margin-bottom: 8px;
    }
  `,
})
export class ChangeSheetComponent {
  readonly machine = input.required<FloorMachine>();
  readonly mayClear = input.required<boolean>();
  readonly busy = input.required<boolean>();
  /** Opened to report a problem: the choice of problems is expanded. */
  readonly reporting = input(false);
  /** The needles in the pockets. */
  readonly kept = input<readonly PartUsedNeedle[]>([]);
  readonly lots = input<readonly NeedleLot[]>([]);
  readonly said = output<ChangeSaid>();
  readonly cleared = output<Clearance>();
  readonly reported = output<Trouble>();
  readonly piecesMade = output<PiecesSaid>();
  readonly answered = output<ReportAnswer & { readonly reportId: string }>();

  protected readonly troubles = TROUBLES;
  protected readonly troubleWords = TROUBLE_WORDS;
  protected readonly rule = troubleRule;
  private readonly preferences = inject(Preferences);

  protected readonly needle = keptFor(
    () => `${this.machine().id} ${this.machine().needle?.installId}`,
    (): NeedleChoice => {
      const { needle, presentSetup, systemIds } = this.machine();
      // The needle its set-up calls for goes in, never that of the previous job.
      if (presentSetup && !(needle && sameNeedle(needle, presentSetup.needle))) return presentSetup.needle;
      if (!needle)
        return { systemId: systemIds[0] ?? '', nm: 100, pointId: 'round', finishId: USUAL_FINISH.id };
      const { systemId, nm, pointId, finishId } = needle;
      return { systemId, nm, pointId, finishId };
    },
  );
  private readonly now = toSignal(interval(CLOCK_MS).pipe(map(() => Date.now())), {
    initialValue: Date.now(),
  });
  /** A piece is missing and the next needle has only just gone in: a second tap is probably a mistake. */
  protected readonly justLogged = computed(() => {
    const { stops, needle } = this.machine();
    if (stops.length === 0 || needle === null) return false;
    const logged = Math.abs(this.now() - Date.parse(needle.installedAt));
    return logged < JUST_LOGGED_MS && stops.at(-1)?.at === needle.installedAt;
  });
  /** The needle its set-up calls for, in words, when another one is in. */
  protected readonly otherNeedle = computed(() => {
    const { needle, presentSetup } = this.machine();
    const other = needle !== null && presentSetup !== null && !sameNeedle(needle, presentSetup.needle);
    return other ? needleText(presentSetup.needle) : null;
  });
  protected readonly source = needleSource(
    computed(() => ({
      needle: this.needle(),
      kept: this.kept(),
      lots: this.lots(),
      plannedHours: this.machine().planned.hours,
      keptFirst: false,
    })),
  );
  protected readonly pocket = computed(() => freePocket(this.kept()));
  protected readonly same = computed(() => {
    const { needle } = this.machine();
    return needle !== null && sameNeedle(needle, this.needle());
  });
  protected readonly needleText = computed(() => {
    const { nm } = this.needle();
    const text = needleText(this.needle());
    return this.preferences.unitOrder() === 'metric'
      ? text
      : text.replace(`NM ${nm}`, needleSizeText(nm, 'inch').first);
  });

  protected say(cause: RemovalCause, fragments: FragmentCount, keptInPocket: number | null = null): void {
    const [partUsed, lotId] = [this.source.partUsed(), this.source.lotId()];
    this.said.emit({ cause, fragments, needle: this.needle(), lotId, keptInPocket, partUsed });
  }
}
