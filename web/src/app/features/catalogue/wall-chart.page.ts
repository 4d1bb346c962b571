import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { SIZE_SCHOOLS, THREAD_CONSTRUCTIONS, wallChart } from '@gantelet/core';
import { ColourMarksComponent } from '../../shared/widgets/colour-marks.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { SCHOOL_WORDS } from '../../shared/words/match-words';
import { shopFeature } from '../shop/shop.state';
import { catalogueActions, catalogueFeature } from './catalogue.state';
import { FixedPipe, ShortPipe } from '../../shared/widgets/locale.pipes';

const MACHINE_THREADS = THREAD_CONSTRUCTIONS.filter(({ unfit }) => unfit === null);

/** The shop's own figures for thread, needles and materials on one sheet for the wall, A4 or US Letter. */
@Component({
  selector: 'gan-wall-chart',
  imports: [ColourMarksComponent, FixedPipe, RouterLink, ShortPipe, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <header>
      <p class="no-print"><a routerLink="/catalogue">Catalogue</a></p>
      <h1>Thread, needle and material{{ shopName() }}</h1>
      <div class="acts no-print">
        <label>
          Thread
          <select #kind class="form-select" (change)="constructionId.set(kind.value)">
            @for (one of constructions; track one.id) {
              <option [value]="one.id" [selected]="one.id === constructionId()">{{ one.name }}</option>
            }
          </select>
        </label>
        <button type="button" class="button main" (click)="print()">Print the chart</button>
      </div>
      <hr class="stitch" />
    </header>
    <section>
      <h2>{{ constructionName() }}: smallest needle in thick work, NM</h2>
      <table>
        <thead>
          <tr>
            <th>Tex</th>
            <th>Size</th>
            <th>Ticket</th>
            <th>Letter</th>
            <th>Diameter, mm</th>
            @for (school of schools; track school) {
              <th>{{ schoolWords[school] }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (one of chart().threads; track one.names.tex) {
            <tr>
              <th scope="row">{{ one.names.tex }}<gan-colour-marks [tex]="one.names.tex" /></th>
              <td>{{ one.names.tradeSize ?? '' }}</td>
              <td>{{ one.names.ticket ?? '' }}</td>
              <td>{{ one.names.letter ?? '' }}</td>
              <td>
                {{ one.diameter.value | fixed: 2 }}
                <gan-standing [standing]="one.diameter.standing" [source]="one.diameter.source" />
              </td>
              @for (school of schools; track school) {
                <td>{{ one.smallestNm[school] ?? 'none' }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
      <p class="soft">
        Thin work takes one a little smaller, abrasive and coated work one a little larger; the bench says
        which. If thread shreds, try a larger needle first.
      </p>
    </section>
    <div class="columns">
      <section>
        <h2>Needles</h2>
        <table>
          <thead>
            <tr>
              <th>NM</th>
              <th>Number</th>
              <th>Leather it usually goes through, mm</th>
            </tr>
          </thead>
          <tbody>
            @for (one of chart().needles; track one.nm) {
              <tr>
                <th scope="row">{{ one.nm }}<gan-colour-marks [needle]="one" /></th>
                <td>{{ one.number }}</td>
                <td>
                  @if (one.leatherMm; as mm) {
                    {{ mm.from | short: 1 }} to {{ mm.to | short: 1 }}
                  } @else {
                    thicker
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      </section>
      <section>
        <h2>Materials, one ply</h2>
        <table>
          <thead>
            <tr>
              <th>Material</th>
              <th>mm</th>
            </tr>
          </thead>
          <tbody>
            @for (one of chart().materials; track one.name) {
              <tr>
                <th scope="row">{{ one.name }}</th>
                <td>{{ one.thicknessMm | short: 2 }}</td>
              </tr>
            }
          </tbody>
        </table>
        <h2>Leather</h2>
        <table>
          <tbody>
            @for (one of chart().leather; track one.mm) {
              <tr>
                <th scope="row">{{ one.mm }} mm</th>
                <td>{{ one.oz | short: 1 }} oz</td>
              </tr>
            }
          </tbody>
        </table>
      </section>
    </div>
    <p class="soft">
      Guides, not limits: sew a test seam. The bobbin’s tension first, then the top; always try a new needle
      before touching either. Power off and motor stopped before hands go near the needle.
    </p>
  </main>`,
  styles: `
    main {
      padding: 16px 26px;
      max-width: 1000px;
    }
    header p {
      margin: 0;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    .columns {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 10px 34px;
      align-items: start;
    }
    tbody th {
      font-weight: 700;
    }
    th,
    td {
      padding-block: 3px;
    }
    section {
      break-inside: avoid;
      overflow-x: auto;
    }
    @media (max-width: 700px) {
      main {
        padding: 12px;
      }
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    @media print {
      main {
        padding: 0;
      }
      th,
      td {
        padding-block: 1px;
      }
    }
  `,
})
export class WallChartPage {
  private readonly store = inject(Store);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);

  protected readonly constructions = MACHINE_THREADS;
  protected readonly schools = SIZE_SCHOOLS;
  protected readonly schoolWords = SCHOOL_WORDS;
  protected readonly constructionId = signal(MACHINE_THREADS[0]!.id);
  protected readonly constructionName = computed(
    () => this.constructions.find(({ id }) => id === this.constructionId())!.name,
  );
  protected readonly shopName = computed(() => {
    const name = this.shop()?.name;
    return name ? `, ${name}` : '';
  });
  protected readonly chart = computed(() => wallChart(this.constructionId(), this.values()));

  constructor() {
    this.store.dispatch(catalogueActions.wanted());
  }

  protected print(): void {
    window.print();
  }
}
