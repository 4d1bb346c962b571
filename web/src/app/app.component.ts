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
import { SignInFormComponent } from './features/shop/sign-in-form.component';
import { Outbox } from './shared/outbox/outbox';
import { Preferences } from './shared/preferences';
import { DialogComponent } from './shared/widgets/dialog.component';
import { SignalMarkComponent } from './shared/widgets/signal-mark.component';
import { KeyHelpComponent } from './shell/key-help.component';
import { KeysService } from './shell/keys.service';
import { ROOMS } from './shell/rooms';
import { SearchComponent } from './shell/search.component';

/** The frame around every room: the rail, the person, search and keys. */
@Component({
  selector: 'gan-root',
  imports: [
    DialogComponent,
    KeyHelpComponent,
    NgbDropdown,
    NgbDropdownItem,
    NgbDropdownMenu,
    NgbDropdownToggle,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    SearchComponent,
    SignInFormComponent,
    SignalMarkComponent,
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

  protected readonly sessionLost = this.store.selectSignal(shopFeature.selectLost);
  protected readonly outbox = inject(Outbox);
  protected readonly waitingText = computed(() => {
    const waiting = this.outbox.waiting();
    const others = waiting.filter(({ personId }) => personId !== this.person()?.id).length;
    const changes = waiting.length === 1 ? '1 change waits' : `${waiting.length} changes wait`;
    const of =
      others === 0 ? '' : ` ${others} of them until whoever made ${others === 1 ? 'it' : 'them'} signs in.`;
    const until = this.sessionLost() ? 'until you sign in' : 'for the network';
    return waiting.length === 0 ? null : `${changes} ${until}, kept on this device.${of}`;
  });

  constructor() {
    effect(() => this.outbox.use(this.sessionLost() ? null : (this.person()?.id ?? null)));
    const keys = inject(KeysService);
    keys.search.pipe(takeUntilDestroyed()).subscribe(() => this.searchOpen.set(this.person() !== null));
    keys.help.pipe(takeUntilDestroyed()).subscribe(() => this.helpOpen.set(true));
  }

  protected signOutEverywhere(): void {
    this.store.dispatch(shopActions.signOutEverywhere());
  }

  protected signOut(): void {
    this.store.dispatch(shopActions.signOut());
  }
}
