import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import {
  NgbDropdown,
  NgbDropdownItem,
  NgbDropdownMenu,
  NgbDropdownToggle,
} from '@ng-bootstrap/ng-bootstrap/dropdown';
import { Store } from '@ngrx/store';
import { shopActions, shopFeature } from './features/shop/shop.state';
import { Outbox } from './shared/outbox/outbox';
import { Preferences } from './shared/preferences';
import { KeyHelpComponent } from './shell/key-help.component';
import { KeysService } from './shell/keys.service';
import { ROOMS } from './shell/rooms';
import { SearchComponent } from './shell/search.component';

/** The frame around every room: the rail, the person, search and keys. */
@Component({
  selector: 'gan-root',
  imports: [
    KeyHelpComponent,
    NgbDropdown,
    NgbDropdownItem,
    NgbDropdownMenu,
    NgbDropdownToggle,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    SearchComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.component.html',
  styleUrl: './app.component.scss',
})
export class AppComponent {
  private readonly store = inject(Store);
  protected readonly preferences = inject(Preferences);
  protected readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly rooms = ROOMS;
  protected readonly searchOpen = signal(false);
  protected readonly helpOpen = signal(false);
  protected readonly themeWord = computed(() =>
    this.preferences.theme() === 'day' ? 'Night shift colours' : 'Day colours',
  );
  protected readonly unitWord = computed(() =>
    this.preferences.unitOrder() === 'metric' ? 'Inch and number sizes first' : 'Metric and NM first',
  );

  protected readonly waiting = inject(Outbox).waiting;

  constructor() {
    const outbox = inject(Outbox);
    effect(() => outbox.use(this.person()?.id ?? null));
    const keys = inject(KeysService);
    keys.search.pipe(takeUntilDestroyed()).subscribe(() => this.searchOpen.set(this.person() !== null));
    keys.help.pipe(takeUntilDestroyed()).subscribe(() => this.helpOpen.set(true));
  }

  protected signOut(): void {
    this.store.dispatch(shopActions.signOut());
  }
}
