import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { NgbTypeahead, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import {
  catchError,
  debounceTime,
  distinctUntilChanged,
  map,
  of,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { routes, type SearchResult } from '@gantelet/contracts';
import { ApiClient } from '../shared/api/api-client';
import { DialogComponent } from '../shared/widgets/dialog.component';
import { findHere, type Found } from './find-here';

const TYPING_PAUSE_MS = 120;
/** Lot codes are much alike: a few are enough to show that there are some. */
const MOST_LOTS = 3;
const MOST_SHOWN = 10;
const HOW = 'Arrow keys to choose, Enter to open.';

/** Finds machines, set-ups, lots, people, sizes, rooms and settings, and opens them. */
@Component({
  selector: 'gan-search',
  imports: [DialogComponent, FormsModule, NgbTypeahead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-dialog [open]="open()" label="Search" (closed)="closed.emit()">
    <label class="visually-hidden" for="find">Machine, set-up, lot, thread, needle, person or room</label>
    <input
      id="find"
      class="form-control"
      placeholder="Machine, set-up, lot, thread, needle, person or room"
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
        ><strong>{{ found.name }}</strong
        >&ngsp; <span>{{ found.kind }}{{ found.where === '' ? '' : ', ' + found.where }}</span></span
      >
    </ng-template>
    <p class="soft" role="status">{{ said() }}</p>
  </gan-dialog>`,
  styles: `
    input {
      min-height: 48px;
    }
    p {
      margin: 12px 0 min(360px, 45dvh);
    }
    strong {
      font: 600 1.0625rem var(--narrow);
      margin-inline-end: 10px;
    }
  `,
})
export class SearchComponent {
  private readonly api = inject(ApiClient);
  private readonly router = inject(Router);
  readonly open = input.required<boolean>();
  readonly closed = output();

  protected readonly nameOf = (found: Found): string => found.name;
  /** How to go on, or that nothing was found. */
  protected readonly said = signal(HOW);

  protected readonly find = (text: Observable<string>): Observable<readonly Found[]> =>
    text.pipe(
      debounceTime(TYPING_PAUSE_MS),
      map((typed) => typed.trim().slice(0, 60)),
      distinctUntilChanged(),
      switchMap((q) => (q === '' ? of([]) : this.search(q))),
    );

  protected go({ item }: NgbTypeaheadSelectItemEvent<Found>): void {
    this.closed.emit();
    void this.router.navigateByUrl(item.path);
  }

  private search(q: string): Observable<readonly Found[]> {
    const here = findHere(q);
    return this.api.call(routes.search, { query: { q } }).pipe(
      map((result) => [...foundIn(result), ...here].slice(0, MOST_SHOWN)),
      tap((found) => {
        this.said.set(found.length > 0 ? HOW : `Nothing matches “${q}”.`);
      }),
      catchError(() => {
        this.said.set('Cannot reach the server: only rooms, sizes and settings were searched.');
        return of(here);
      }),
    );
  }
}

function foundIn({ machines, setups, lots, people }: SearchResult): Found[] {
  return [
    ...machines.map(({ id, name, zoneName }) => ({
      path: `/floor/${id}`,
      kind: 'machine',
      name,
      where: zoneName,
    })),
    ...setups.map(({ id, name, machineName }) => ({
      path: `/bench/${id}`,
      kind: 'set-up',
      name,
      where: machineName,
    })),
    ...people.map(({ id, name, role }) => ({
      path: `/rounds/sheets?person=${id}`,
      kind: role,
      name,
      where: 'round sheets',
    })),
    ...lots.slice(0, MOST_LOTS).map(({ code, systemId, nm }) => ({
      path: '/life',
      kind: 'needle lot',
      name: code,
      where: `${systemId} NM ${nm}`,
    })),
  ];
}
