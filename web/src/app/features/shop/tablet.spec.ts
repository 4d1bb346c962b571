import { newId, type Problem } from '@gantelet/contracts';
import { Tablet } from '../../shared/tablet-pass';
import { SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { PinFormComponent } from './pin-form.component';
import { readTabletPeople, setPin, signInOnTablet } from './shop.effects';
import { shopActions, shopFeature } from './shop.state';
import { SignInPage } from './sign-in.page';
import { TabletDoorComponent } from './tablet-door.component';

const PASS = { deviceId: newId(), token: 'T'.repeat(43) };
const TAM = { id: newId(), name: 'Tam Oduya' };

describe('a shared tablet', () => {
  beforeEach(() => new Tablet().enrol(PASS));
  afterEach(() => new Tablet().forget());

  const door = () =>
    mountPage(TabletDoorComponent, {
      features: [shopFeature],
      before: [shopActions.tabletPeopleRead({ people: [TAM] })],
    });

  it('asks for a name and a PIN, and authenticates with its own token', async () => {
    const page = await door();
    expect(page.of(shopActions.tabletPeopleWanted).map(({ pass }) => pass)).toEqual([PASS]);
    await page.press('Tam Oduya');
    await page.type('PIN of Tam Oduya', '2580');
    await page.press('Sign in');
    expect(page.of(shopActions.signInByPin).map(({ signIn }) => signIn)).toEqual([
      { ...PASS, personId: TAM.id, pin: '2580' },
    ]);
  });

  it("accepts a badge's code as typed by the scanner, and nothing else", async () => {
    const page = await door();
    const code = `GB-${'ABCDEFGHJKMNPQRSTVWXYZ234'}`;
    await page.type('Badge', code.slice(0, 20));
    expect(page.of(shopActions.signInByBadge)).toEqual([]);
    await page.type('Badge', code.toLowerCase());
    expect(page.of(shopActions.signInByBadge)[0]?.signIn).toEqual({ ...PASS, badge: code });
  });

  it('offers signing in by password too, and says how long a session lasts', async () => {
    const page = await mountPage(SignInPage, { features: [shopFeature], before: [] });
    expect(page.text()).toContain('signed out after ten minutes');
    await page.press('I use my password');
    expect(page.text()).toContain('signed out after an hour');
    await page.press('Back to the names');
    expect(page.text()).toContain('ten minutes');
  });

  it("calls in the tablet's name, and continues as the person who signed in", () => {
    const { store, asked } = runEffects({
      features: [shopFeature],
      effects: { readTabletPeople, setPin, signInOnTablet },
      answers: { listTabletPeople: [TAM], signInByPin: SESSION, setPin: { hasPin: true } },
    });
    store.dispatch(shopActions.tabletPeopleWanted({ pass: PASS }));
    expect(asked[0]).toEqual({
      ...{ route: 'listTabletPeople', params: { deviceId: PASS.deviceId }, deviceToken: PASS.token },
    } as never);
    store.dispatch(shopActions.signInByPin({ signIn: { ...PASS, personId: TAM.id, pin: '2580' } }));
    expect(store.selectSignal(shopFeature.selectPerson)()).toEqual(SESSION.person);
    store.dispatch(shopActions.setPin({ change: { password: 'p', pin: '2580' } }));
    expect(store.selectSignal(shopFeature.selectPinDone)()).toBe('Your PIN is set.');
  });
});

describe("one's own PIN", () => {
  const WRONG: Problem = { type: 'about:blank', title: 'Wrong', status: 422, code: 'password.wrong' };

  it('is not one that anybody would try first, and requires the password', async () => {
    const page = await mountPage(PinFormComponent, { features: [shopFeature], before: [] });
    await page.type('Your password', 'my password');
    await page.type('PIN, 4 to 8 digits', '1234');
    expect(page.button('Use this PIN')?.disabled).toBeTrue();
    expect(page.text()).toContain('not in sequence');
    await page.type('PIN, 4 to 8 digits', '2580');
    await page.press('Use this PIN');
    expect(page.of(shopActions.setPin)[0]?.change).toEqual({ password: 'my password', pin: '2580' });
    page.store.dispatch(shopActions.failed({ problem: WRONG }));
    await page.settled();
    expect(page.text()).toContain('Wrong');
    await page.press('Remove my PIN');
    expect(page.of(shopActions.setPin)[1]?.change).toEqual({ password: 'my password', pin: null });
  });
});
