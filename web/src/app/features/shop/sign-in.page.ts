import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Store } from '@ngrx/store';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { shopActions, shopFeature } from './shop.state';

@Component({
  selector: 'gan-sign-in',
  imports: [ReactiveFormsModule, ProblemComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <form [formGroup]="form" (ngSubmit)="signIn()">
      <p class="mark narrow">Gantelet</p>
      <h1>Sign in</h1>
      <hr class="stitch" />
      <label for="sign-in-name">Name</label>
      <input
        id="sign-in-name"
        class="form-control"
        formControlName="signInName"
        autocomplete="username"
        autocapitalize="none"
      />
      <label for="password">Password</label>
      <input
        id="password"
        class="form-control"
        type="password"
        formControlName="password"
        autocomplete="current-password"
      />
      <gan-problem [problem]="problem()" />
      <button class="button main" [disabled]="form.invalid || busy()">Sign in</button>
      <p class="soft">A tablet left alone signs out after an hour.</p>
    </form>
  </main>`,
  styles: `
    main {
      min-height: 100dvh;
      display: grid;
      place-items: center;
      padding: 16px;
    }
    form {
      width: min(380px, 100%);
      display: grid;
      gap: 8px;
    }
    .mark {
      font-size: 1.25rem;
      margin: 0;
      color: var(--thread-word);
    }
    .button {
      justify-content: center;
      margin-top: 8px;
      min-height: 48px;
    }
    input {
      min-height: 48px;
    }
  `,
})
export class SignInPage {
  private readonly store = inject(Store);
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  protected readonly form = inject(NonNullableFormBuilder).group({
    signInName: ['', Validators.required],
    password: ['', Validators.required],
  });

  protected signIn(): void {
    this.store.dispatch(shopActions.signIn({ signIn: this.form.getRawValue() }));
  }
}
