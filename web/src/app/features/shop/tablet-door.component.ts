import { ChangeDetectionStrategy, Component, effect, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { BadgeCode, type TabletPerson } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { Tablet } from '../../shared/tablet-pass';
import { shopActions, shopFeature } from './shop.state';

/** Who is at the tablet? A name and a PIN, or a badge held to the scanner. */
@Component({
  selector: 'gan-tablet-door',
  imports: [ProblemComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-problem [problem]="problem()" />
    @if (chosen(); as person) {
      <form (submit)="$event.preventDefault(); signIn(person, pin.value)">
        <label for="tablet-pin">PIN of {{ person.name }}</label>
        <input
          #pin
          id="tablet-pin"
          class="form-control"
          type="password"
          inputmode="numeric"
          autocomplete="off"
          maxlength="8"
          data-first-focus
        />
        <button class="button main" [disabled]="busy()">Sign in</button>
        <button type="button" class="button" (click)="chosen.set(null)">Someone else</button>
      </form>
    } @else {
      <p>Who are you?</p>
      <div class="names">
        @for (person of people(); track person.id) {
          <button type="button" class="button" (click)="chosen.set(person)">{{ person.name }}</button>
        } @empty {
          <p class="soft">
            Nobody has a PIN yet. Sign in by password, then choose one under your name: "PIN for tablets".
          </p>
        }
      </div>
      <label for="tablet-badge">Badge</label>
      <input
        #badge
        id="tablet-badge"
        class="form-control"
        type="password"
        autocomplete="off"
        placeholder="tap here, then scan"
        (input)="scan(badge)"
        (keydown.enter)="scan(badge)"
      />
    }`,
  styles: `
    form,
    .names {
      display: grid;
      gap: 8px;
    }
    .names {
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      margin-bottom: 10px;
    }
    .button {
      min-height: 56px;
      justify-content: center;
    }
    input {
      min-height: 56px;
      font-size: 1.25rem;
    }
  `,
})
export class TabletDoorComponent {
  private readonly store = inject(Store);
  private readonly tablet = inject(Tablet);
  protected readonly people = this.store.selectSignal(shopFeature.selectTabletPeople);
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  /** The person selected; null for none. */
  protected readonly chosen = signal<TabletPerson | null>(null);

  constructor() {
    const pass = this.tablet.pass();
    if (pass) this.store.dispatch(shopActions.tabletPeopleWanted({ pass }));
    // Signing in again starts with the last person.
    effect(() => {
      const before = this.people().find(({ id }) => id === this.person()?.id);
      if (before) this.chosen.set(before);
    });
  }

  protected signIn({ id: personId }: TabletPerson, pin: string): void {
    const pass = this.tablet.pass();
    if (pass && pin !== '')
      this.store.dispatch(shopActions.signInByPin({ signIn: { ...pass, personId, pin } }));
  }

  /** A scanner types a badge's code as a keyboard would. */
  protected scan(field: HTMLInputElement): void {
    const badge = BadgeCode.safeParse(field.value.trim().toUpperCase());
    const pass = this.tablet.pass();
    if (!badge.success || !pass) return;
    field.value = '';
    this.store.dispatch(shopActions.signInByBadge({ signIn: { ...pass, badge: badge.data } }));
  }
}
