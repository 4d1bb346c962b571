import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { NgbTypeahead, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import { catchError, debounceTime, distinctUntilChanged, map, of, switchMap, type Observable } from 'rxjs';
import { routes, type SearchResult } from '@gantelet/contracts';
import { ApiClient } from '../shared/api/api-client';
import { DialogComponent } from '../shared/widgets/dialog.component';

interface Found {
  readonly path: string;
  readonly kind: 'machine' | 'set-up';
  readonly name: string;
  readonly where: string;
}

const TYPING_PAUSE_MS = 120;

/** Finds machines and set-ups by name or number, and goes there. */
@Component({
  selector: 'gan-search',
  imports: [DialogComponent, FormsModule, NgbTypeahead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-dialog [open]="open()" label="Find" (closed)="closed.emit()">
    <label class="visually-hidden" for="find">Machine number, machine or set-up</label>
    <input
      id="find"
      class="form-control"
      placeholder="Machine number, machine or set-up"
      autocomplete="off"
      data-first-focus
      [ngModel]="null"
      [ngbTypeahead]="find"
      [inputFormatter]="nameOf"
      [resultTemplate]="row"
      [focusFirst]="true"
      (selectItem)="go($event)"
    />
    <ng-template #row let-found="result">
      <span class="found"
        ><strong>{{ found.name }}</strong> <span>{{ found.kind }}, {{ found.where }}</span></span
      >
    </ng-template>
    <p class="soft">Arrow keys to choose, Enter to open.</p>
  </gan-dialog>`,
  styles: `
    input {
      min-height: 48px;
    }
    p {
      margin: 12px 0 160px;
    }
  `,
})
export class SearchComponent {
  private readonly api = inject(ApiClient);
  private readonly router = inject(Router);
  readonly open = input.required<boolean>();
  readonly closed = output();

  protected readonly nameOf = (found: Found): string => found.name;

  protected readonly find = (text: Observable<string>): Observable<Found[]> =>
    text.pipe(
      debounceTime(TYPING_PAUSE_MS),
      map((typed) => typed.trim().slice(0, 60)),
      distinctUntilChanged(),
      switchMap((q) =>
        q === ''
          ? of([])
          : this.api.call(routes.search, { query: { q } }).pipe(
              map(foundIn),
              catchError(() => of([])),
            ),
      ),
    );

  protected go({ item }: NgbTypeaheadSelectItemEvent<Found>): void {
    this.closed.emit();
    void this.router.navigateByUrl(item.path);
  }
}

function foundIn({ machines, setups }: SearchResult): Found[] {
  return [
    ...machines.map((m): Found => ({
      path: `/floor/${m.id}`,
      kind: 'machine',
      name: m.name,
      where: m.zoneName,
    })),
    ...setups.map((s): Found => ({
      path: `/bench/${s.id}`,
      kind: 'set-up',
      name: s.name,
      where: s.machineName,
    })),
  ];
}
