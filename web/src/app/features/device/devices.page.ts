import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { DEVICE_KINDS, newId, roleReaches, topicOf, type Device, type DeviceKind } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { Tablet } from '../../shared/tablet-pass';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { shopFeature } from '../shop/shop.state';
import { deviceActions, deviceFeature } from './device.state';
import { WhenPipe } from '../../shared/widgets/locale.pipes';
import { counted } from '../../shared/locale';

const KIND_WORDS: Readonly<Record<DeviceKind, string>> = {
  counter: 'Stitch counter',
  'tension-gauge': 'Tension gauge',
  scale: 'Scale',
  tablet: 'Shared tablet',
  system: 'Another system that reads',
};
const TOKEN_BYTES = 32;

/** Which instruments may talk to the shop? */
@Component({
  selector: 'gan-devices',
  imports: [ProblemComponent, ReactiveFormsModule, RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <h1>{{ headline() }}</h1>
    <p class="soft">
      Counters, gauges and scales that send their readings over MQTT, shared tablets with PIN sign-in, and
      other systems with read access.
      <a routerLink="/shop">House rules</a>
    </p>
    <hr class="stitch" />
    <gan-problem [problem]="problem()" />
    @if (registered(); as registered) {
      <section class="once" aria-live="polite">
        <h2>{{ registered.device.name }} is registered</h2>
        @if (registered.device.kind === 'tablet') {
          <p>
            This browser is now enrolled: people sign in here with name and PIN, or with a badge. Everyone
            chooses a PIN under their own name, "PIN for tablets"; badges are made under People.
          </p>
        } @else if (registered.device.kind === 'system') {
          <p>
            It can read the floor, rounds, services due, lots and the store with this header; the addresses
            are in
            <a href="/api/openapi.json">the description of the API</a>. The token is shown only once.
          </p>
          <code>Authorization: Bearer {{ registered.device.id }}.{{ registered.token }}</code>
        } @else {
          <p>
            Set these on the device, together with the broker address shown when the server starts. The token
            is shown only once and is not stored: write it down.
          </p>
          <dl>
            <dt>User</dt>
            <dd>{{ registered.device.id }}</dd>
            <dt>Password</dt>
            <dd>{{ registered.token }}</dd>
            <dt>Sends to</dt>
            <dd>{{ topic(registered.device) }}</dd>
          </dl>
        }
      </section>
    }
    @if (isRead()) {
      <table>
        <caption class="visually-hidden">
          Devices by name
        </caption>
        <thead>
          <tr>
            <th scope="col">Device</th>
            <th scope="col">Kind</th>
            <th scope="col">Registered</th>
            <th scope="col">State</th>
          </tr>
        </thead>
        <tbody>
          @for (device of devices(); track device.id) {
            <tr>
              <th scope="row">{{ device.name }}</th>
              <td>{{ kindWords[device.kind] }}{{ device.standIn ? ', simulated' : '' }}</td>
              <td>{{ device.registeredAt | when: 'year' }} by {{ device.registeredBy }}</td>
              <td>
                @if (device.revokedAt) {
                  blocked since {{ device.revokedAt | when: 'year' }}
                } @else if (mayChange()) {
                  <button
                    type="button"
                    class="button small"
                    [disabled]="saving()"
                    (click)="revoke(device.id)"
                  >
                    Block {{ device.name }}
                  </button>
                } @else {
                  allowed
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (mayChange()) {
        <form [formGroup]="form" (ngSubmit)="register()">
          <h2>Register a device</h2>
          <label
            >Name
            <input class="form-control" formControlName="name" placeholder="gauge on the bench by the door" />
          </label>
          <label
            >Kind
            <select class="form-select" formControlName="kind">
              @for (kind of kinds; track kind) {
                <option [value]="kind">{{ kindWords[kind] }}</option>
              }
            </select>
          </label>
          @if (form.controls.kind.value === 'counter') {
            <label
              >On machine
              <select class="form-select" formControlName="machineId">
                <option value="">Choose</option>
                @for (machine of machines(); track machine.id) {
                  <option [value]="machine.id">{{ machine.name }}</option>
                }
              </select>
            </label>
          }
          @if (form.controls.kind.value === 'tablet') {
            <p class="soft">Do this on the tablet itself: its browser is enrolled.</p>
          }
          <button class="button main" [disabled]="incomplete() || saving()">Register</button>
        </form>
      }
    }
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 1100px;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      margin-bottom: 20px;
    }
    th,
    td {
      text-align: start;
      padding: 8px 12px 8px 0;
      border-bottom: 1px solid var(--rule);
    }
    thead th {
      font: 600 0.9375rem var(--narrow);
      color: var(--ink-soft);
    }
    tbody th {
      font: 600 1.0625rem var(--narrow);
    }
    form {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
      gap: 12px;
      align-items: end;
    }
    form h2 {
      grid-column: 1 / -1;
      margin: 0;
    }
    .once {
      border: 2px dashed var(--ink);
      padding: 12px 16px;
      margin-bottom: 16px;
    }
    dl {
      display: grid;
      grid-template-columns: 110px 1fr;
      gap: 4px;
      margin: 0;
    }
    dd {
      margin: 0;
      overflow-wrap: anywhere;
      font-weight: 600;
    }
    @media (max-width: 700px) {
      main {
        padding: 12px;
      }
      form {
        grid-template-columns: 1fr;
      }
      thead {
        display: none;
      }
      tr {
        display: grid;
        border-bottom: 1px solid var(--rule);
        padding: 8px 0;
      }
      th,
      td {
        border: 0;
        padding: 1px 0;
      }
    }
  `,
})
export class DevicesPage {
  private readonly store = inject(Store);
  protected readonly devices = this.store.selectSignal(deviceFeature.selectDevices);
  protected readonly isRead = this.store.selectSignal(deviceFeature.selectRead);
  protected readonly machines = this.store.selectSignal(deviceFeature.selectMachines);
  protected readonly saving = this.store.selectSignal(deviceFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(deviceFeature.selectProblem);
  protected readonly registered = this.store.selectSignal(deviceFeature.selectRegistered);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly mayChange = computed(() => roleReaches(this.person()?.role ?? 'operator', 'lead'));

  protected readonly headline = computed(() => {
    const count = this.devices().length;
    return unreadText(this.isRead(), this.problem(), 'the list of devices') ?? counted(count, 'device');
  });

  protected readonly kinds = DEVICE_KINDS;
  protected readonly kindWords = KIND_WORDS;
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: ['', [Validators.required, Validators.maxLength(80)]],
    kind: ['tension-gauge' as DeviceKind, Validators.required],
    machineId: [''],
  });
  /** A counter needs its machine. */
  protected readonly incomplete = (): boolean => {
    const { kind, machineId } = this.form.getRawValue();
    return this.form.invalid || (kind === 'counter' && machineId === '');
  };

  private readonly tablet = inject(Tablet);
  private readonly stamp = writeStamps(() => this.devices().length);
  /** The token of the device being registered: retrying after a lost reply sends the same one. */
  private made = { key: '', token: '' };

  constructor() {
    this.store.dispatch(deviceActions.wanted());
    effect(() => {
      const registered = this.registered();
      if (!registered) return;
      this.form.reset();
      const { device, token } = registered;
      if (device.kind === 'tablet') this.tablet.enrol({ deviceId: device.id, token });
    });
  }

  protected topic({ id, kind }: Device): string {
    return topicOf(id, kind === 'counter' ? 'count' : 'reading');
  }

  protected register(): void {
    const { name, kind, machineId } = this.form.getRawValue();
    const traits = { name, kind, machineId: kind === 'counter' ? machineId : null };
    const { key } = this.stamp(traits);
    if (this.made.key !== key) this.made = { key, token: newToken() };
    this.store.dispatch(deviceActions.register({ key, entry: { ...traits, token: this.made.token } }));
  }

  protected revoke(deviceId: string): void {
    this.store.dispatch(deviceActions.revoke({ key: newId(), deviceId }));
    if (this.tablet.pass()?.deviceId === deviceId) this.tablet.forget();
  }
}

/** 32 random bytes as base64url. */
function newToken(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(TOKEN_BYTES));
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '');
}
