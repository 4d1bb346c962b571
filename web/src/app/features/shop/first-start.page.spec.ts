import { mountPage } from '../../testing/mount-page';
import { FirstStartPage } from './first-start.page';
import { shopActions, shopFeature } from './shop.state';

describe('the first start', () => {
  const show = () =>
    mountPage(FirstStartPage, {
      features: [shopFeature],
      before: [
        shopActions.sessionRead({
          session: { csrfToken: '', person: null, shop: null, firstStart: true },
        }),
      ],
    });

  it('sends the works with its zones and shifts, and nothing before it is complete', async () => {
    const page = await show();
    expect(page.button('Set up the works')?.disabled).toBeTrue();
    page.store.dispatch(
      shopActions.sessionRead({ session: { csrfToken: '', person: null, shop: null, firstStart: true } }),
    );
    await page.type('Code the server showed', 'A1B2C3D4E5');
    await page.type('Name of the works', 'Weir Lane Leather');
    await page.type('Time zone', 'Europe/Oslo');
    await page.type('Currency', 'NOK');
    await page.type('Your name', 'Ada Rowe');
    await page.type('Sign-in name', 'ada');
    await page.type('Password', 'waxed thread and awl');
    await page.type('Zones', ' Cutting room, Bench hall,, ');
    await page.press('Another shift');
    await page.press('Set up the works');
    const [said] = page.of(shopActions.firstStart);
    expect(said?.start).toEqual({
      code: 'A1B2C3D4E5',
      shop: {
        name: 'Weir Lane Leather',
        timeZone: 'Europe/Oslo',
        currency: 'NOK',
        schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
      },
      lead: { name: 'Ada Rowe', signInName: 'ada', password: 'waxed thread and awl' },
      zones: ['Cutting room', 'Bench hall'],
      shifts: [
        { name: 'Early', startMinute: 360, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] },
        { name: 'Late', startMinute: 840, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] },
      ],
    });
  });
});
