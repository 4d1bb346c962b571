import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  DestroyRef,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { HOUR_MS, type Trouble } from '@gantelet/core';
import {
  newId,
  roleReaches,
  type Clearance,
  type FloorMachine,
  type ReportAnswer,
  type ServiceDue,
  type ZonePlan,
} from '@gantelet/contracts';
import { keptFor } from '../../shared/kept-for';
import { writeStamps } from '../../shared/write-stamp';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { needleText } from '../../shared/words/changeover-words';
import { DialogComponent } from '../../shared/widgets/dialog.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { ServicesDueComponent } from '../../shared/widgets/services-due.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { UndoToastComponent } from '../../shared/widgets/undo-toast.component';
import { removalText, STATE_WORDS } from '../../shared/words/floor-words';
import { unreadText } from '../../shared/words/read-words';
import { serviceActions, serviceFeature } from '../service/service.state';
import { shopFeature } from '../shop/shop.state';
import { ChangeSheetComponent, type ChangeSaid } from './change-sheet.component';
import { floorActions, floorFeature, SHARPS, type FloorOrder } from './floor.state';
import { MachineRowComponent } from './machine-row.component';
import { PocketsComponent } from './pockets.component';
import type { PiecesSaid } from './pieces-form.component';
import { ZonePlanComponent } from './zone-plan.component';
import { CountedPipe, FixedPipe, WhenPipe } from '../../shared/widgets/locale.pipes';

/** How many machines are drawn at first, and how many per frame after that, so that taps need not wait. */
const DRAWN_FIRST = 120;
const DRAWN_IN_A_FRAME = 480;

/** Which needles are due, now? */
@Component({
  selector: 'gan-floor',
  imports: [
    ChangeSheetComponent,
    CountedPipe,
    DialogComponent,
    FixedPipe,
    MachineRowComponent,
    NumberInputDirective,
    PocketsComponent,
    ProblemComponent,
    RouterLink,
    ServicesDueComponent,
    SignalMarkComponent,
    StandingComponent,
    UndoToastComponent,
    WhenPipe,
    ZonePlanComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './floor.page.html',
  styleUrl: './floor.page.scss',
})
export class FloorPage {
  /** From the address: the machine whose sheet is open. */
  readonly machineId = input<string>();

  private readonly store = inject(Store);
  protected readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly order = this.store.selectSignal(floorFeature.selectOrder);
  protected readonly dueOrder = this.store.selectSignal(floorFeature.selectDueOrder);
  protected readonly counts = this.store.selectSignal(floorFeature.selectCounts);
  /** What a pending write is about. */
  protected readonly busy = this.store.selectSignal(floorFeature.selectBusy);
  private readonly unread = this.store.selectSignal(floorFeature.selectProblem);
  private readonly refused = this.store.selectSignal(floorFeature.selectRefused);
  /** A refusal names its machine, because by then the sheet is closed. */
  protected readonly problem = computed(() => {
    const refused = this.refused();
    if (!refused) return this.unread();
    const machine = this.machines().find(({ id }) => id === refused.of);
    const title = machine ? `${machine.name}: ${refused.problem.title}` : refused.problem.title;
    return { ...refused.problem, title };
  });
  protected readonly sharps = SHARPS;
  protected readonly undoable = this.store.selectSignal(floorFeature.selectUndo);
  protected readonly lots = this.store.selectSignal(floorFeature.selectLots);
  protected readonly done = this.store.selectSignal(floorFeature.selectDone);
  protected readonly machines = this.store.selectSignal(floorFeature.selectMachines);
  protected readonly dueAt = this.store.selectSignal(serviceFeature.selectDueAt);
  protected readonly logging = this.store.selectSignal(serviceFeature.selectLogging);
  protected readonly serviceDone = this.store.selectSignal(serviceFeature.selectDone);
  protected readonly serviceProblem = this.store.selectSignal(serviceFeature.selectProblem);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  /** Kept until the box is emptied, so that a refused count need not be entered again. */
  protected readonly sharpsCounted = keptFor(
    () => this.floor()?.sharps.since ?? null,
    (): number | null => null,
  );
  protected readonly needleText = needleText;
  protected readonly stateWords = STATE_WORDS;
  protected readonly removalText = removalText;
  protected readonly mayClear = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  /** Opened to report a problem. */
  protected readonly reporting = signal(false);
  /** The open sheet waits for what was logged at its machine. */
  protected readonly sheetBusy = computed(() => {
    const machine = this.openMachine();
    return (
      machine !== null &&
      [machine.id, ...machine.reports.map(({ id }) => id)].some((id) => this.busy().has(id))
    );
  });
  private readonly openId = linkedSignal(() => this.machineId() ?? null);
  protected readonly openMachine = computed(
    () => this.machines().find(({ id }) => id === this.openId()) ?? null,
  );
  private readonly dueHere = computed(() => this.dueAt().get(this.openId() ?? '') ?? []);
  /** What was known to be due when the sheet was opened; it is above the buttons, so nothing is added to it later. */
  private readonly dueWhenOpened = linkedSignal({
    source: this.openId,
    computation: () => untracked(() => this.dueHere().map(({ kind }) => kind)),
  });
  protected readonly dueKnown = computed(() =>
    this.dueHere().filter(({ kind }) => this.dueWhenOpened().includes(kind)),
  );
  /** What became known since is shown at the end. */
  protected readonly dueLate = computed(() =>
    this.dueHere().filter(({ kind }) => !this.dueWhenOpened().includes(kind)),
  );
  /** The address names a machine this shop does not have. */
  protected readonly isUnknown = computed(
    () =>
      this.machineId() !== undefined &&
      this.floor() !== null &&
      !this.machines().some(({ id }) => id === this.machineId()),
  );
  /** Machines drawn so far: those in sight first, the rest of a large floor frame by frame. */
  private readonly drawn = signal(DRAWN_FIRST);
  protected readonly zonesDrawn = computed(() => {
    let left = this.drawn();
    return (this.floor()?.zones ?? []).map((zone) => {
      const shown = zone.machines.slice(0, Math.max(0, left));
      left -= zone.machines.length;
      return { zone, shown };
    });
  });
  protected readonly dueDrawn = computed(() => this.dueOrder().slice(0, this.drawn()));
  protected readonly headline = computed(() => {
    const of = (state: string) => this.counts().find((one) => one.state === state)?.count ?? 0;
    const unread = unreadText(this.floor() !== null, this.unread(), 'the floor');
    return unread ?? `${of('stop')} stopped, ${of('due')} due now`;
  });
  private readonly written = this.store.selectSignal(floorFeature.selectWritten);
  /** An attempt that got no answer can be repeated as the same write. */
  private readonly stamp = writeStamps(() => this.written());

  constructor() {
    this.store.dispatch(floorActions.opened());
    this.store.dispatch(serviceActions.dueWanted());
    effect(() => {
      if (this.drawn() < this.machines().length) {
        requestAnimationFrame(() => this.drawn.update((count) => count + Math.min(count, DRAWN_IN_A_FRAME)));
      }
    });
    inject(DestroyRef).onDestroy(() => this.store.dispatch(floorActions.closed()));
  }

  protected open(machine: FloorMachine, toReport = false): void {
    this.store.dispatch(floorActions.messageSeen());
    this.reporting.set(toReport);
    this.openId.set(machine.id);
  }

  protected close(): void {
    this.openId.set(null);
  }

  protected arrange(zoneId: string, plan: ZonePlan): void {
    this.store.dispatch(floorActions.arrange({ key: newId(), zoneId, plan }));
  }

  protected logPieces(machineId: string, said: PiecesSaid): void {
    const { key, at } = this.stamp([machineId, said]);
    const { hours, ...sewn } = said;
    const from = new Date(Date.parse(at) - hours * HOUR_MS).toISOString();
    this.store.dispatch(floorActions.logPieces({ key, machineId, pieces: { ...sewn, from, to: at } }));
    this.close();
  }

  protected showBy(order: FloorOrder): void {
    this.store.dispatch(floorActions.orderChosen({ order }));
  }

  protected undo(): void {
    const undo = this.undoable();
    if (undo) this.store.dispatch(floorActions.undo({ key: newId(), undo }));
  }

  protected discard(partUsedId: string): void {
    this.store.dispatch(floorActions.discard({ key: newId(), partUsedId }));
  }

  protected moveToPocket(move: { readonly partUsedId: string; readonly pocket: number }): void {
    this.store.dispatch(floorActions.moveToPocket({ key: newId(), ...move }));
  }

  protected emptySharps(): void {
    const counted = this.sharpsCounted();
    if (counted === null) return;
    const { key } = this.stamp(['sharps', this.floor()?.sharps.since, counted]);
    this.store.dispatch(floorActions.emptySharps({ key, counted }));
  }

  protected changeNeedle(machine: FloorMachine, said: ChangeSaid): void {
    const { key, at } = this.stamp([machine.id, said]);
    this.store.dispatch(floorActions.changeNeedle({ key, machine, ...said, changedAt: at }));
    if (said.fragments !== 'missing') this.close();
  }

  protected logService(service: ServiceDue): void {
    const { key, at: doneAt } = this.stamp(['service', service.machineId, service.kind, service.since]);
    this.store.dispatch(serviceActions.logOnTheWay({ key, service, doneAt }));
  }

  protected report(machineId: string, trouble: Trouble): void {
    const { key, at } = this.stamp([machineId, trouble]);
    this.store.dispatch(floorActions.report({ key, machineId, report: { trouble, reportedAt: at } }));
    this.close();
  }

  protected answer({ reportId, finding }: ReportAnswer & { readonly reportId: string }): void {
    this.store.dispatch(floorActions.answer({ key: newId(), reportId, answer: { finding } }));
    this.close();
  }

  protected clear(machineId: string, clearance: Clearance): void {
    this.store.dispatch(floorActions.clear({ key: newId(), machineId, clearance }));
    this.close();
  }
}
