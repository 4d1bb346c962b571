import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { ROLES, type PersonAccount, type Role } from '@gantelet/contracts';
import { QrCodeComponent } from '../../shared/widgets/qr-code.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { peopleActions, peopleFeature } from './people.state';
import { WhenPipe } from '../../shared/widgets/locale.pipes';
import { counted } from '../../shared/locale';

/** What each role may do, in words. */
const RIGHTS: Readonly<Record<Role, string>> = {
  operator: 'changes needles, reports problems, logs pieces and spot checks',
  mechanic: 'also sets machines up, changes over, clears stopped machines, keeps stock',
  lead: 'also plans rounds, sets costs and values, adds people and zones',
};

/** Who works here, and where machines stand. */
@Component({
  selector: 'gan-people',
  imports: [ProblemComponent, QrCodeComponent, ReactiveFormsModule, RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './people.page.html',
  styles: `
    main {
      padding: 18px 26px;
      max-width: 1100px;
    }
    .columns {
      display: grid;
      grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
      gap: 20px 34px;
      align-items: start;
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0 0 18px;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      justify-content: space-between;
      align-items: center;
      padding: 10px 0;
      border-bottom: 1px solid var(--rule);
    }
    li small {
      display: block;
      color: var(--ink-soft);
    }
    .gone strong {
      font-weight: 400;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    form {
      display: grid;
      gap: 10px;
      max-width: 460px;
    }
    li form {
      flex: 1 1 100%;
    }
    .roles label {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 2px 10px;
      align-items: center;
      min-height: 44px;
    }
    .roles small {
      grid-column: 2;
    }
    .code {
      border: 2px solid var(--ink);
      background: var(--card);
      padding: 12px 16px;
      margin-bottom: 18px;
    }
    .code output {
      display: block;
      font: 600 2rem var(--narrow);
      letter-spacing: 0.08em;
    }
    .badge {
      display: flex;
      gap: 16px;
      align-items: center;
    }
    .badge strong,
    .badge span {
      display: block;
    }
    .badge gan-qr-code {
      width: 140px;
    }
    .button {
      min-height: 44px;
    }
    @media (max-width: 800px) {
      main {
        padding: 12px 14px;
      }
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PeoplePage {
  private readonly store = inject(Store);
  private readonly forms = inject(NonNullableFormBuilder);
  protected readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  protected readonly zones = this.store.selectSignal(peopleFeature.selectZones);
  protected readonly saving = this.store.selectSignal(peopleFeature.selectSaving);
  protected readonly made = this.store.selectSignal(peopleFeature.selectMade);
  protected readonly badge = this.store.selectSignal(peopleFeature.selectBadge);
  protected readonly unread = this.store.selectSignal(peopleFeature.selectProblem);
  protected readonly refused = this.store.selectSignal(peopleFeature.selectRefused);
  private readonly written = this.store.selectSignal(peopleFeature.selectWritten);
  protected readonly roles = ROLES;
  protected readonly rights = RIGHTS;
  protected readonly headline = computed(() => {
    const here = this.people()?.filter(({ active }) => active).length ?? 0;
    return (
      unreadText(this.people() !== null, this.unread(), 'the list of people') ??
      `${counted(here, 'person', 'people')} here`
    );
  });
  /** The person being changed; null for none. */
  protected readonly editing = signal<PersonAccount | null>(null);
  protected readonly zoneEditing = signal<string | null>(null);
  protected readonly entry = this.personForm();
  protected readonly change = this.personForm();
  protected readonly zoneName = this.forms.control('', [Validators.required, Validators.maxLength(80)]);
  protected readonly newZone = this.forms.control('', [Validators.required, Validators.maxLength(80)]);
  private readonly stamp = writeStamps(() => this.written());

  constructor() {
    this.store.dispatch(peopleActions.opened());
    // A saved entry makes room for the next; a refused one stays to be corrected.
    let before = this.written();
    effect(() => {
      const now = this.written();
      if (now === before) return;
      before = now;
      this.entry.reset();
      this.newZone.reset();
      this.editing.set(null);
      this.zoneEditing.set(null);
    });
  }

  protected add(): void {
    const entry = this.entry.getRawValue();
    const { key } = this.stamp(['add', entry]);
    this.store.dispatch(peopleActions.add({ key, entry }));
  }

  protected makeCode({ id: personId }: PersonAccount): void {
    const { key } = this.stamp(['code', personId]);
    this.store.dispatch(peopleActions.makeCode({ key, personId }));
  }

  protected makeBadge({ id: personId }: PersonAccount): void {
    const { key } = this.stamp(['badge', personId]);
    this.store.dispatch(peopleActions.makeBadge({ key, personId }));
  }

  protected print(): void {
    window.print();
  }

  protected edit(person: PersonAccount): void {
    const { name, role, signInName } = person;
    this.change.reset({ name, role, signInName });
    this.editing.set(person);
  }

  protected keep(person: PersonAccount): void {
    this.revise(person, { ...this.change.getRawValue(), active: person.active });
  }

  /** Marks a person as having left, or as back. */
  protected setActive(person: PersonAccount, active: boolean): void {
    const { name, role, signInName } = person;
    this.revise(person, { name, role, signInName, active });
  }

  protected codeSeen(): void {
    this.store.dispatch(peopleActions.codeSeen());
  }

  protected editZone({ id, name }: { readonly id: string; readonly name: string }): void {
    this.zoneName.reset(name);
    this.zoneEditing.set(id);
  }

  protected nameZone(zoneId: string | null): void {
    const name = (zoneId === null ? this.newZone : this.zoneName).value.trim();
    const { key } = this.stamp(['zone', zoneId, name]);
    this.store.dispatch(peopleActions.nameZone({ key, zoneId, name }));
  }

  private revise(
    { id: personId, version }: PersonAccount,
    change: {
      readonly name: string;
      readonly role: Role;
      readonly signInName: string;
      readonly active: boolean;
    },
  ): void {
    const revision = { ...change, version };
    const { key } = this.stamp(['revise', personId, revision]);
    this.store.dispatch(peopleActions.revise({ key, personId, revision }));
  }

  private personForm() {
    return this.forms.group({
      name: ['', [Validators.required, Validators.maxLength(80)]],
      signInName: ['', [Validators.required, Validators.maxLength(40)]],
      role: ['operator' as Role],
    });
  }
}
