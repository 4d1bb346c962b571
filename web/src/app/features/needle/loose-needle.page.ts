import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  identifyNeedle,
  lengthValueId,
  NEEDLE_LENGTHS,
  needleSystem,
  takesSystem,
  UNSEEN_NEEDLE,
  type LikelySystem,
  type LooseNeedle,
} from '@gantelet/core';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { needleText } from '../../shared/words/changeover-words';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { LookChoiceComponent } from '../../shared/widgets/look-choice.component';
import { TRAIT_WORDS } from './needle-check-words';
import { needleActions, needleFeature } from './needle.state';
import { lengthUnit } from '../../shared/words/units-text';

/** How many systems are shown, and how many machines are named. */
const SYSTEMS_SHOWN = 5;
const MACHINES_NAMED = 4;
/** A system less likely than this is not worth a line. */
const WORTH_A_LINE = 0.01;

/** Which needle is this? Measured, weighed against every system, and put back where it belongs. */
@Component({
  selector: 'gan-loose-needle',
  imports: [LookChoiceComponent, NumberInputDirective, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <h1>Which needle is this?</h1>
    <hr class="stitch" />
    <div class="columns">
      <section aria-label="What you see and measure">
        <gan-look-choice
          label="Shank"
          [options]="shanks"
          [seen]="seen().shank"
          (seenChange)="see('shank', $event)"
        />
        <gan-look-choice
          label="Point, under a magnifier"
          [options]="points"
          [seen]="seen().points"
          (seenChange)="see('points', $event)"
        />
        <div class="pair">
          @for (field of fields; track field.id) {
            <label>
              {{ field.name }}, {{ lengthUnit() }}{{ field.across ? ' across' : '' }}
              <input
                class="form-control"
                ganNumber
                unit="mm"
                [least]="field.least"
                [most]="field.most"
                [number]="seen()[field.id]"
                (numberChange)="see(field.id, $event)"
              />
            </label>
          }
        </div>
        <gan-look-choice
          label="Eye, compared with an ordinary needle"
          [options]="eyes"
          [seen]="seen().longEye === null ? null : seen().longEye ? 'long' : 'usual'"
          (seenChange)="see('longEye', $event === null ? null : $event === 'long')"
        />
        <p class="soft">
          Measure the blade above the scarf, and the length from the butt to the top of the eye. A mark on the
          shank says more than any caliper: <a routerLink="/thread">read it as a label</a>.
        </p>
        <button type="button" class="button small" (click)="seen.set(unseen)">Another needle</button>
        <a class="button small" routerLink="/compare-needles">Two needles side by side</a>
      </section>
      <section class="answer" aria-label="What it may be" aria-live="polite">
        <h2>{{ headline() }}</h2>
        @if (sizes()) {
          <p>{{ sizes() }}</p>
        }
        @if (found().next; as next) {
          <p><strong>Check next:</strong> {{ traitWords[next] }}.</p>
        }
        <ol class="likely">
          @for (one of likely(); track one.systemId) {
            <li>
              <span>{{ one.name }}</span>
              <strong>{{ one.percent }} %</strong>
              <i aria-hidden="true" [style.--share.%]="one.percent"></i>
              <small>{{ one.where }}</small>
            </li>
          }
        </ol>
        @if (pockets().length > 0) {
          <p>
            <strong>It may belong in:</strong>
            @for (kept of pockets(); track kept.id; let last = $last) {
              pocket {{ kept.pocket }} ({{ needleText(kept.needle) }}){{ last ? '.' : ', ' }}
            }
          </p>
        }
        <p class="soft">
          Lengths are from memory
          <gan-standing standing="memory" source="from memory until one of your own needles is measured" />
          until you measure a needle of your own whose system you are sure of:
          <a routerLink="/catalogue">Catalogue, needle systems</a>. A needle that nobody can identify goes
          into the sharps box.
        </p>
      </section>
    </div>
  </main>`,
  styleUrls: ['../../shared/likely.scss', './needle.scss'],
})
export class LooseNeedlePage {
  protected readonly lengthUnit = lengthUnit;
  private readonly store = inject(Store);
  private readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly partUsed = this.store.selectSignal(needleFeature.selectPartUsed);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);

  protected readonly needleText = needleText;
  protected readonly traitWords = TRAIT_WORDS;
  protected readonly unseen = UNSEEN_NEEDLE;
  protected readonly shanks = [
    { value: 'round', name: 'Round' },
    { value: 'flat', name: 'One side flat' },
  ] as const;
  protected readonly points = [
    { value: 'cloth', name: 'Round point' },
    { value: 'cutting', name: 'Cutting edge' },
  ] as const;
  protected readonly eyes = [
    { value: 'usual', name: 'Usual' },
    { value: 'long', name: 'Longer' },
  ] as const;
  protected readonly fields = [
    { id: 'shankDiameterMm', name: 'Shank', across: true, least: 1, most: 6 },
    { id: 'buttToEyeMm', name: 'Butt to eye', across: false, least: 15, most: 100 },
    { id: 'bladeMm', name: 'Blade', across: true, least: 0.3, most: 4 },
    { id: 'overallMm', name: 'Overall length', across: false, least: 20, most: 120 },
  ] as const;
  protected readonly seen = signal<LooseNeedle>(UNSEEN_NEEDLE);

  /** How many of the shop's machines take each system. */
  private readonly uses = computed((): Readonly<Record<string, number>> => {
    const uses: Record<string, number> = {};
    for (const id of this.machines().flatMap(({ systemIds }) => systemIds)) uses[id] = (uses[id] ?? 0) + 1;
    return uses;
  });
  protected readonly found = computed(() => identifyNeedle(this.seen(), this.uses(), this.values()));
  protected readonly headline = computed(() => {
    const { among } = this.found();
    if (Object.values(this.seen()).every((one) => one === null)) return 'Say what you see';
    if (among.length > 1) return 'Cannot tell yet';
    const id = among[0]!.systemId;
    return id === null ? 'None of the systems known here' : id;
  });
  protected readonly sizes = computed(() => {
    const sizes = this.found().sizes.map(({ nm }) => `NM ${nm}`);
    if (this.seen().bladeMm !== null && sizes.length === 0) return 'No size is made with such a blade.';
    if (sizes.length < 2) return sizes.join('');
    return `${sizes.join(' or ')}: a caliper cannot tell them apart. Compare it with one you know.`;
  });
  protected readonly likely = computed(() =>
    this.found()
      .systems.filter(({ share }) => share >= WORTH_A_LINE)
      .slice(0, SYSTEMS_SHOWN)
      .map((one) => ({
        systemId: one.systemId,
        name: nameOf(one),
        percent: Math.round(100 * one.share),
        where: this.whereText(one.systemId),
      })),
  );
  /** Part-used needles in pockets that this may be one of. */
  protected readonly pockets = computed(() => {
    const { among, sizes } = this.found();
    if (sizes.length === 0) return [];
    return this.partUsed().filter(
      ({ needle }) =>
        among.some(({ systemId }) => systemId === needle.systemId) &&
        sizes.some(({ nm }) => nm === needle.nm),
    );
  });

  constructor() {
    this.store.dispatch(needleActions.pocketsWanted());
    this.store.dispatch(matchActions.opened());
    this.store.dispatch(catalogueActions.wanted());
  }

  protected see<Trait extends keyof LooseNeedle>(trait: Trait, seen: LooseNeedle[Trait]): void {
    this.seen.update((before) => ({ ...before, [trait]: seen }));
  }

  /** Where such a needle is used here, and whether its lengths were measured. */
  private whereText(systemId: string | null): string {
    const system = systemId === null ? undefined : needleSystem(systemId);
    if (!system) return 'a length or shank that fits none of them';
    const names = this.machines()
      .filter(({ systemIds }) => takesSystem(systemIds, system))
      .map(({ name }) => name);
    const rest = names.length - MACHINES_NAMED;
    const used =
      names.length === 0
        ? `no machine here takes it; ${system.usedOn}`
        : `${names.slice(0, MACHINES_NAMED).join(', ')}${rest > 0 ? ` and ${rest} more` : ''}`;
    const known = NEEDLE_LENGTHS.some(
      (length) => system[length] !== null || this.values()[lengthValueId(system.id, length)] !== undefined,
    );
    return known ? used : `${used}; its lengths are not known yet`;
  }
}

function nameOf({ systemId }: LikelySystem): string {
  const system = systemId === null ? undefined : needleSystem(systemId);
  if (!system) return 'none of these';
  const { equivalents } = system;
  return equivalents.length === 0 ? system.id : `${system.id} (${equivalents.join(', ')})`;
}
