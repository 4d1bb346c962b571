import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
  viewChildren,
  type ElementRef,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  BOBBIN_SIZES,
  dialLine,
  DRIVES,
  STITCH_CONTROLS,
  HOOK_SIDES,
  needleFacing,
  needleSystem,
} from '@gantelet/core';
import {
  DialReading,
  DUTIES,
  FEEDS,
  MACHINE_CLASSES,
  newId,
  roleReaches,
  type Machine,
  type MachineEntry,
} from '@gantelet/contracts';
import { oneOf } from '../../shared/forms/one-of';
import { keptFor } from '../../shared/kept-for';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { shopFeature } from '../shop/shop.state';
import { copyOf, emptyEntry, entryOf, fieldWords } from './machine-form';
import { unknownSystemText } from '../../shared/words/needle-words';
import {
  CLASS_WORDS,
  DRIVE_WORDS,
  STITCH_CONTROL_WORDS,
  DUTY_WORDS,
  FEED_WORDS,
  HOOK_WORDS,
} from '../../shared/words/machine-words';
import { machineActions, machineFeature } from './machine.state';
import { NumberFieldComponent } from './number-field.component';
import { lengthText, lengthUnit } from '../../shared/words/units-text';

/** A reading of the dial that was not taken yet: no number stands for one that nobody measured. */
const NOT_TAKEN = { mark: null, tenStitchesMm: null } as unknown as DialReading;

/** What is this machine? Everything a match, a changeover and a thread count need to know of it. */
@Component({
  selector: 'gan-machine',
  imports: [NumberFieldComponent, ProblemComponent, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './machine.page.html',
  styleUrl: './machine.page.scss',
})
export class MachinePage {
  protected readonly oneOf = oneOf;
  protected readonly lengthText = lengthText;
  protected readonly lengthUnit = lengthUnit;
  protected readonly length = lengthText;
  /** From the address; `new` registers one. */
  readonly machineId = input.required<string>();
  /** From the address: the machine that a new one is to be like. */
  readonly like = input<string>();

  private readonly store = inject(Store);
  private readonly machines = this.store.selectSignal(machineFeature.selectMachines);
  protected readonly zones = this.store.selectSignal(machineFeature.selectZones);
  protected readonly saving = this.store.selectSignal(machineFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(machineFeature.selectProblem);
  protected readonly done = this.store.selectSignal(machineFeature.selectDone);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly classes = MACHINE_CLASSES;
  protected readonly feeds = FEEDS;
  protected readonly duties = DUTIES;
  protected readonly shanks = ['round', 'flat'] as const;
  protected readonly hookSides = HOOK_SIDES;
  protected readonly drives = DRIVES;
  protected readonly driveWords = DRIVE_WORDS;
  protected readonly stitchControls = STITCH_CONTROLS;
  protected readonly stitchControlWords = STITCH_CONTROL_WORDS;
  protected readonly bobbins = BOBBIN_SIZES;
  protected readonly classWords = CLASS_WORDS;
  protected readonly feedWords = FEED_WORDS;
  protected readonly dutyWords = DUTY_WORDS;
  protected readonly hookWords = HOOK_WORDS;

  protected readonly mayEdit = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly machine = computed(
    () => this.machines()?.find(({ id }) => id === this.machineId()) ?? null,
  );
  /** What is typed. It starts from the machine and stays as typed until the machine itself changes. */
  protected readonly entry = keptFor(
    () => [this.machineId(), this.like(), this.machine()?.version, this.zones().length > 0].join(' '),
    () => this.firstEntry(),
  );
  protected readonly systemProblem = signal<string | null>(null);
  protected readonly sharedPlates = computed(() => this.machine()?.sharedPlates ?? []);
  protected readonly title = computed(() => this.machine()?.name ?? 'A new machine');
  protected readonly facing = computed(() => {
    const entry = this.entry();
    return entry?.hookSide && entry.shank === 'round' ? needleFacing(entry.hookSide) : null;
  });
  /** From the readings that were taken. */
  protected readonly dial = computed(() =>
    dialLine((this.entry()?.stitchDial ?? []).filter((reading) => DialReading.safeParse(reading).success)),
  );
  private readonly words = computed(() => {
    const entry = this.entry();
    return entry ? fieldWords(entry, this.problem()) : new Map<string, string>();
  });
  protected readonly canSave = computed(() => {
    const entry = this.entry();
    const refused = this.fields().some((field) => field.refused());
    return entry !== null && !refused && !this.saving() && fieldWords(entry, null).size === 0;
  });
  /** The key of the next save. A save that got no answer keeps it, so that trying again is the same write. */
  private readonly saveKey = linkedSignal({ source: this.entry, computation: () => newId() });

  private readonly retireKey = linkedSignal({ source: this.machine, computation: () => newId() });

  private readonly fields = viewChildren(NumberFieldComponent);
  private readonly designation = viewChild<ElementRef<HTMLInputElement>>('designation');

  constructor() {
    this.store.dispatch(machineActions.opened());
    effect(() => {
      if (this.machineId() === 'new') this.store.dispatch(machineActions.formOpened());
    });
  }

  protected wrong(path: string): string | undefined {
    return this.words().get(path);
  }

  protected change(change: Partial<MachineEntry>): void {
    this.entry.update((entry) => entry && { ...entry, ...change });
  }

  /** Takes any equivalent designation and keeps it under the catalogue's own. */
  protected addSystem(field: HTMLInputElement): boolean {
    const system = needleSystem(field.value);
    const { systemIds = [] } = this.entry() ?? {};
    if (!system) {
      this.systemProblem.set(unknownSystemText(field.value));
      return false;
    }
    this.systemProblem.set(null);
    if (!systemIds.includes(system.id)) this.change({ systemIds: [...systemIds, system.id] });
    field.value = '';
    return true;
  }

  protected removeSystem(id: string): void {
    this.change({ systemIds: (this.entry()?.systemIds ?? []).filter((one) => one !== id) });
  }

  protected addPlate(): void {
    this.change({ plates: [...(this.entry()?.plates ?? []), { holeMm: 2.8, feedDogHoleMm: null }] });
  }

  protected changePlate(index: number, change: Partial<MachineEntry['plates'][number]>): void {
    const entry = this.entry();
    if (!entry) return;
    const old = entry.plates[index]!;
    const plates = entry.plates.map((plate, i) => (i === index ? { ...plate, ...change } : plate));
    const onMachine = old.holeMm === entry.plateHoleMm && change.holeMm !== undefined;
    this.change({ plates, ...(onMachine ? { plateHoleMm: change.holeMm! } : {}) });
  }

  protected removePlate(index: number): void {
    this.change({ plates: (this.entry()?.plates ?? []).filter((_, i) => i !== index) });
  }

  protected addReading(): void {
    this.change({ stitchDial: [...(this.entry()?.stitchDial ?? []), NOT_TAKEN] });
  }

  protected changeReading(index: number, change: Partial<MachineEntry['stitchDial'][number]>): void {
    this.change({
      stitchDial: (this.entry()?.stitchDial ?? []).map((one, i) =>
        i === index ? { ...one, ...change } : one,
      ),
    });
  }

  protected removeReading(index: number): void {
    this.change({ stitchDial: (this.entry()?.stitchDial ?? []).filter((_, i) => i !== index) });
  }

  protected retire(machine: Machine): void {
    this.store.dispatch(machineActions.retire({ key: this.retireKey(), machine, retired: true }));
  }

  private firstEntry(): MachineEntry | null {
    const machine = this.machine();
    if (machine) return entryOf(machine);
    const machines = this.machines() ?? [];
    if (this.machineId() !== 'new' || this.zones().length === 0) return null;
    const like = machines.find(({ id }) => id === this.like());
    return like ? copyOf(like, machines) : emptyEntry(machines, this.zones());
  }

  protected save(): void {
    // A system that was typed and not added yet is meant to be there.
    const field = this.designation()?.nativeElement;
    if (field && field.value.trim() !== '' && !this.addSystem(field)) return;
    const entry = this.entry();
    if (!entry || !this.canSave()) return;
    this.store.dispatch(machineActions.save({ key: this.saveKey(), machine: this.machine(), entry }));
  }
}
