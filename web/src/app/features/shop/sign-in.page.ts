import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Tablet } from '../../shared/tablet-pass';
import { CodeFormComponent } from './code-form.component';
import { SignInFormComponent } from './sign-in-form.component';
import { TabletDoorComponent } from './tablet-door.component';

@Component({
  selector: 'gan-sign-in',
  imports: [CodeFormComponent, SignInFormComponent, TabletDoorComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <div class="door">
      <p class="mark narrow">Gantelet</p>
      <h1>Sign in</h1>
      <hr class="stitch" />
      @if (onTablet()) {
        @defer (on immediate) {
          <gan-tablet-door />
        }
        <button type="button" class="button small" (click)="byPassword.set(true)">I use my password</button>
      } @else if (byCode()) {
        <gan-code-form />
        <button type="button" class="button small" (click)="byCode.set(false)">I have a password</button>
      } @else {
        <gan-sign-in-form />
        <button type="button" class="button small" (click)="byCode.set(true)">I have a sign-in code</button>
      }
      @if (tablet.pass() !== null && byPassword()) {
        <button type="button" class="button small" (click)="byPassword.set(false)">Back to the names</button>
      }
      <p class="soft">
        You are signed out after {{ onTablet() ? 'ten minutes' : 'an hour' }} without activity.
      </p>
    </div>
  </main>`,
  styles: `
    main {
      min-height: 100dvh;
      display: grid;
      place-items: center;
      padding: 16px;
    }
    .door {
      width: min(380px, 100%);
      display: grid;
      gap: 8px;
    }
    .mark {
      font-size: 1.25rem;
      margin: 0;
      color: var(--thread-word);
    }
  `,
})
export class SignInPage {
  /** The first time, and after a forgotten password. */
  protected readonly byCode = signal(false);
  protected readonly byPassword = signal(false);
  protected readonly tablet = inject(Tablet);
  /** A shared tablet asks for a name and a PIN. */
  protected readonly onTablet = computed(() => this.tablet.pass() !== null && !this.byPassword());
}
