import { newId, routes, type BookEntry, type BookQuery } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';
import { sealEntries, verifyBook } from './index.js';

describe('the book', () => {
  let shop: TestShop;
  let lead: TestClient;
  let mechanic: TestClient;
  let operator: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
    mechanic = await shop.signedIn('mechanic');
    operator = await shop.signedIn('operator');
  });
  afterAll(() => shop.stop());

  const read = async (query: BookQuery = {}) => (await mechanic.call(routes.readBook, { query })).body;
  const kinds = (entries: readonly BookEntry[]) => entries.map(({ kind }) => kind);
  const report = (trouble: 'clunk' | 'shredding', key = newId()) =>
    operator.call(routes.reportTrouble, {
      key,
      params: { machineId: shop.works.ids.compound },
      body: { trouble, reportedAt: shop.clock.now.toISOString() },
    });
  const sql = (text: string) => shop.database.sequelize.query(text);

  it('starts with what the tables remember', async () => {
    const { entries } = await read({ kind: 'changeNeedle', machineId: shop.works.ids.compound });
    expect(entries.map(({ machine }) => machine?.id)).toContain(shop.works.ids.compound);
  });

  it('records each write once, with who, when, where and what was sent', async () => {
    const key = newId();
    await report('clunk', key);
    await report('clunk', key);
    const { entries } = await read({ kind: 'reportTrouble', words: 'clunk' });
    expect(entries.length).toBe(1);
    expect(entries[0]).toEqual(
      jasmine.objectContaining({ by: 'Test operator', at: shop.clock.now.toISOString() }),
    );
    expect(entries[0]!.machine?.id).toBe(shop.works.ids.compound);
    expect(entries[0]!.details.body).toEqual(jasmine.objectContaining({ trouble: 'clunk' }));
  });

  it('records nothing that was refused', async () => {
    const before = (await read()).entries.length;
    const { status } = await operator.call(routes.reportTrouble, {
      params: { machineId: newId() },
      body: { trouble: 'clunk', reportedAt: shop.clock.now.toISOString() },
    });
    expect(status).toBe(404);
    expect((await read()).entries.length).toBe(before);
  });

  it('records sign-ins, and never a password', async () => {
    const { entries } = await read({ kind: 'signIn' });
    expect(entries.map(({ by }) => by)).toContain('Test mechanic');
    expect(entries.every(({ details }) => details.body === null)).toBeTrue();
    const all = await shop.database.sequelize.query('SELECT details, words FROM book_entries');
    expect(JSON.stringify(all)).not.toContain('password');
  });

  it('shows previous values', async () => {
    const set = (key: string, value: number, replaces: string | null) =>
      lead.call(routes.setShopValue, {
        key,
        body: { valueId: 'gauge.most-friction', value, standing: 'chosen', note: '', replaces },
      });
    const first = newId();
    await set(first, 0.3, null);
    await set(newId(), 0.32, first);
    const [latest] = (await read({ kind: 'setShopValue' })).entries;
    const found = await mechanic.call(routes.readBookEntry, { params: { position: latest!.position } });
    expect((found.body.entry.details.body as { value: number }).value).toBe(0.32);
    expect((found.body.before?.details.body as { value: number }).value).toBe(0.3);
  });

  it('is searched by period, machine, person, kind and words, a page at a time', async () => {
    await report('shredding');
    const by = async (query: BookQuery) => kinds((await read(query)).entries);
    expect(await by({ words: 'shredding' })).toEqual(['reportTrouble']);
    expect(await by({ words: 'shredding nowhere' })).toEqual([]);
    expect(await by({ words: 'for shredding at the' }))
      .withContext('words too common to be indexed are looked for too')
      .toEqual([]);
    expect(await by({ words: '"+-*()' }))
      .withContext('signs alone ask nothing')
      .not.toEqual([]);
    const { entries } = await read({ words: 'test oper', kind: 'reportTrouble' });
    expect(entries.length).toBeGreaterThan(0);
    expect(await by({ from: '2027-01-01T00:00:00.000Z' })).toEqual([]);
    await sql(`INSERT INTO book_entries (at, person_id, by_name, kind, subject, details, words)
               SELECT e.at, e.person_id, e.by_name, 'paged', s.seq, e.details, IF(s.seq % 2, 'often said', 'softened') FROM seq_1_to_120 s JOIN
                 (SELECT at, person_id, by_name, details FROM book_entries LIMIT 1) e`);
    const pages: string[][] = [];
    let before: string | undefined;
    do {
      const page = await read({ kind: 'paged', ...(before === undefined ? {} : { before }) });
      pages.push(page.entries.map(({ position }) => position));
      before = page.next ?? undefined;
    } while (before !== undefined);
    expect(pages.map(({ length }) => length)).toEqual([50, 50, 20]);
    expect(new Set(pages.flat()).size).toBe(120);
    const often = await read({ words: 'often' });
    expect([often.entries.length, often.next])
      .withContext('a common word fills its page')
      .not.toContain(null);
    const rest = await read({ words: 'often', before: often.next! });
    expect([often.entries.length, rest.entries.length])
      .withContext('and not by the middle of words')
      .toEqual([50, 10]);
  });

  it('is available as CSV, but not to operators', async () => {
    const { status, body } = await mechanic.call(routes.downloadBook, { query: { kind: 'reportTrouble' } });
    expect(status).toBe(200);
    expect(body.split('\r\n')[0]).toBe('position,at,by,kind,machine,details,device,place,seal');
    expect((await operator.call(routes.readBook)).status).toBe(403);
  });

  it('keeps no secret that was sent, and finds entries without it', async () => {
    const token = 's'.repeat(43);
    const webhook = 'https://system.works.example/hook/s3cret-path?key=s3cret-key';
    const entry = { kind: 'scale' as const, name: 'Scale with a secret', machineId: null, token };
    await lead.call(routes.registerDevice, { key: newId(), body: entry });
    const target = { way: 'webhook' as const, address: webhook, kinds: ['order-now' as const] };
    await lead.call(routes.addMessageTarget, { key: newId(), body: target });
    const everything =
      JSON.stringify(await sql('SELECT * FROM book_entries')) +
      JSON.stringify(await sql('SELECT * FROM writes'));
    expect(everything).toContain('Scale with a secret');
    for (const part of [token, 's3cret']) expect(everything).withContext(part).not.toContain(part);
    const [entered] = (await read({ kind: 'registerDevice' })).entries;
    expect(entered!.details.body).toEqual({ ...entry, token: '[hidden]' });
    expect((await read({ words: 'hidden' })).entries.length).toBe(1);
    const csv = (await mechanic.call(routes.downloadBook, { query: {} })).body;
    for (const part of [token, 's3cret']) expect(csv).withContext(part).not.toContain(part);
  });

  it('refuses a kind that no route has the form of', async () => {
    for (const kind of ['\u00e5', 'a b', '%'])
      expect((await mechanic.call(routes.readBook, { query: { kind } })).status)
        .withContext(kind)
        .toBe(400);
  });
});

describe('verifying the book', () => {
  let shop: TestShop;
  beforeEach(async () => {
    shop = await startTestShop();
  });
  afterEach(() => shop.stop());

  const sql = (text: string) => shop.database.sequelize.query(text);
  const report = async () =>
    (await shop.signedIn('operator')).call(routes.reportTrouble, {
      params: { machineId: shop.works.ids.compound },
      body: { trouble: 'clunk', reportedAt: shop.clock.now.toISOString() },
    });

  it('shows names as they were when it was done', async () => {
    await report();
    await shop.database.tables.people.update({ name: 'Married since' }, { where: { role: 'operator' } });
    await sql(`UPDATE machines SET name = 'Renamed since'`);
    const mechanic = await shop.signedIn('mechanic');
    const [entry] = (await mechanic.call(routes.readBook, { query: { kind: 'reportTrouble' } })).body.entries;
    expect([entry!.by, entry!.machine?.name]).toEqual(['Test operator', 'Compound 01']);
  });

  it('seals only what its own servers wrote', async () => {
    await report();
    while ((await sealEntries(shop.keeper)) > 0);
    const whole = await verifyBook(shop.keeper);
    const copied = `person_id, by_name, kind, machine_id, machine_name, subject, details, words, device`;
    await sql(
      `INSERT INTO book_entries (at, ${copied}) SELECT '2026-01-01', ${copied} FROM book_entries WHERE place = 1`,
    );
    await sql(`INSERT INTO book_entries (at, ${copied}, entry_key, mark)
               SELECT '2026-01-02', ${copied}, UUID(), mark FROM book_entries WHERE mark IS NOT NULL LIMIT 1`);
    expect(await sealEntries(shop.keeper)).toBe(0);
    expect(await verifyBook(shop.keeper)).toEqual(
      jasmine.objectContaining({ outcome: 'broken', why: '2 unsealed entries were not written by Gantelet' }),
    );
    await sql('DELETE FROM book_entries WHERE place IS NULL');
    expect(await verifyBook(shop.keeper)).toEqual(whole);
  });

  it('is sealed as a chain that reveals what was changed, removed or inserted', async () => {
    await report();
    while ((await sealEntries(shop.keeper)) > 0);
    const whole = await verifyBook(shop.keeper);
    expect(whole.outcome).toBe('whole');
    expect(whole).toEqual(jasmine.objectContaining({ entries: await shop.count('book_entries') }));
    await sql(`UPDATE book_entries SET device = CONCAT(device, 'x') WHERE place = 2`);
    const changed = { outcome: 'broken' as const, why: 'the entry is not as it was sealed' };
    expect(await verifyBook(shop.keeper)).toEqual({ ...changed, place: 2 });
    await sql('UPDATE book_entries SET device = LEFT(device, CHAR_LENGTH(device) - 1) WHERE place = 2');
    expect(await verifyBook(shop.keeper)).toEqual(whole);
    for (const [column, value] of [
      ...[
        ['words', `'x'`],
        ['by_name', `'x'`],
        ['machine_name', `'x'`],
        ['subject', `'x'`],
      ],
      ...[
        ['at', 'at + INTERVAL 1 SECOND'],
        ['details', `REPLACE(details, '{', '{ ')`],
        ['id', 'id + 1000000'],
      ],
    ] as const) {
      await sql(`CREATE TEMPORARY TABLE was SELECT * FROM book_entries WHERE place = 2`);
      await sql(`UPDATE book_entries SET ${column} = ${value} WHERE place = 2`);
      expect(await verifyBook(shop.keeper))
        .withContext(column)
        .toEqual({ ...changed, place: 2 });
      await sql(`UPDATE book_entries e JOIN was ON was.place = e.place SET e.${column} = was.${column}`);
      await sql('DROP TEMPORARY TABLE was');
    }
    expect(await verifyBook(shop.keeper)).toEqual(whole);
    await sql('DELETE FROM book_entries WHERE place = 3');
    expect(await verifyBook(shop.keeper)).toEqual({
      outcome: 'broken',
      place: 3,
      why: 'the entry is missing',
    });
    await sql('UPDATE book_entries SET place = place - 1 WHERE place > 3 ORDER BY place');
    expect(await verifyBook(shop.keeper)).toEqual({ ...changed, place: 3 });
  });

  it('finds it intact while it is being sealed', async () => {
    await report();
    while ((await sealEntries(shop.keeper)) > 0);
    const { bookEntries } = shop.database.tables;
    const findAll = bookEntries.findAll.bind(bookEntries) as (options: object) => Promise<never>;
    let sealed = 0;
    const spied = spyOn(bookEntries, 'findAll').and.callFake(async (options) => {
      spied.and.callThrough();
      // The end of the chain has been read, but not its entries.
      await report();
      sealed = await sealEntries(shop.keeper);
      return findAll(options as object);
    });
    expect((await verifyBook(shop.keeper)).outcome).toBe('whole');
    expect(sealed).toBeGreaterThan(0);
    spied.and.callThrough();
  });
});
