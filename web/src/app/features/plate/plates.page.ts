import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { PlateEntry, roleReaches, type PlateView } from '@gantelet/contracts';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { unreadText } from '../../shared/words/read-words';
import { lengthText, lengthUnit } from '../../shared/words/units-text';
import { writeStamps } from '../../shared/write-stamp';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { plateActions, plateFeature } from './plate.state';

interface FormValue {
  readonly mark: string;
  readonly holeMm: number | null;
  readonly feedDogMark: string;
  readonly feedDogHoleMm: number | null;
  readonly teethRows: number | null;
  readonly place: string;
}

const NEW: FormValue = {
  ...{ mark: '', holeMm: null, feedDogMark: '', feedDogHoleMm: null, teethRows: null, place: '' },
};

/** Plates and feed dogs shared by machines: which belong together, which machines they fit, and where each one is. */
@Component({
  selector: 'gan-plates',
  imports: [NumberInputDirective, ProblemComponent, ReactiveFormsModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plates.page.html',
  styleUrl: './plates.page.scss',
})
export class PlatesPage {
  protected readonly lengthUnit = lengthUnit;
  private readonly store = inject(Store);
  protected readonly plates = this.store.selectSignal(plateFeature.selectPlates);
  protected readonly saving = this.store.selectSignal(plateFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(plateFeature.selectProblem);
  protected readonly done = this.store.selectSignal(plateFeature.selectDone);
  protected readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly mayChange = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly ready = computed(() => this.plates() !== null && this.machines().length > 0);
  protected readonly unread = computed(() => unreadText(this.ready(), this.problem(), 'the plates'));
  protected readonly rows = computed(() =>
    (this.plates() ?? []).map((plate) => ({
      plate,
      pair: [plate.feedDogMark, plate.feedDogHoleMm === null ? '' : lengthText(plate.feedDogHoleMm, 2)]
        .filter((part) => part !== '')
        .join(', '),
      goesOn: this.machines()
        .filter(({ id }) => plate.machineIds.includes(id))
        .map(({ name }) => name)
        .join(', '),
      /** The other plates with the same feed dog: while it is on a machine, they cannot be used. */
      sharesFeedDog: this.sharing(plate),
    })),
  );
  /** The plate in the form; null for a new one. */
  protected readonly editing = signal<PlateView | null>(null);
  protected readonly machineIds = signal<readonly string[]>([]);
  protected readonly length = lengthText;
  private readonly stamp = writeStamps(() =>
    this.plates()?.reduce((sum, { version }) => sum + 1 + version, 0),
  );

  protected readonly form = new FormGroup(
    {
      mark: new FormControl(NEW.mark, { nonNullable: true }),
      holeMm: new FormControl(NEW.holeMm),
      feedDogMark: new FormControl(NEW.feedDogMark, { nonNullable: true }),
      feedDogHoleMm: new FormControl(NEW.feedDogHoleMm),
      teethRows: new FormControl(NEW.teethRows),
      place: new FormControl(NEW.place, { nonNullable: true }),
    },
    { validators: zodValidator(PlateEntry.omit({ machineIds: true }), entryOf) },
  );
  protected readonly complaints = complaintsOf(this.form);

  constructor() {
    this.store.dispatch(plateActions.opened());
    this.store.dispatch(matchActions.opened());
    // The form is cleared once the entry is saved.
    effect(() => {
      if (this.done() !== '') untracked(() => this.clear());
    });
  }

  private sharing({ id, feedDogMark }: PlateView): string {
    const others = (this.plates() ?? []).filter(
      (one) => one.id !== id && feedDogMark !== '' && one.feedDogMark === feedDogMark,
    );
    return others.map(({ mark, on }) => (on ? `${mark}, on ${on.name} now` : mark)).join(', ');
  }

  protected goesOn(machineId: string, goes: boolean): void {
    this.machineIds.update((ids) => [...ids.filter((id) => id !== machineId), ...(goes ? [machineId] : [])]);
  }

  protected edit(plate: PlateView): void {
    const { mark, holeMm, feedDogMark, feedDogHoleMm, teethRows, place } = plate;
    this.editing.set(plate);
    this.machineIds.set(plate.machineIds);
    this.form.reset({ mark, holeMm, feedDogMark, feedDogHoleMm, teethRows, place });
  }

  protected clear(): void {
    this.editing.set(null);
    this.machineIds.set([]);
    this.form.reset(NEW);
  }

  protected save(): void {
    const editing = this.editing();
    const traits = entryOf(this.form.getRawValue()) as Omit<PlateEntry, 'machineIds'>;
    const entry = { ...traits, machineIds: [...this.machineIds()] };
    const { key } = this.stamp([editing?.id, entry]);
    this.store.dispatch(
      editing
        ? plateActions.change({
            ...{ key, plateId: editing.id },
            change: { ...entry, version: editing.version, dropped: false },
          })
        : plateActions.add({ key, entry }),
    );
  }

  protected drop({ id: plateId, on: _, ...plate }: PlateView): void {
    const { key } = this.stamp(['drop', plateId]);
    this.store.dispatch(plateActions.change({ key, plateId, change: { ...plate, dropped: true } }));
  }
}

/** The entry in the form, valid or not. */
function entryOf({ mark, feedDogMark, place, ...measures }: FormValue): unknown {
  return { ...measures, mark: mark.trim(), feedDogMark: feedDogMark.trim(), place: place.trim() };
}
