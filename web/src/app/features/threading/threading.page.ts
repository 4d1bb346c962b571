import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormArray, FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { startWith } from 'rxjs';
import {
  STATION_KINDS,
  THREADING_SIDES,
  threadingDoubts,
  USUAL_STATIONS,
  type Station,
} from '@gantelet/core';
import {
  BOBBIN_TURNS,
  roleReaches,
  ThreadingCardEntry,
  WINDERS,
  type ThreadingCard,
} from '@gantelet/contracts';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { keptFor } from '../../shared/kept-for';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { unreadText } from '../../shared/words/read-words';
import {
  BOBBIN_TURN_WORDS,
  DOUBT_WORDS,
  SIDE_WORDS,
  STATION_TIPS,
  STATION_WORDS,
  throughText,
  windingLines,
  WINDER_WORDS,
} from '../../shared/words/threading-words';
import { writeStamps } from '../../shared/write-stamp';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { ThreadPathComponent, type MovedStation } from './thread-path.component';
import { threadingActions, threadingFeature } from './threading.state';
import { lengthUnit } from '../../shared/words/units-text';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

const stationControl = ({ kind, hole, side, note, x, y }: Station) =>
  new FormGroup({
    kind: new FormControl(kind, { nonNullable: true }),
    hole: new FormControl(hole),
    side: new FormControl(side),
    note: new FormControl(note, { nonNullable: true }),
    x: new FormControl(x, { nonNullable: true }),
    y: new FormControl(y, { nonNullable: true }),
  });

/** How is this machine threaded, and how are its bobbins wound? */
@Component({
  selector: 'gan-threading',
  imports: [
    NumberInputDirective,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    ThreadPathComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './threading.page.html',
  styleUrl: './threading.page.scss',
})
export class ThreadingPage {
  protected readonly lengthUnit = lengthUnit;
  /** From the address. */
  readonly machineId = input.required<string>();

  private readonly store = inject(Store);
  private readonly cards = this.store.selectSignal(threadingFeature.selectCards);
  protected readonly saving = this.store.selectSignal(threadingFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(threadingFeature.selectProblem);
  protected readonly refused = this.store.selectSignal(threadingFeature.selectRefused);
  protected readonly done = this.store.selectSignal(threadingFeature.selectDone);
  private readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly kinds = STATION_KINDS;
  protected readonly sides = THREADING_SIDES;
  protected readonly bobbinTurns = BOBBIN_TURNS;
  protected readonly winders = WINDERS;
  protected readonly stationWords = STATION_WORDS;
  protected readonly sideWords = SIDE_WORDS;
  protected readonly tips = STATION_TIPS;
  protected readonly doubtWords = DOUBT_WORDS;
  protected readonly bobbinTurnWords = BOBBIN_TURN_WORDS;
  protected readonly winderWords = WINDER_WORDS;
  protected readonly throughText = throughText;
  protected readonly mayWrite = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly machineName = computed(() => this.nameOf(this.machineId()));
  protected readonly unread = computed(() =>
    unreadText(this.cards() !== null, this.problem(), 'the threading card'),
  );
  /** Null if nobody has written one. */
  protected readonly card = computed(
    () => this.cards()?.find(({ machineId }) => machineId === this.machineId()) ?? null,
  );
  protected readonly others = computed(() =>
    (this.cards() ?? [])
      .filter(({ machineId }) => machineId !== this.machineId())
      .map(({ machineId }) => ({ machineId, name: this.nameOf(machineId) })),
  );
  /** Ends once the card is saved. */
  protected readonly editing = keptFor(
    () => `${this.machineId()} ${this.card()?.version ?? 0}`,
    () => false,
  );
  private readonly stamp = writeStamps(() => this.card()?.version);

  protected readonly form = new FormGroup(
    {
      stations: new FormArray(USUAL_STATIONS.map(stationControl)),
      bobbinTurns: new FormControl<ThreadingCard['bobbinTurns']>(null),
      winder: new FormControl<ThreadingCard['winder']>(null),
      belowRimMm: new FormControl<number | null>(null),
      note: new FormControl('', { nonNullable: true }),
    },
    { validators: zodValidator(ThreadingCardEntry, (value: CardForm) => ({ ...value, version: 0 })) },
  );
  protected readonly complaints = complaintsOf(this.form);
  private readonly value = toSignal(this.form.valueChanges.pipe(startWith(null)));
  protected readonly stations = computed((): readonly Station[] => {
    this.value();
    return this.editing() ? this.form.getRawValue().stations : (this.card()?.stations ?? USUAL_STATIONS);
  });
  protected readonly doubts = computed(() => threadingDoubts(this.stations()));
  protected readonly winding = computed(() =>
    windingLines({ winder: this.card()?.winder ?? null, belowRimMm: this.card()?.belowRimMm ?? null }),
  );

  constructor() {
    this.store.dispatch(matchActions.opened());
    effect(() => {
      this.machineId();
      untracked(() => this.store.dispatch(threadingActions.opened()));
    });
  }

  protected edit(): void {
    this.fill(this.card());
    this.editing.set(true);
  }

  protected takeOver(machineId: string): void {
    const other = this.cards()?.find((one) => one.machineId === machineId);
    if (other) this.fill(other);
  }

  protected add(): void {
    const { stations } = this.form.controls;
    // Before the needle, which is the end.
    stations.insert(stations.length - 1, stationControl({ ...NEW_STATION, note: '' }));
  }

  protected remove(place: number): void {
    this.form.controls.stations.removeAt(place);
  }

  /** Swaps a station with the next. */
  protected swap(place: number): void {
    const { stations } = this.form.controls;
    const one = stations.at(place);
    stations.removeAt(place);
    stations.insert(place + 1, one);
  }

  protected move({ place, x, y }: MovedStation): void {
    this.form.controls.stations.at(place).patchValue({ x, y });
    this.form.markAsDirty();
  }

  protected save(): void {
    const version = this.card()?.version ?? 0;
    const card = { ...this.form.getRawValue(), version };
    const { key } = this.stamp([this.machineId(), card]);
    this.store.dispatch(threadingActions.write({ key, machineId: this.machineId(), card }));
  }

  protected print(): void {
    window.print();
  }

  private fill(card: ThreadingCard | null): void {
    const { bobbinTurns = null, winder = null, belowRimMm = null, note = '' } = card ?? {};
    this.form.setControl('stations', new FormArray((card?.stations ?? USUAL_STATIONS).map(stationControl)));
    this.form.patchValue({ bobbinTurns, winder, belowRimMm, note });
  }

  private nameOf(machineId: string): string {
    return this.machines().find(({ id }) => id === machineId)?.name ?? 'machine';
  }
}

const NEW_STATION = { kind: 'guide', hole: null, side: null, x: 0.5, y: 0.5 } as const;

type CardForm = Omit<ThreadingCardEntry, 'version'>;
