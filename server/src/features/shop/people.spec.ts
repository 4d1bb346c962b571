import { HOUR_MS } from '@gantelet/core';
import {
  newId,
  pathOf,
  routes,
  type PersonRow,
  type PersonWithCode,
  type Problem,
} from '@gantelet/contracts';
import { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('people', () => {
  let shop: TestShop;
  let lead: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
  });
  afterEach(() => shop.stop());

  const add = async (name = 'Orla Quill', key = newId()): Promise<PersonWithCode> => {
    const signInName = name.toLowerCase().replaceAll(' ', '.');
    const added = await lead.call(routes.addPerson, { key, body: { name, role: 'mechanic', signInName } });
    expect(added.status).toBe(200);
    return added.body;
  };
  const useCode = (code: string, password = 'bobbins by the yard', signInName = 'orla.quill') =>
    new TestClient(shop.address).call(routes.signInByCode, { body: { signInName, code, password } });
  const signIn = async (password: string): Promise<TestClient | null> => {
    const client = new TestClient(shop.address);
    const { status } = await client.call(routes.signIn, { body: { signInName: 'orla.quill', password } });
    return status === 200 ? client : null;
  };
  const codeOf = (answer: { readonly body: unknown }) => (answer.body as Problem).code;

  it('first sign in with a code, and then with the password they chose', async () => {
    const { code, person } = await add();
    expect(code).toMatch(/^[A-Z2-9]{5}-[A-Z2-9]{5}$/);
    expect(person.codeUntil).not.toBeNull();
    const typed = code.toLowerCase().replace('-', ' ');
    const first = await useCode(typed);
    expect([first.status, first.body.person?.name]).toEqual([200, 'Orla Quill']);
    expect(await signIn('bobbins by the yard')).not.toBeNull();
    expect(codeOf(await useCode(code))).toBe('code.wrong');
    const { body } = await lead.call(routes.listPeople);
    expect(body.find(({ id }) => id === person.id)?.codeUntil).toBeNull();
  });

  it('are imported from a list, all or none, and once however often it is sent', async () => {
    const take = (rows: readonly PersonRow[], key = newId()) =>
      lead.call(routes.importPeople, { key, body: { rows: [...rows] } });
    const before = await shop.count('people');
    const wrong = await take([{ name: 'Orla Quill' }, { name: 'Bram Voss', role: 'boss' }]);
    expect((wrong.body as unknown as Problem).fields?.map(({ path }) => path)).toEqual(['body.rows.1.role']);
    const twice = await take([{ name: 'Orla Quill' }, { name: 'ORLA quill' }]);
    expect((twice.body as unknown as Problem).fields?.map(({ path }) => path)).toEqual([
      'body.rows.1.signInName',
    ]);
    expect(await shop.count('people')).toBe(before);
    const rows = [{ name: 'Orla Quill', role: 'Mechanic' }, { name: 'Bram Voss' }];
    const { body } = await take(rows);
    expect(body.added.map(({ person }) => [person.signInName, person.role])).toEqual([
      ['orla.quill', 'mechanic'],
      ['bram.voss', 'operator'],
    ]);
    expect((await useCode(body.added[0]!.code)).status).toBe(200);
    const again = await take(rows);
    expect([again.body.added, again.body.there]).toEqual([[], ['orla.quill', 'bram.voss']]);
    const mechanic = await shop.signedIn('mechanic');
    expect((await mechanic.call(routes.importPeople, { key: newId(), body: { rows } })).status).toBe(403);
  });

  it('get the same code if the reply was lost, and it is stored nowhere in the clear', async () => {
    const key = newId();
    const first = await add('Orla Quill', key);
    expect((await add('Orla Quill', key)).code).toBe(first.code);
    const [rows] = await shop.database.sequelize.query(
      `SELECT p.code_hash, w.reply FROM people p JOIN writes w ON w.write_key = p.id`,
    );
    expect(JSON.stringify(rows)).not.toContain(first.code);
  });

  it('are refused with a wrong, expired or unknown code, and with a common password', async () => {
    const { code } = await add();
    expect(codeOf(await useCode('AAAAA-AAAAA'))).toBe('code.wrong');
    expect(codeOf(await useCode(code, 'bobbins by the yard', 'nobody'))).toBe('code.wrong');
    const weak = await useCode(code, 'Password1');
    expect([weak.status, codeOf(weak)]).toEqual([422, 'password.common']);
    shop.clock.now = new Date(shop.clock.now.getTime() + 73 * HOUR_MS);
    expect(codeOf(await useCode(code))).toBe('code.wrong');
  });

  it('are signed out everywhere when they leave, and what they did stays', async () => {
    const { code, person } = await add();
    await useCode(code);
    const orla = (await signIn('bobbins by the yard'))!;
    const link = await orla.call(routes.linkCalendar);
    expect(link.status).toBe(200);
    const revision = { name: person.name, role: person.role, signInName: person.signInName, active: false };
    const left = await lead.call(routes.revisePerson, {
      params: { personId: person.id },
      body: { ...revision, version: person.version },
    });
    expect(left.body.active).toBeFalse();
    expect((await orla.call(routes.readFloor)).status).toBe(401);
    expect(await signIn('bobbins by the yard')).toBeNull();
    const calendar = await fetch(shop.address + (link.body as { path: string }).path);
    expect(calendar.status).toBe(404);
    const noCode = await lead.call(routes.makeSignInCode, { params: { personId: person.id } });
    expect(codeOf(noCode)).toBe('person.left');
    // Back again, with their old password.
    await lead.call(routes.revisePerson, {
      params: { personId: person.id },
      body: { ...revision, active: true, version: left.body.version },
    });
    expect(await signIn('bobbins by the yard')).not.toBeNull();
  });

  it('always include a lead, even when two change it at once', async () => {
    const { body: people } = await lead.call(routes.listPeople);
    const own = people.find(({ role }) => role === 'lead')!;
    const leave = (person: typeof own) =>
      lead.call(routes.revisePerson, {
        params: { personId: person.id },
        body: {
          name: person.name,
          role: 'mechanic',
          signInName: person.signInName,
          active: true,
          version: person.version,
        },
      });
    expect(codeOf(await leave(own))).toBe('person.last-lead');
    const other = await lead.call(routes.addPerson, {
      body: { name: 'Second Lead', role: 'lead', signInName: 'second' },
    });
    const both = await Promise.all([leave(own), leave(other.body.person)]);
    expect(both.filter(({ status }) => status === 200).length).toBe(1);
    const leads = await shop.database.tables.people.count({ where: { role: 'lead', active: true } });
    expect(leads).toBe(1);
  });

  it('have unique sign-in names, and only a lead sees or changes people', async () => {
    await add();
    const again = await lead.call(routes.addPerson, {
      body: { name: 'Other', role: 'operator', signInName: 'orla.quill' },
    });
    expect([again.status, codeOf(again)]).toEqual([409, 'person.name-taken']);
    const mechanic = await shop.signedIn('mechanic');
    expect((await mechanic.call(routes.listPeople)).status).toBe(403);
    expect((await mechanic.call(routes.makeSignInCode, { params: { personId: newId() } })).status).toBe(403);
    expect(pathOf(routes.makeSignInCode, { personId: 'x' })).toBe('/api/people/x/code');
  });

  it('cannot choose a common password for themselves', async () => {
    const mechanic = await shop.signedIn('mechanic');
    const weak = await mechanic.call(routes.changePassword, {
      body: { current: 'mechanic-secret', next: 'qwertyuiop' },
    });
    expect(codeOf(weak)).toBe('password.common');
  });

  it('assign their machines to zones that a lead adds and names', async () => {
    const key = newId();
    expect((await lead.call(routes.addZone, { key, body: { name: 'Annex' } })).body).toEqual({
      id: key,
      name: 'Annex',
    });
    expect(codeOf(await lead.call(routes.addZone, { body: { name: 'annex' } }))).toBe('zone.name-taken');
    const named = await lead.call(routes.renameZone, {
      params: { zoneId: key },
      body: { name: 'North annex' },
    });
    expect(named.body.name).toBe('North annex');
    const { body } = await lead.call(routes.readShopCalendar);
    expect(body.zones.find(({ zoneId }) => zoneId === key)?.shiftIds.length).toBe(1);
  });
});
