import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';

/** Shown at unknown addresses. */
@Component({
  selector: 'gan-not-found',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <h1>There is no page at this address</h1>
    <p>
      <code>{{ url }}</code> may be mistyped, or belong to something that was removed.
    </p>
    <p><a class="button main" routerLink="/">Go to the first page</a></p>
  </main>`,
  styles: `
    main {
      padding: 18px 26px;
    }
    code {
      color: var(--ink);
    }
  `,
})
export class NotFoundPage {
  protected readonly url = inject(Router).url;
}
