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
  type ElementRef,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { EMPTY, map, startWith, switchMap } from 'rxjs';
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
import { keptFor } from '../../shared/kept-for';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { shopFeature } from '../shop/shop.state';
import {
  addPlate,
  copyOf,
  emptyEntry,
  entryOf,
  fieldWords,
  machineFields,
  readingFields,
  type MachineFields,
} from './machine-form';
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

/** What is this machine? Everything that a match, a changeover and a thread calculation need to know about it. */
@Component({
  selector: 'gan-machine',
  imports: [NumberFieldComponent, ProblemComponent, ReactiveFormsModule, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './machine.page.html',
  styleUrl: './machine.page.scss',
})
export class MachinePage {
  protected readonly lengthText = lengthText;
  protected readonly lengthUnit = lengthUnit;
  protected readonly length = lengthText;
  /** From the address; `new` registers one. */
  readonly machineId = input.required<string>();
  /** From the address: the machine to copy for a new one. */
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
  /** What is typed. It starts from the machine and stays until the machine itself changes. */
  protected readonly fields = keptFor(
    () => [this.machineId(), this.like(), this.machine()?.version, this.zones().length > 0].join(' '),
    () => this.firstFields(),
  );
  private readonly value = toSignal(
    toObservable(this.fields).pipe(
      switchMap((form) => form?.valueChanges.pipe(startWith(null)) ?? EMPTY),
      map(() => this.fields()?.getRawValue() ?? null),
    ),
    { initialValue: null },
  );
  protected readonly systemProblem = signal<string | null>(null);
  protected readonly sharedPlates = computed(() => this.machine()?.sharedPlates ?? []);
  protected readonly title = computed(() => this.machine()?.name ?? 'A new machine');
  protected readonly facing = computed(() => {
    const value = this.value();
    return value?.hookSide && value.shank === 'round' ? needleFacing(value.hookSide) : null;
  });
  /** From the recorded readings. */
  protected readonly dial = computed(() =>
    dialLine(
      (this.value()?.stitchDial ?? []).flatMap((reading) => DialReading.safeParse(reading).data ?? []),
    ),
  );
  private readonly words = computed(() => {
    const [form, problem] = [this.fields(), this.problem()];
    this.value();
    return form ? fieldWords(form, problem) : new Map<string, string>();
  });
  protected readonly canSave = computed(() => {
    this.value();
    return this.fields()?.valid === true && !this.saving();
  });
  /** The key of the next save. A save that got no answer keeps it, so that trying again is the same write. */
  private readonly saveKey = linkedSignal({ source: this.value, computation: () => newId() });

  private readonly retireKey = linkedSignal({ source: this.machine, computation: () => newId() });

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

  /** Accepts any equivalent designation and stores it under the catalogue's own. */
  protected addSystem(field: HTMLInputElement): boolean {
    const system = needleSystem(field.value);
    const systems = this.fields()?.controls.systemIds;
    if (!system) {
      this.systemProblem.set(unknownSystemText(field.value));
      return false;
    }
    this.systemProblem.set(null);
    if (systems && !systems.value.includes(system.id)) systems.setValue([...systems.value, system.id]);
    field.value = '';
    return true;
  }

  protected removeSystem(id: string): void {
    const systems = this.fields()?.controls.systemIds;
    systems?.setValue(systems.value.filter((one) => one !== id));
  }

  protected addPlate(): void {
    const form = this.fields();
    if (form) addPlate(form, { holeMm: 2.8, feedDogHoleMm: null });
  }

  protected putOn(holeMm: number | null | undefined): void {
    if (typeof holeMm === 'number') this.fields()?.controls.plateHoleMm.setValue(holeMm);
  }

  protected addReading(): void {
    this.fields()?.controls.stitchDial.push(readingFields({ mark: null, tenStitchesMm: null }));
  }

  protected retire(machine: Machine): void {
    this.store.dispatch(machineActions.retire({ key: this.retireKey(), machine, retired: true }));
  }

  private firstFields(): MachineFields | null {
    const entry = this.firstEntry();
    return entry && machineFields(entry);
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
    // A system that was typed but not added yet is meant to be included.
    const field = this.designation()?.nativeElement;
    if (field && field.value.trim() !== '' && !this.addSystem(field)) return;
    if (!this.canSave()) return;
    const entry = this.fields()?.getRawValue() as MachineEntry;
    this.store.dispatch(machineActions.save({ key: this.saveKey(), machine: this.machine(), entry }));
  }
}
