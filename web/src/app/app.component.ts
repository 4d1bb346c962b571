import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { GuardsCheckEnd, NavigationEnd, Router, RouterLink, RouterOutlet } from '@angular/router';
import {
  NgbDropdown,
  NgbDropdownItem,
  NgbDropdownMenu,
  NgbDropdownToggle,
} from '@ng-bootstrap/ng-bootstrap/dropdown';
import { Store } from '@ngrx/store';
import { filter, map } from 'rxjs';
import type { Problem } from '@gantelet/contracts';
import { shopActions, shopFeature } from './features/shop/shop.state';
import { PasswordFormComponent } from './features/shop/password-form.component';
import { PinFormComponent } from './features/shop/pin-form.component';
import { TabletDoorComponent } from './features/shop/tablet-door.component';
import { Tablet } from './shared/tablet-pass';
import { SignInFormComponent } from './features/shop/sign-in-form.component';
import { Connection } from './shared/api/connection';
import { Outbox } from './shared/outbox/outbox';
import { Preferences } from './shared/preferences';
import { DialogComponent } from './shared/widgets/dialog.component';
import { SignalMarkComponent } from './shared/widgets/signal-mark.component';
import { KeyHelpComponent } from './shell/key-help.component';
import { KeysService } from './shell/keys.service';
import { NewVersionComponent } from './shell/new-version.component';
import { DOORS, doorOf, roomAt, roomsFor } from './shell/rooms';
import { SearchComponent } from './shell/search.component';
import { WhenPipe } from './shared/widgets/locale.pipes';
import { counted, plural } from './shared/locale';
import { typedFields } from './shared/words/outbox-words';

/**
 * The frame around every room: the doors, the rooms behind the open one, the person, search and keyboard shortcuts.
 */
@Component({
  selector: 'gan-root',
  imports: [
    DialogComponent,
    KeyHelpComponent,
    NewVersionComponent,
    NgbDropdown,
    NgbDropdownItem,
    NgbDropdownMenu,
    NgbDropdownToggle,
    PasswordFormComponent,
    PinFormComponent,
    RouterLink,
    RouterOutlet,
    SearchComponent,
    SignalMarkComponent,
    SignInFormComponent,
    TabletDoorComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.component.html',
  styleUrl: './app.component.scss',
})
export class AppComponent {
  private readonly store = inject(Store);
  protected readonly preferences = inject(Preferences);
  protected readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly doors = DOORS;
  private readonly url = toSignal(
    inject(Router).events.pipe(
      // Known before the room is loaded, so the room appears below its doors instead of being pushed down by them.
      filter((event) => event instanceof GuardsCheckEnd || event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects),
    ),
    { initialValue: '' },
  );
  protected readonly openRoom = computed(() => roomAt(this.url()));
  protected readonly openDoor = computed(() => doorOf(this.openRoom()));
  protected readonly openRooms = computed(() => roomsFor(this.openDoor(), this.person()?.role ?? 'operator'));
  /** Whose doors are shown: nobody's until the first room is known. */
  protected readonly shown = computed(() => (this.url() === '' ? null : this.person()));
  protected readonly searchOpen = signal(false);
  protected readonly helpOpen = signal(false);
  protected readonly passwordOpen = signal(false);
  protected readonly pinOpen = signal(false);
  protected readonly tablet = inject(Tablet);
  protected readonly themeWord = computed(() =>
    this.preferences.theme() === 'day' ? 'Dark theme' : 'Light theme',
  );
  protected readonly unitWord = computed(() =>
    this.preferences.unitOrder() === 'metric'
      ? 'Show inch and number sizes first'
      : 'Show metric and NM first',
  );

  protected readonly sessionLost = this.store.selectSignal(shopFeature.selectLost);
  protected readonly asOf = inject(Connection).asOf;
  protected readonly outbox = inject(Outbox);
  protected readonly typedIn = typedFields;
  /** A newer server may refuse the form of what an older page stored, and accept it after an update. */
  protected readonly mayBeAccepted = ({ status }: Problem): boolean => [400, 404].includes(status);
  protected readonly waitingText = computed(() => {
    const waiting = this.outbox.waiting();
    const others = waiting.filter(({ personId }) => personId !== this.person()?.id).length;
    const changes = counted(waiting.length, 'change');
    const of =
      others === 0
        ? ''
        : ` ${others} of them only when the person who made ${plural(others, 'it', 'them')} signs in.`;
    const when = this.sessionLost() ? 'when you sign in' : 'when the connection is back';
    const one = waiting.length === 1;
    // No longer than without the warning: what stands below must stay in reach of the thumb.
    const where = this.outbox.mayBeDeleted()
      ? `This browser may delete ${one ? 'it. It goes' : 'them. They go'}`
      : `${one ? 'It is stored on this device and goes' : 'They are stored on this device and go'}`;
    return waiting.length === 0 ? null : `${changes} not sent yet. ${where} out ${when}.${of}`;
  });

  constructor() {
    effect(() => this.outbox.use(this.sessionLost() ? null : (this.person()?.id ?? null)));
    const keys = inject(KeysService);
    keys.search.pipe(takeUntilDestroyed()).subscribe(() => this.searchOpen.set(this.person() !== null));
    keys.help.pipe(takeUntilDestroyed()).subscribe(() => this.helpOpen.set(true));
  }

  protected closePassword(): void {
    this.passwordOpen.set(false);
    this.store.dispatch(shopActions.passwordClosed());
  }

  protected closePin(): void {
    this.pinOpen.set(false);
    this.store.dispatch(shopActions.passwordClosed());
  }

  protected signOutEverywhere(): void {
    this.store.dispatch(shopActions.signOutEverywhere());
  }

  protected signOut(): void {
    this.store.dispatch(shopActions.signOut());
  }
}
