import { createHmac } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { DAY_MS } from '@gantelet/core';
import {
  newId,
  routes,
  USUAL_BUYING,
  type MessageTargetEntry,
  type Problem,
  type StoreItemEntry,
  type WebhookBody,
} from '@gantelet/contracts';
import { sealEntries } from '../book/index.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import { makeMessages } from './make-messages.js';
import { findDue } from './message.store.js';
import { sendMessages, type MessageSender } from './send-messages.js';
import { readNetworks } from './webhook.js';

const MAIL: MessageTargetEntry = { way: 'mail', address: 'lead@works.example', kinds: ['machine-stopped'] };

describe('messages', () => {
  let shop: TestShop;
  let lead: TestClient;
  let mails: { to: string; subject: string; text: string; messageId: string }[];
  let sender: MessageSender;
  let fails: boolean;

  beforeEach(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
    [mails, fails] = [[], false];
    const sendMail = (mail: (typeof mails)[number]) => {
      if (fails) return Promise.reject(new Error('no route to the mail server'));
      mails.push(mail);
      return Promise.resolve({});
    };
    sender = {
      mail: { transport: { sendMail } as never, from: 'works@works.example' },
      ...{ secret: 'a secret', networks: [] },
    };
  });
  afterEach(() => shop.stop());

  const add = async (entry: MessageTargetEntry) =>
    (await lead.call(routes.addMessageTarget, { key: newId(), body: entry })).body;
  const stopMachine = async () => {
    const mechanic = await shop.signedIn('mechanic');
    const { zones } = (await mechanic.call(routes.readFloor)).body;
    const { needle } = zones
      .flatMap(({ machines }) => machines)
      .find(({ id }) => id === shop.works.ids.compound)!;
    const { status } = await mechanic.call(routes.changeNeedle, {
      key: newId(),
      params: { machineId: shop.works.ids.compound },
      body: {
        ...{ cause: 'accident', fragments: 'missing', needle: shop.works.work.needle },
        removesInstallId: needle?.installId ?? null,
        changedAt: shop.clock.now.toISOString(),
      },
    });
    expect(status).toBe(200);
  };
  /** Adds a part to the store; returns a function that counts it or takes some out. */
  const stockedPart = async (name: string, supplier: string) => {
    const mechanic = await shop.signedIn('mechanic');
    const itemId = newId();
    const body: StoreItemEntry = {
      ...{ thing: { kind: 'part', name }, place: '', supplier, packPrice: 12 },
      ...{ ...USUAL_BUYING.part, packSize: 6, inUse: true },
    };
    await mechanic.call(routes.addStoreItem, { key: itemId, body });
    return (kind: 'count' | 'use', quantity: number) =>
      mechanic.call(routes.moveStoreItem, { params: { itemId }, body: { kind, quantity, note: '' } });
  };
  const later = (ms: number) => new Date(shop.clock.now.getTime() + ms);
  const view = async () => (await lead.call(routes.readMessages)).body;

  it('report a stopped machine, once, whichever server does it', async () => {
    await add(MAIL);
    await stopMachine();
    const made = await Promise.all([1, 2, 3].map(() => makeMessages(shop.database, later(1000))));
    expect(made.reduce((sum, one) => sum + one, 0)).toBe(1);
    const sent = await Promise.all([1, 2, 3].map(() => sendMessages(shop.database, sender, later(2000))));
    expect(sent.reduce((sum, one) => sum + one, 0)).toBe(1);
    expect(mails.map(({ to, subject }) => [to, subject])).toEqual([
      ['lead@works.example', jasmine.stringContaining('is stopped: a piece of needle is missing') as never],
    ]);
    // The small works uses UTC.
    expect(mails[0]?.text).toMatch(/ reported it on Wednesday,? 4 March 2026 at \d\d:\d\d\. /);
    await makeMessages(shop.database, later(60_000));
    await sendMessages(shop.database, sender, later(60_000));
    expect(mails.length).toBe(1);
    expect((await view()).messages[0]?.deliveries).toEqual([
      { address: 'lead@works.example', sentAt: later(2000).toISOString(), tries: 1, problem: '' },
    ]);
  });

  it('report what runs short, once a day while it does', async () => {
    await add({ ...MAIL, kinds: ['order-now'] });
    const move = await stockedPart('Oil, 1 l', 'Wharf');
    await move('count', 40);
    shop.clock.now = later(20 * DAY_MS);
    expect(await makeMessages(shop.database, shop.clock.now)).toBe(0);
    // 38 used in 20 days: two left last a day, and a delivery takes a week.
    await move('use', 38);
    expect(await makeMessages(shop.database, later(1000))).toBe(1);
    expect(await makeMessages(shop.database, later(2000))).toBe(0);
    expect(await makeMessages(shop.database, later(DAY_MS))).toBe(1);
    const [message] = (await view()).messages;
    expect([message?.subject, message?.text]).toEqual([
      '1 thing to order now',
      jasmine.stringMatching(/^Oil, 1 l: \d+, from Wharf$/) as never,
    ]);
  });

  it("use the shop's date for what runs short", async () => {
    // Fourteen hours ahead of UTC: the next day begins there at ten in UTC.
    await shop.database.tables.shop.update({ timeZone: 'Pacific/Kiritimati' }, { where: {} });
    await add({ ...MAIL, kinds: ['order-now'] });
    const move = await stockedPart('Bobbins', '');
    await move('count', 40);
    shop.clock.now = later(19.5 * DAY_MS);
    await move('use', 38);
    const midnight = later(DAY_MS / 2);
    expect(midnight.toISOString()).toContain('T10:00');
    expect(await makeMessages(shop.database, new Date(midnight.getTime() - 1))).toBe(1);
    expect(await makeMessages(shop.database, midnight)).toBe(1);
  });

  it('report nothing from before somebody wanted to be notified, and nothing else', async () => {
    await stopMachine();
    shop.clock.now = later(1000);
    await add({ ...MAIL, kinds: ['order-now'] });
    expect(await makeMessages(shop.database, later(1000))).toBe(0);
    await add(MAIL);
    expect(await makeMessages(shop.database, later(1000))).toBe(0);
  });

  it('are retried at growing intervals, and say why they failed', async () => {
    await add(MAIL);
    await stopMachine();
    await makeMessages(shop.database, later(0));
    fails = true;
    expect(await sendMessages(shop.database, sender, later(0))).toBe(0);
    expect((await view()).messages[0]?.deliveries[0]).toEqual(
      jasmine.objectContaining({ sentAt: null, tries: 1, problem: 'no route to the mail server' }),
    );
    fails = false;
    expect(await sendMessages(shop.database, sender, later(29_000)))
      .withContext('too soon')
      .toBe(0);
    expect(await sendMessages(shop.database, sender, later(31_000))).toBe(1);
  });

  it('stay to be read if there is no mail server', async () => {
    await add(MAIL);
    await stopMachine();
    await makeMessages(shop.database, later(0));
    expect(await sendMessages(shop.database, { ...sender, mail: null }, later(0))).toBe(0);
    const { mailGoesOut, messages } = await view();
    expect([mailGoesOut, messages[0]?.deliveries[0]?.tries]).toEqual([false, 0]);
  });

  it('wait for nobody but their own recipient, and are given up after a day, which the lead is told', async () => {
    const held: string[] = [];
    let answer: () => void = () => undefined;
    const slow = new Promise<void>((done) => (answer = done));
    sender = {
      ...sender,
      mail: {
        from: 'works@works.example',
        transport: {
          sendMail: async ({ to }: { to: string }) => {
            if (to === 'slow@works.example') await slow;
            if (to === 'dead@works.example') throw new Error('no such mailbox');
            held.push(to);
            if (to === 'lead@works.example') answer();
            return {};
          },
        } as never,
      },
    };
    // The slow one was there first, and waits for the mail that stands behind it.
    for (const to of ['slow', 'dead', 'lead']) {
      await add({ ...MAIL, address: `${to}@works.example` });
      shop.clock.now = later(1000);
    }
    await stopMachine();
    await makeMessages(shop.database, later(0));
    expect(await sendMessages(shop.database, sender, later(0))).toBe(2);
    expect(held).toEqual(['lead@works.example', 'slow@works.example']);
    shop.clock.now = later(DAY_MS + 60_000);
    expect(await sendMessages(shop.database, sender, shop.clock.now)).toBe(0);
    expect((await lead.call(routes.readSafekeeping)).body.undelivered).toEqual([
      {
        ...{ address: 'dead@works.example', problem: 'no such mailbox' },
        ...{ subject: jasmine.stringContaining('is stopped') as never },
        givenUpAt: shop.clock.now.toISOString(),
      },
    ]);
    await shop.database.tables.messageDeliveries.update({ tries: 0 }, { where: {} });
    shop.clock.now = later(DAY_MS);
    await sendMessages(shop.database, sender, shop.clock.now);
    const { tries } = (await view()).messages[0]!.deliveries.find(({ address }) =>
      address.startsWith('dead'),
    )!;
    expect(tries).withContext('not tried again').toBe(0);
  });

  it('wait for a mail server without holding up webhooks', async () => {
    for (let i = 0; i < 30; i++) await add({ ...MAIL, address: `lead${i}@works.example` });
    await add({ way: 'webhook', address: 'https://system.example/', kinds: ['machine-stopped'] });
    await stopMachine();
    await makeMessages(shop.database, later(0));
    expect((await findDue(shop.database, later(0), ['webhook'])).map(({ way }) => way)).toEqual(['webhook']);
    expect((await findDue(shop.database, later(0), ['mail', 'webhook'])).length).toBe(31);
  });

  it('carry the end of the book out of the house, once a day', async () => {
    await add({ ...MAIL, kinds: ['book-head'] });
    while ((await sealEntries(shop.keeper)) > 0);
    expect(await makeMessages(shop.database, later(0))).toBe(1);
    expect(await makeMessages(shop.database, later(1000))).toBe(0);
    const { place, seal } = (await lead.call(routes.readSafekeeping)).body.book;
    const [message] = (await view()).messages;
    expect(message?.text).toContain(`Entry ${place} of the book has the seal ${seal}.`);
    expect(await makeMessages(shop.database, later(DAY_MS))).toBe(1);
  });

  it('go to another system signed with the key that was shown once', async () => {
    const heard: { body: string; signature: string | undefined }[] = [];
    const system: Server = createServer((request, response) => {
      let body = '';
      request.on('data', (part: Buffer) => (body += part.toString()));
      request.on('end', () => {
        heard.push({ body, signature: request.headers['x-gantelet-signature'] as string | undefined });
        response.writeHead(heard.length === 1 ? 500 : 204).end();
      });
    });
    await new Promise<void>((done) => system.listen(0, '127.0.0.1', done));
    const address = `http://127.0.0.1:${(system.address() as AddressInfo).port}/told`;
    try {
      const entry: MessageTargetEntry = { way: 'webhook', address, kinds: ['machine-stopped'] };
      const refused = await lead.call(routes.addMessageTarget, { key: newId(), body: entry });
      expect((refused.body as unknown as Problem).code)
        .withContext('a test works allows no network of its own')
        .toBe('message-target.private');
      const { key } = await add({ ...entry, address: address.replace('127.0.0.1', 'system.example') });
      await shop.database.tables.messageTargets.update({ address }, { where: {} });
      await stopMachine();
      await makeMessages(shop.database, later(0));
      const own = {
        ...{ ...sender, secret: shop.config.sessionSecret },
        networks: readNetworks(['127.0.0.0/8']),
      };
      await sendMessages(shop.database, own, later(0));
      expect((await view()).messages[0]?.deliveries[0]?.problem).toBe('answered 500');
      await sendMessages(shop.database, own, later(31_000));
      const told = heard.map(({ body }) => JSON.parse(body) as WebhookBody);
      expect(told.map(({ id }) => id)).toEqual([told[0]!.id, told[0]!.id]);
      const signature = createHmac('sha256', key!).update(heard[1]!.body).digest('hex');
      expect(heard[1]!.signature).toBe(`sha256=${signature}`);
    } finally {
      system.close();
    }
  });

  it('are no longer sent once a recipient is removed, and are managed by leads only', async () => {
    const { target } = await add(MAIL);
    await stopMachine();
    await makeMessages(shop.database, later(0));
    const drop = (version: number) =>
      lead.call(routes.dropMessageTarget, {
        key: newId(),
        params: { targetId: target.id },
        body: { version },
      });
    expect(((await drop(7)).body as unknown as Problem).code).toBe('version.stale');
    expect((await drop(0)).body.targets).toEqual([]);
    expect(await sendMessages(shop.database, sender, later(60_000))).toBe(0);
    const wrong = { ...MAIL, address: 'not an address' };
    expect((await lead.call(routes.addMessageTarget, { key: newId(), body: wrong })).status).toBe(400);
    const mechanic = await shop.signedIn('mechanic');
    expect((await mechanic.call(routes.readMessages)).status).toBe(403);
  });
});
