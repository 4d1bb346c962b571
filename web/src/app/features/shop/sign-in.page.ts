import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { CodeFormComponent } from './code-form.component';
import { SignInFormComponent } from './sign-in-form.component';

@Component({
  selector: 'gan-sign-in',
  imports: [CodeFormComponent, SignInFormComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <div class="door">
      <p class="mark narrow">Gantelet</p>
      <h1>Sign in</h1>
      <hr class="stitch" />
      @if (byCode()) {
        <gan-code-form />
        <button type="button" class="button small" (click)="byCode.set(false)">I have a password</button>
      } @else {
        <gan-sign-in-form />
        <button type="button" class="button small" (click)="byCode.set(true)">I have a sign-in code</button>
      }
      <p class="soft">You are signed out after an hour without activity.</p>
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
  /** The first time, and after a password was forgotten. */
  protected readonly byCode = signal(false);
}
