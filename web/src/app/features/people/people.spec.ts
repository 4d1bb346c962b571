import { newId, type PersonAccount, type Problem } from '@gantelet/contracts';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import * as effects from './people.effects';
import { PeoplePage } from './people.page';
import { peopleActions, peopleFeature } from './people.state';

const person = (name: string, change: Partial<PersonAccount> = {}): PersonAccount => ({
  ...{ id: newId(), name, role: 'mechanic', signInName: name.toLowerCase() },
  ...{ active: true, codeUntil: null, version: 0 },
  ...change,
});
const ADA = person('Ada', { role: 'lead' });
const BO = person('Bo');
const HALL = { id: newId(), name: 'Hall' };
const TAKEN: Problem = { type: 'about:blank', title: 'Taken', status: 409, code: 'person.name-taken' };

describe('people and zones', () => {
  const lists = { people: [ADA, BO], zones: [HALL] };
  const show = () =>
    mountPage(PeoplePage, { features: [peopleFeature], before: [peopleActions.read(lists)] });

  it('adds a person and shows their code, which is hidden for good once it was seen', async () => {
    const page = await show();
    await page.type('Name', 'Cai');
    await page.type('Sign-in name', 'cai');
    await page.press('Add and make a sign-in code');
    expect(page.of(peopleActions.add)[0]?.entry).toEqual({
      name: 'Cai',
      role: 'operator',
      signInName: 'cai',
    });
    const cai = person('Cai', { codeUntil: '2026-03-07T10:00:00.000Z' });
    page.store.dispatch(peopleActions.codeMade({ made: { person: cai, code: 'K7RTM-2PQ9X' } }));
    await page.settled();
    expect(page.text()).toContain('K7RTM-2PQ9X');
    expect(page.text()).toContain('3 people here');
    await page.press('Done, hide it');
    expect(page.text()).not.toContain('K7RTM-2PQ9X');
  });

  it('marks people as having left, and as back', async () => {
    const page = await show();
    await page.press('Change Bo');
    await page.press('Has left');
    const [said] = page.of(peopleActions.revise);
    expect([said?.personId, said?.revision.active, said?.revision.version]).toEqual([BO.id, false, 0]);
    page.store.dispatch(peopleActions.revised({ person: { ...BO, active: false, version: 1 } }));
    await page.settled();
    expect(page.text()).toContain('1 person here');
    await page.press('Bring back: Bo');
    expect(page.of(peopleActions.revise).at(-1)?.revision).toEqual(
      jasmine.objectContaining({ active: true, version: 1 }),
    );
  });

  it('keeps what was typed if it is refused', async () => {
    const page = await show();
    await page.type('Name', 'Cai');
    await page.type('Sign-in name', 'bo');
    await page.press('Add and make a sign-in code');
    page.store.dispatch(peopleActions.refused({ problem: TAKEN }));
    await page.settled();
    expect(page.text()).toContain('Taken');
    expect(page.field('Name').value).toBe('Cai');
  });

  it('names zones', async () => {
    const page = await show();
    await page.press('Rename Hall');
    await page.type('Name of the zone', 'North hall');
    await page.press('Save');
    expect(page.of(peopleActions.nameZone)[0]).toEqual(
      jasmine.objectContaining({ zoneId: HALL.id, name: 'North hall' }),
    );
  });

  it('calls the server for each, and reports refusals', () => {
    const { store, asked, answers } = runEffects({
      features: [peopleFeature],
      effects,
      before: [peopleActions.read(lists)],
      answers: { addZone: HALL, renameZone: HALL, revisePerson: BO, addPerson: TAKEN },
    });
    const key = newId();
    store.dispatch(peopleActions.nameZone({ key, zoneId: null, name: 'Hall' }));
    store.dispatch(peopleActions.nameZone({ key, zoneId: HALL.id, name: 'Hall' }));
    const entry = { name: 'Cai', role: 'operator' as const, signInName: 'bo' };
    store.dispatch(peopleActions.add({ key, entry }));
    expect(asked.map(({ route }) => route)).toEqual(['addZone', 'renameZone', 'addPerson']);
    expect(store.selectSignal(peopleFeature.selectRefused)()).toEqual(TAKEN);
    answers['addPerson'] = { person: BO, code: 'K7RTM-2PQ9X' };
    store.dispatch(peopleActions.add({ key, entry }));
    expect(store.selectSignal(peopleFeature.selectMade)()?.code).toBe('K7RTM-2PQ9X');
    expect(store.selectSignal(peopleFeature.selectSaving)()).toBeFalse();
  });
});
