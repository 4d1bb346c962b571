import { newId, RecordBundle, routes } from '@gantelet/contracts';
import { sealEntries, verifyBook } from '../features/book/index.js';
import { startEmptyShop, startTestShop, type TestShop } from '../testing/test-shop.js';
import { TestClient } from '../testing/test-client.js';
import { takeInBundle } from './take-in-bundle.js';

describe('a bundle of everything a shop owns', () => {
  let shop: TestShop;
  let fresh: TestShop;
  beforeEach(async () => {
    [shop, fresh] = [await startTestShop(), await startEmptyShop('A-CODE-OF-THE-TEST')];
  });
  afterEach(() => Promise.all([shop.stop(), fresh.stop()]));

  const bundleOf = async (from: TestShop) => {
    const lead = await from.signedIn('lead');
    const { status, body } = await lead.call(routes.exportBundle);
    expect(status).toBe(200);
    return RecordBundle.parse(body);
  };

  it('starts another works, complete with its book and without any passwords', async () => {
    const lead = await shop.signedIn('lead');
    const name = { name: 'Orla Quill', role: 'operator', signInName: 'orla' } as const;
    await lead.call(routes.addPerson, { key: newId(), body: name });
    await sealEntries(shop.keeper);
    const bundle = await bundleOf(shop);
    expect(JSON.stringify(bundle)).not.toContain('argon2');
    expect(bundle.tables['sessions']).toBeUndefined();

    const codes = await takeInBundle(fresh.database, bundle, fresh.clock.now);
    expect(codes.map(({ person }) => person.signInName)).toEqual(['lea']);
    for (const [table, rows] of Object.entries(bundle.tables))
      expect(await fresh.count(table))
        .withContext(table)
        .toBe(rows.length);
    expect((await verifyBook(fresh.keeper)).outcome).toBe('whole');
    const client = new TestClient(fresh.address);
    const signIn = { signInName: 'lea', code: codes[0]!.code, password: 'bobbins by the yard' };
    expect((await client.call(routes.signInByCode, { body: signIn })).status).toBe(200);
    const machines = (await client.call(routes.listMachines)).body;
    expect(machines).toEqual((await lead.call(routes.listMachines)).body);
    const again = RecordBundle.parse((await client.call(routes.exportBundle)).body);
    // What was not sealed yet is sealed when it is taken in.
    const { people: _, book_entries: __, shop: ___, book_end: ____, ...tables } = bundle.tables;
    for (const [table, rows] of Object.entries(tables))
      expect(again.tables[table]).withContext(table).toEqual(rows);
  });

  it('is refused by a database that holds a shop, or has another schema', async () => {
    const bundle = await bundleOf(shop);
    await expectAsync(takeInBundle(shop.database, bundle, shop.clock.now)).toBeRejected();
    const other = { ...bundle, schema: '20200101-old' };
    await expectAsync(takeInBundle(fresh.database, other, fresh.clock.now)).toBeRejectedWithError(
      /20200101-old/,
    );
    expect(await fresh.count('people')).toBe(0);
  });

  it('is judged as hard as any request: what is missing, unknown or refers to nothing is named', async () => {
    const bundle = await bundleOf(shop);
    const changed = (table: string, change: (rows: Record<string, never>[]) => object[]) => ({
      ...bundle,
      tables: { ...bundle.tables, [table]: change(bundle.tables[table] as Record<string, never>[]) as never },
    });
    const { machines: _, ...withoutMachines } = bundle.tables;
    const cases = [
      [{ ...bundle, tables: withoutMachines }, /no table machines/],
      [{ ...bundle, tables: { ...bundle.tables, sessions: [] } }, /table sessions that is not known/],
      [
        changed('zones', ([zone, ...rest]) => [{ ...zone, surprise: 1 }, ...rest]),
        /Row 1 of zones has a column surprise/,
      ],
      [
        changed('zones', (rows) =>
          rows.map((row) => Object.fromEntries(Object.entries(row).filter(([name]) => name !== 'name'))),
        ),
        /Row 1 of zones has no column name/,
      ],
      [changed('zones', () => []), /refers by zone_id to .*, which is not in zones/],
      [
        changed('shop', ([row]) => [{ ...row, began_at: 'yesterday' }]),
        /Rows 1 to 1 of shop are not accepted/,
      ],
    ] as const;
    for (const [bad, reason] of cases)
      await expectAsync(takeInBundle(fresh.database, bad as typeof bundle, fresh.clock.now))
        .withContext(String(reason))
        .toBeRejectedWithError(reason);
    expect(await fresh.count('people')).toBe(0);
  });

  it('brings no password of its own', async () => {
    const bundle = await bundleOf(shop);
    const people = bundle.tables['people']!.map((row) => ({ ...row, password_hash: '$argon2id$theirs' }));
    await takeInBundle(fresh.database, { ...bundle, tables: { ...bundle.tables, people } }, fresh.clock.now);
    const hashes = await fresh.database.tables.people.findAll({ attributes: ['passwordHash'] });
    expect(new Set(hashes.map((row) => row.get('passwordHash')))).toEqual(new Set(['none']));
  });

  it('is described by a schema with the columns of every table', async () => {
    const lead = await shop.signedIn('lead');
    const schema = (await lead.call(routes.exportBundleSchema)).body as unknown as {
      properties: { tables: { properties: Record<string, { items: { required: string[] } }> } };
    };
    const bundle = await bundleOf(shop);
    for (const [table, rows] of Object.entries(bundle.tables)) {
      const described = schema.properties.tables.properties[table]?.items.required;
      expect(described).withContext(table).toBeDefined();
      if (rows[0])
        expect(Object.keys(rows[0]).sort())
          .withContext(table)
          .toEqual([...described!].sort());
    }
  });
});
