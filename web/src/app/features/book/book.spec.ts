import { newId, type BookEntry, type BookPage as Page } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './book.effects';
import { BookPage } from './book.page';
import { bookActions, bookFeature } from './book.state';
import { changedFields, detailsText, sentFields, unworded } from './book-words';

const PERSON_ID = newId();
const entry = (position: string, change: Partial<BookEntry> = {}): BookEntry => ({
  position,
  at: '2026-03-04T10:00:00.000Z',
  by: 'Lea',
  personId: PERSON_ID,
  kind: 'changeNeedle',
  machine: { id: MACHINE.id, name: MACHINE.name },
  details: {
    params: { machineId: MACHINE.id },
    body: { cause: 'wear', needle: { systemId: '135x16', nm: 110 }, lotId: MACHINE.id, partUsedId: null },
  },
  device: '',
  place: 12,
  seal: 'ab'.repeat(32),
  ...change,
});
const PAGE: Page = { entries: [entry('9'), entry('8', { by: 'Tam', kind: 'signIn' })], next: '8' };

describe('the book', () => {
  it('has wording for every write', () => {
    expect(unworded()).toEqual([]);
  });

  it('shows what was sent without ids, and the previous values', () => {
    const { details } = entry('1');
    expect(sentFields(details)).toEqual([
      { name: 'cause', value: 'worn' },
      { name: 'needle, system', value: '135x16' },
      { name: 'needle, NM', value: '110' },
    ]);
    expect(detailsText(details, 2)).toBe('cause: worn; needle, system: 135x16; and more');
    const needle = { pointId: 'round-small-cut', finishId: 'chromed' };
    expect(detailsText({ params: {}, body: { needle } })).toBe(
      'needle, point: round point with small cut; needle, finish: chromed',
    );
    const asSent = {
      fragments: 'all-found',
      dueAt: '2026-03-04',
      inUse: true,
      role: 'shift-lead',
      turns: 0.125,
    };
    expect(sentFields({ params: {}, body: asSent }).map(({ value }) => value)).toEqual([
      ...['broken, all pieces found', '4 Mar 2026', 'yes', 'shift lead', '0.125'],
    ]);
    const before = entry('0', { details: { params: {}, body: { cause: 'scheduled', note: 'first' } } });
    expect(changedFields(entry('1'), before)).toEqual([
      { name: 'cause', value: 'worn', before: 'planned' },
      { name: 'needle, system', value: '135x16', before: null },
      { name: 'needle, NM', value: '110', before: null },
      { name: 'note', value: '', before: 'first' },
    ]);
  });

  it('is searched by words, kind and machine, and shows a whole entry', async () => {
    const page = await mountPage(BookPage, {
      features: [bookFeature, matchFeature, catalogueFeature, shopFeature],
      before: [
        shopActions.sessionRead({ session: SESSION }),
        matchActions.listsRead({
          machines: [MACHINE],
          setups: [],
          balanced: [],
          cases: [],
          timings: [],
          hands: [],
        }),
      ],
    });
    page.store.dispatch(bookActions.pageRead({ page: PAGE }));
    await page.settled();
    expect(page.text()).toContain('2 newest entries');
    expect(page.text()).toContain('Needle changed');
    expect(page.text()).toContain('Signed in');
    await page.type('Words', ' lea ');
    await page.choose('What', 'Needle changed');
    expect(page.of(bookActions.asked).at(-1)?.filter).toEqual({ kind: 'changeNeedle', words: 'lea' });
    page.store.dispatch(bookActions.pageRead({ page: { entries: PAGE.entries.slice(0, 1), next: null } }));
    await page.settled();
    await page.press('Needle changed');
    page.store.dispatch(bookActions.entryRead({ change: { entry: PAGE.entries[0]!, before: null } }));
    await page.settled();
    expect(page.text()).toContain('needle, system');
    expect(page.text()).toContain(`Seal ${'ab'.repeat(32)}`);
    await page.press('Show only Lea');
    expect(page.of(bookActions.asked).at(-1)?.filter).toEqual({
      ...{ kind: 'changeNeedle', words: 'lea', personId: PERSON_ID },
    });
    await page.press('Everybody');
    expect(page.of(bookActions.asked).at(-1)?.filter).toEqual({ kind: 'changeNeedle', words: 'lea' });
    await page.press('Everything');
    expect(page.of(bookActions.asked).at(-1)?.filter).toEqual({});
  });

  it('adds older entries to those shown, with the same filter', () => {
    const { store, asked, answers } = runEffects({
      features: [bookFeature],
      effects,
      answers: { readBook: PAGE },
    });
    store.dispatch(bookActions.asked({ filter: { kind: 'changeNeedle' } }));
    answers['readBook'] = { entries: [entry('7')], next: null };
    store.dispatch(bookActions.olderAsked({ before: '8' }));
    expect(asked.map(({ query }) => query)).toEqual([
      { kind: 'changeNeedle' },
      { kind: 'changeNeedle', before: '8' },
    ]);
    const state = store.selectSignal(bookFeature.selectBookState)();
    expect(state.entries?.map(({ position }) => position)).toEqual(['9', '8', '7']);
    expect(state.next).toBeNull();
  });
});
