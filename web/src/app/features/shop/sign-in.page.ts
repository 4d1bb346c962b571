import { ChangeDetectionStrategy, Component } from '@angular/core';
import { SignInFormComponent } from './sign-in-form.component';

@Component({
  selector: 'gan-sign-in',
  imports: [SignInFormComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <div class="door">
      <p class="mark narrow">Gantelet</p>
      <h1>Sign in</h1>
      <hr class="stitch" />
      <gan-sign-in-form />
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
export class SignInPage {}
