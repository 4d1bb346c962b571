import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { BOBBIN_SCHOOLS, TENSION_TARGETS, type BobbinSchool, type TensionTarget } from '@gantelet/core';
import {
  LEATHER_POINT_SCHOOLS,
  newId,
  roleReaches,
  SIZE_SCHOOL_CHOICES,
  type SchoolChoice,
} from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { SCHOOL_WORDS } from '../../shared/words/match-words';
import { BOBBIN_SCHOOL_WORDS, TARGET_WORDS } from '../../shared/words/tension-words';
import { shopActions, shopFeature } from './shop.state';

/** How do we work here? */
@Component({
  selector: 'gan-shop',
  imports: [ProblemComponent, ReactiveFormsModule, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (shop(); as shop) {
    <main>
      <h1>{{ shop.name }}</h1>
      <p class="soft">
        Where practitioners differ, the shop chooses; one set-up or one visit may still do it the other way.
        <a routerLink="/devices">Devices</a>
      </p>
      <hr class="stitch" />
      <form [formGroup]="form" (ngSubmit)="keep()">
        <fieldset>
          <legend>Bobbin <gan-standing standing="practice" /></legend>
          <p class="soft">Left alone, the fewest changes; first, when the size jumps or the case is new.</p>
          @for (one of bobbins; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="bobbin" [value]="one" />
              {{ bobbinWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>Top tension is set for <gan-standing standing="practice" /></legend>
          <p class="soft">The middle leaves most margin on both sides.</p>
          @for (one of targets; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="target" [value]="one" />
              {{ targetWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>Needle size <gan-standing standing="practice" /></legend>
          <p class="soft">Room in the eye runs cooler and shreds less; a snug eye makes the smallest hole.</p>
          @for (one of sizes; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="size" [value]="one" />
              {{ sizeWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>Point on leather <gan-standing standing="practice" /></legend>
          <p class="soft">A cutting point goes through clean; a round one keeps soft thin leather strong.</p>
          @for (one of leatherPoints; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="leatherPoint" [value]="one" />
              {{ one }} point
            </label>
          }
        </fieldset>
        <label class="hours"
          >Planned needle interval, running hours
          <input class="form-control" type="number" step="0.5" formControlName="lifeHours" />
        </label>
        <div class="end">
          <gan-problem [problem]="problem()" />
          @if (mayChange()) {
            <button class="button main" [disabled]="form.invalid || form.pristine || busy()">
              Keep for the whole shop
            </button>
          } @else {
            <p class="soft">The lead chooses these.</p>
          }
        </div>
      </form>
    </main>
  }`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 1100px;
    }
    form {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 18px 32px;
    }
    legend {
      font: 600 1.0625rem var(--narrow);
    }
    fieldset p {
      margin: 0;
    }
    .check {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 44px;
    }
    .hours {
      max-width: 320px;
    }
    .end {
      align-self: end;
    }
    @media (max-width: 700px) {
      main {
        padding: 12px;
      }
      form {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class ShopPage {
  private readonly store = inject(Store);
  protected readonly shop = this.store.selectSignal(shopFeature.selectShop);
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly mayChange = computed(() => roleReaches(this.person()?.role ?? 'operator', 'lead'));

  protected readonly bobbins = BOBBIN_SCHOOLS;
  protected readonly bobbinWords = BOBBIN_SCHOOL_WORDS;
  protected readonly targets = TENSION_TARGETS;
  protected readonly targetWords = TARGET_WORDS;
  protected readonly sizes = SIZE_SCHOOL_CHOICES;
  protected readonly sizeWords = SCHOOL_WORDS;
  protected readonly leatherPoints = LEATHER_POINT_SCHOOLS;

  protected readonly form = inject(NonNullableFormBuilder).group({
    bobbin: ['leave-bobbin' as BobbinSchool],
    target: ['middle' as TensionTarget],
    size: ['by-work' as SchoolChoice['size']],
    leatherPoint: ['cutting' as SchoolChoice['leatherPoint']],
    lifeHours: [8, [Validators.required, Validators.min(0.5), Validators.max(1000)]],
  });

  constructor() {
    effect(() => {
      const shop = this.shop();
      if (!shop) return;
      this.form.reset({ ...shop.tension, ...shop.schools, lifeHours: shop.lifeHours });
      if (!this.mayChange()) this.form.disable();
    });
  }

  protected keep(): void {
    const { version } = this.shop()!;
    const { bobbin, target, size, leatherPoint, lifeHours } = this.form.getRawValue();
    const revision = { tension: { bobbin, target }, schools: { size, leatherPoint }, lifeHours, version };
    this.store.dispatch(shopActions.revise({ key: newId(), revision }));
  }
}
