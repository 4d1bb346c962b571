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
import { SERVICE_CLOCKS, type ServiceClock } from '@gantelet/core';
import {
  MACHINE_CLASSES,
  roleReaches,
  ServiceKindEntry,
  type MachineEntry,
  type ServiceKindView,
} from '@gantelet/contracts';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { CLOCK_WORDS, everyText } from '../../shared/words/history-words';
import { CLASS_WORDS } from '../../shared/words/machine-words';
import { writeStamps } from '../../shared/write-stamp';
import { shopFeature } from '../shop/shop.state';
import { serviceActions, serviceFeature } from './service.state';

type MachineClass = MachineEntry['machineClass'];

interface FormValue {
  readonly name: string;
  readonly clock: ServiceClock;
  readonly interval: number | null;
  readonly how: string;
  readonly machineClass: MachineClass | '';
}

const NEW: FormValue = { name: '', clock: 'days', interval: null, how: '', machineClass: '' };

/** What maintenance machines get here, besides needles: the built-in kinds, and the shop's own. */
@Component({
  selector: 'gan-service-kinds',
  imports: [NumberInputDirective, ProblemComponent, ReactiveFormsModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft"><a routerLink="/machines">All machines</a></p>
    <h1>Kinds of service</h1>
    <hr class="stitch" />
    <p class="soft">
      Each shows on every machine with a Done button, and on Now, Floor and round sheets when it is due. Oil,
      lint, drain magnet and burr checks are always there; their hours are in the
      <a routerLink="/catalogue">Catalogue</a>.
    </p>
    <ul>
      @for (one of kinds() ?? []; track one.id) {
        <li>
          <strong>{{ one.name }}</strong> {{ everyText(one) }}, {{ ofClass(one.machineClass) }}
          @if (one.how) {
            <p class="soft">{{ one.how }}</p>
          }
          @if (mayChange()) {
            <button
              type="button"
              class="button small"
              [attr.aria-label]="'Edit ' + one.name"
              (click)="edit(one)"
            >
              Edit
            </button>
            <button
              type="button"
              class="button small"
              [attr.aria-label]="'Remove ' + one.name"
              [disabled]="saving()"
              (click)="drop(one)"
            >
              Remove
            </button>
          }
        </li>
      } @empty {
        @if (kinds()) {
          <li>
            None of your own yet, such as an oil change, belts, guides, or a timing check after each needle
            strike.
          </li>
        }
      }
    </ul>
    <gan-problem [problem]="problem()" />
    <p role="status" class="good">{{ done() }}</p>
    @if (kinds()) {
      @if (mayChange()) {
        <h2>{{ editing() ? 'Edit ' + editing()!.name : 'Add a kind of service' }}</h2>
        <form [formGroup]="form" (ngSubmit)="save()">
          <label>
            What is done
            <input class="form-control" maxlength="80" placeholder="oil change" formControlName="name" />
          </label>
          <label>
            Every
            <input class="form-control" ganNumber least="0.5" most="10000" formControlName="interval" />
          </label>
          <label>
            Counted in
            <select class="form-select" formControlName="clock">
              @for (clock of clocks; track clock) {
                <option [value]="clock">{{ clockWords[clock] }}</option>
              }
            </select>
          </label>
          <label>
            Machines
            <select class="form-select" formControlName="machineClass">
              <option value="">all machines</option>
              @for (one of classes; track one) {
                <option [value]="one">{{ ofClass(one) }}</option>
              }
            </select>
          </label>
          <label class="whole">
            With what and how much
            <input
              class="form-control"
              maxlength="300"
              placeholder="sewing-machine oil only, 0.4 l, warm"
              formControlName="how"
            />
          </label>
          @for (complaint of complaints(); track $index) {
            <p class="field-problem whole">{{ complaint }}</p>
          }
          <div class="whole">
            <button type="submit" class="button main" [disabled]="form.invalid || saving()">
              {{ editing() ? 'Save' : 'Add it' }}
            </button>
            @if (editing()) {
              <button type="button" class="button" (click)="clear()">Cancel</button>
            }
          </div>
        </form>
      } @else {
        <p class="soft">Only a lead can change these.</p>
      }
      <div class="caution">
        <p>
          Power off and motor stopped first. Electrical and motor work is for qualified people; the machine's
          manual comes before anything here.
        </p>
      </div>
    }
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 900px;
    }
    ul {
      list-style: none;
      padding: 0;
    }
    li {
      padding: 8px 0;
      border-bottom: 1px solid var(--rule);
    }
    li p {
      margin: 2px 0 6px;
    }
    li .button {
      margin: 4px 6px 0 0;
    }
    form {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: 10px 14px;
      align-items: end;
      margin-bottom: 16px;
    }
    .whole {
      grid-column: 1 / -1;
    }
    @media (max-width: 800px) {
      main {
        padding: 12px;
      }
    }
  `,
})
export class ServiceKindsPage {
  private readonly store = inject(Store);
  protected readonly kinds = this.store.selectSignal(serviceFeature.selectKinds);
  protected readonly saving = this.store.selectSignal(serviceFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(serviceFeature.selectProblem);
  protected readonly done = this.store.selectSignal(serviceFeature.selectDone);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly mayChange = computed(() => roleReaches(this.person()?.role ?? 'operator', 'lead'));
  protected readonly clocks = SERVICE_CLOCKS;
  protected readonly clockWords = CLOCK_WORDS;
  protected readonly classes = MACHINE_CLASSES;
  protected readonly everyText = everyText;
  /** The kind in the form; null for a new one. */
  protected readonly editing = signal<ServiceKindView | null>(null);
  private readonly stamp = writeStamps(() =>
    this.kinds()?.reduce((sum, { version }) => sum + 1 + version, 0),
  );

  protected readonly form = new FormGroup(
    {
      name: new FormControl(NEW.name, { nonNullable: true }),
      clock: new FormControl(NEW.clock, { nonNullable: true }),
      interval: new FormControl(NEW.interval),
      how: new FormControl(NEW.how, { nonNullable: true }),
      machineClass: new FormControl(NEW.machineClass, { nonNullable: true }),
    },
    { validators: zodValidator(ServiceKindEntry, entryOf) },
  );
  protected readonly complaints = complaintsOf(this.form);

  constructor() {
    this.store.dispatch(serviceActions.kindsOpened());
    // The form is cleared once the entry is saved.
    effect(() => {
      if (this.done() !== '') untracked(() => this.clear());
    });
  }

  protected ofClass(machineClass: MachineClass | null): string {
    return machineClass === null ? 'all machines' : `${CLASS_WORDS[machineClass]} machines`;
  }

  protected edit(one: ServiceKindView): void {
    const { name, clock, interval, how, machineClass } = one;
    this.editing.set(one);
    this.form.reset({ name, clock, interval, how, machineClass: machineClass ?? '' });
  }

  protected clear(): void {
    this.editing.set(null);
    this.form.reset(NEW);
  }

  protected save(): void {
    const editing = this.editing();
    const entry = entryOf(this.form.getRawValue()) as ServiceKindEntry;
    const { key } = this.stamp([editing?.id, entry]);
    this.store.dispatch(
      editing
        ? serviceActions.changeKind({
            key,
            kindId: editing.id,
            change: { ...entry, version: editing.version, dropped: false },
          })
        : serviceActions.addKind({ key, entry }),
    );
  }

  protected drop({ id: kindId, ...kind }: ServiceKindView): void {
    const { key } = this.stamp(['drop', kindId]);
    this.store.dispatch(serviceActions.changeKind({ key, kindId, change: { ...kind, dropped: true } }));
  }
}

/** The entry in the form, valid or not. */
function entryOf({ name, clock, interval, how, machineClass }: FormValue): unknown {
  return { name: name.trim(), clock, interval, how: how.trim(), machineClass: machineClass || null };
}
