import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { CATALOGUE, CATALOGUE_GROUPS, type CatalogueValue } from '@gantelet/core';
import { newId, roleReaches, type ShopValueInput } from '@gantelet/contracts';
import { signalOverReload } from '../../shared/kept-over-reload';
import { DialogComponent } from '../../shared/widgets/dialog.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { valueWithUnit } from '../../shared/words/units-text';
import { shopFeature } from '../shop/shop.state';
import { CatalogueItemsComponent, ITEM_LISTS, type ItemList } from './catalogue-items.component';
import { catalogueActions, catalogueFeature } from './catalogue.state';
import { ValueSheetComponent } from './value-sheet.component';

type Shelf = (typeof CATALOGUE_GROUPS)[number] | ItemList;

const isShelf = (kept: unknown): kept is Shelf =>
  [...CATALOGUE_GROUPS, ...ITEM_LISTS].some((shelf) => shelf === kept);

/**
 * Where does this number come from? Every value with its grade, source and use, and the shop's own value beside it.
 */
@Component({
  selector: 'gan-catalogue',
  imports: [
    CatalogueItemsComponent,
    DialogComponent,
    ProblemComponent,
    RouterLink,
    StandingComponent,
    ValueSheetComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
      <nav aria-label="Shelves of the catalogue">
        <h2>Items</h2>
        @for (list of itemLists; track list) {
          <button
            type="button"
            class="plain-button"
            [attr.aria-pressed]="shelf() === list"
            (click)="show(list)"
          >
            {{ list }}
          </button>
        }
        <h2>Values</h2>
        @for (group of groups; track group) {
          <button
            type="button"
            class="plain-button"
            [attr.aria-pressed]="shelf() === group"
            (click)="show(group)"
          >
            {{ group }}
          </button>
        }
      </nav>
      <section aria-label="Values">
        <header>
          <h1>{{ title() }}</h1>
          <label class="visually-hidden" for="catalogue-find">Find a value</label>
          <input
            #wantedField
            id="catalogue-find"
            class="form-control"
            placeholder="Find in all values"
            autocomplete="off"
            [value]="wanted()"
            (input)="wanted.set(wantedField.value)"
          />
        </header>
        <p class="soft">
          {{ ownCount() }} of {{ all.length }} values are your own; the rest are defaults. Measure and confirm
          what you can. <a routerLink="/catalogue/wall-chart">A chart for the wall</a>
        </p>
        <hr class="stitch" />
        <gan-problem [problem]="sheet() ? null : problem()" />
        @if (itemList(); as list) {
          <gan-catalogue-items [list]="list" />
        } @else {
          <table>
            <caption class="visually-hidden">
              {{
                title()
              }}
            </caption>
            <thead>
              <tr>
                <th scope="col">Value</th>
                <th scope="col">Default</th>
                <th scope="col">The shop's own</th>
                <th scope="col">Used in</th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track row.shipped.id) {
                <tr>
                  <th scope="row">
                    <button type="button" class="plain-button" (click)="open(row.shipped)">
                      {{ row.shipped.name }}
                    </button>
                  </th>
                  <td>
                    {{ row.shippedText }}
                    <gan-standing [standing]="row.shipped.standing" [source]="row.shipped.source" />
                  </td>
                  <td>
                    @if (row.own; as own) {
                      <strong>{{ row.ownText }}</strong>&ngsp;
                      <gan-standing [standing]="own.standing" [source]="own.source" />
                    }
                  </td>
                  <td>{{ row.shipped.usedIn }}</td>
                </tr>
              } @empty {
                <tr>
                  <td colspan="4">No matching value.</td>
                </tr>
              }
            </tbody>
          </table>
        }
      </section>
    </main>
    <gan-dialog [open]="sheet() !== null" [label]="sheet()?.name ?? 'Value'" (closed)="sheet.set(null)">
      @if (sheet(); as value) {
        <gan-value-sheet
          [value]="value"
          [history]="sheetHistory()"
          [mayEdit]="mayEdit()"
          [busy]="saving()"
          (said)="set($event)"
        />
        <gan-problem [problem]="problem()" />
      }
    </gan-dialog>`,
  styleUrl: './catalogue.page.scss',
})
export class CataloguePage {
  private readonly store = inject(Store);
  private readonly history = this.store.selectSignal(catalogueFeature.selectHistory);
  private readonly present = this.store.selectSignal(catalogueFeature.selectPresent);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  protected readonly saving = this.store.selectSignal(catalogueFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(catalogueFeature.selectProblem);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly all = CATALOGUE;
  protected readonly groups = CATALOGUE_GROUPS;
  protected readonly itemLists = ITEM_LISTS;
  protected readonly mayEdit = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly shelf = signalOverReload<Shelf>('catalogue.shelf', 'needle systems and names', isShelf);
  /** From the address: the search text. */
  readonly find = input('');
  protected readonly wanted = linkedSignal(() => this.find() ?? '');
  protected readonly sheet = signal<CatalogueValue | null>(null);
  protected readonly itemList = computed(() =>
    this.wanted().trim() === '' ? (ITEM_LISTS.find((list) => list === this.shelf()) ?? null) : null,
  );
  protected readonly title = computed(() =>
    this.wanted().trim() === '' ? capital(this.shelf()) : `Values with "${this.wanted().trim()}"`,
  );
  protected readonly ownCount = computed(
    () => [...this.present().values()].filter(({ value }) => value !== null).length,
  );
  protected readonly rows = computed(() => {
    const wanted = this.wanted().trim().toLowerCase();
    const shown = CATALOGUE.filter(({ group, name, usedIn }) =>
      wanted === '' ? group === this.shelf() : `${name} ${usedIn}`.toLowerCase().includes(wanted),
    );
    return shown.map((shipped) => {
      const entry = this.present().get(shipped.id);
      const own = entry && entry.value !== null ? this.values()[shipped.id] : undefined;
      return {
        shipped,
        own,
        shippedText: shipped.value === null ? 'not known' : valueWithUnit(shipped.value, shipped.unit),
        ownText: own && valueWithUnit(own.value, shipped.unit),
      };
    });
  });
  protected readonly sheetHistory = computed(() =>
    this.history().filter(({ valueId }) => valueId === this.sheet()?.id),
  );

  constructor() {
    this.store.dispatch(catalogueActions.wanted());
  }

  protected show(shelf: Shelf): void {
    this.shelf.set(shelf);
    this.wanted.set('');
  }

  protected open(value: CatalogueValue): void {
    this.sheet.set(value);
  }

  protected set(input: ShopValueInput): void {
    this.store.dispatch(catalogueActions.setValue({ key: newId(), input }));
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
