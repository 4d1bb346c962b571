import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  compareNeedles,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  type ComparedLength,
  type NeedlesBeside,
} from '@gantelet/core';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { lengthText } from '../../shared/words/units-text';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { NeedlePairDrawingComponent } from './needle-pair-drawing.component';

const VERDICTS: Readonly<Record<NeedlesBeside, string>> = {
  same: 'The same needle',
  'other-size': 'One system, two sizes',
  'same-clamp': 'One clamp: cloth and leather needles of one length',
  never: 'Never swap them',
  measure: 'Measure before you swap them',
};
const LENGTHS: Readonly<Record<ComparedLength, string>> = {
  shankDiameterMm: 'Shank across',
  buttToEyeMm: 'Butt to top of the eye',
  overallMm: 'Overall length',
  bladeMm: 'Blade across',
};
const FIELDS = [
  { id: 'first', name: 'First needle' },
  { id: 'second', name: 'Second needle' },
] as const;
type Which = (typeof FIELDS)[number]['id'];

/** Two needles side by side: what differs, and whether one may replace the other. */
@Component({
  selector: 'gan-compare-needles',
  imports: [NeedlePairDrawingComponent, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <p class="soft"><a routerLink="/loose-needle">Which needle is this?</a></p>
    <h1>Two needles side by side</h1>
    <hr class="stitch" />
    <div class="columns">
      <section aria-label="The needles">
        <div class="pair">
          @for (field of fields; track field.id) {
            <label>
              {{ field.name }}
              <select #system class="form-select" (change)="take(field.id, { systemId: system.value })">
                @for (one of systems; track one.id) {
                  <option [value]="one.id" [selected]="one.id === chosen()[field.id].systemId">
                    {{ one.name }}
                  </option>
                }
              </select>
            </label>
          }
          @for (field of fields; track field.id) {
            <label>
              {{ field.name }}, size
              <select #size class="form-select" (change)="take(field.id, { nm: +size.value })">
                @for (one of sizes; track one.nm) {
                  <option [value]="one.nm" [selected]="one.nm === chosen()[field.id].nm">
                    NM {{ one.nm }} / {{ one.number }}
                  </option>
                }
              </select>
            </label>
          }
        </div>
        <gan-needle-pair-drawing [comparison]="found()" [names]="names()" [text]="drawn()" />
      </section>
      <section class="answer" aria-label="What differs" aria-live="polite">
        <h2>{{ verdicts[found().verdict] }}</h2>
        <p>{{ why() }}</p>
        <table>
          <thead>
            <tr>
              <th scope="col">Length</th>
              @for (name of names(); track $index) {
                <th scope="col">{{ name }}</th>
              }
              <th scope="col">Differs by</th>
            </tr>
          </thead>
          <tbody>
            @for (row of found().lengths; track row.length) {
              <tr [class.act]="row.matters">
                <th scope="row">{{ lengths[row.length] }}</th>
                @for (one of [row.first, row.second]; track $index) {
                  <td>
                    @if (one) {
                      {{ length(one.value) }}
                      <gan-standing [standing]="one.standing" [source]="one.source" />
                    } @else {
                      not known
                    }
                  </td>
                }
                <td>
                  {{ row.byMm === null ? '' : row.byMm === 0 ? 'nothing' : length(away(row.byMm)) }}
                </td>
              </tr>
            }
          </tbody>
        </table>
        <p class="soft">
          If you have both in hand: stand them on their butts on a flat plate, side by side. The eyes must be
          level, and the shanks equally thick by caliper. Lengths not measured here are from memory; enter
          your own in the
          <a routerLink="/catalogue">Catalogue, needle systems</a>.
        </p>
      </section>
    </div>
  </main>`,
  styleUrls: ['./needle.scss'],
})
export class CompareNeedlesPage {
  private readonly store = inject(Store);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  protected readonly systems = NEEDLE_SYSTEMS.map(({ id, equivalents }) => ({
    id,
    name: [id, ...equivalents].join(', '),
  }));
  protected readonly sizes = NEEDLE_SIZES;
  protected readonly fields = FIELDS;
  protected readonly verdicts = VERDICTS;
  protected readonly lengths = LENGTHS;
  protected readonly length = lengthText;
  protected readonly away = Math.abs;
  protected readonly chosen = signal({
    first: { systemId: '135x17', nm: 110 },
    second: { systemId: '135x5', nm: 110 },
  });
  protected readonly found = computed(() =>
    compareNeedles(this.chosen().first, this.chosen().second, this.values()),
  );
  protected readonly names = computed((): readonly [string, string] => {
    const { first, second } = this.chosen();
    return [`${first.systemId} NM ${first.nm}`, `${second.systemId} NM ${second.nm}`];
  });
  protected readonly why = computed(() => {
    const { verdict, shanksDiffer, lengths } = this.found();
    if (verdict === 'same') return 'Designations differ by maker and country; the shape is the same.';
    if (verdict === 'other-size')
      return 'Either fits the clamp. If they are two sizes or more apart, check hook clearance and needle guard.';
    if (verdict === 'same-clamp')
      return 'Either fits the clamp with the eye at the same height; the points are for different work.';
    if (shanksDiffer) return 'One shank is round, the other has a flat: the clamp takes only one of them.';
    const off = lengths.filter(({ matters }) => matters === true).map(({ length }) => length);
    if (off.includes('buttToEyeMm'))
      return 'The eye is at another height: the hook misses the loop and may strike the needle.';
    if (off.length > 0) return 'The shanks differ in thickness: the clamp holds only one of them.';
    return 'Nothing known distinguishes them, but not every length is known here.';
  });
  protected readonly drawn = computed(() => {
    const [first, second] = this.names();
    const eye = this.found().lengths.find(({ length }) => length === 'buttToEyeMm');
    const apart =
      eye?.byMm === null || eye === undefined
        ? 'how far their eyes are apart is not known'
        : `their eyes are ${lengthText(Math.abs(eye.byMm))} apart in height`;
    return `${first} and ${second}, butts on one line, to scale: ${apart}.`;
  });

  constructor() {
    this.store.dispatch(catalogueActions.wanted());
  }

  protected take(which: Which, change: { readonly systemId?: string; readonly nm?: number }): void {
    this.chosen.update((chosen) => ({ ...chosen, [which]: { ...chosen[which], ...change } }));
  }
}
