import { newId, type MessageView } from '@gantelet/contracts';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import * as effects from './message.effects';
import { messageActions, messageFeature } from './message.state';
import { MessagesPage } from './messages.page';

const AT = '2026-03-04T09:00:00.000Z';
const TARGET: MessageView['targets'][number] = {
  ...{
    id: newId(),
    way: 'mail',
    address: 'lead@works.example',
    kinds: ['machine-stopped'],
    addedAt: AT,
    version: 2,
  },
};
const VIEW: MessageView = {
  mailGoesOut: false,
  targets: [TARGET],
  messages: [
    {
      ...{ id: newId(), kind: 'machine-stopped', subject: 'Post-bed 08 is stopped', text: 'Why', madeAt: AT },
      deliveries: [{ address: TARGET.address, sentAt: null, tries: 3, problem: 'no route' }],
    },
  ],
};

describe('the page of messages', () => {
  const show = () =>
    mountPage(MessagesPage, { features: [messageFeature], before: [messageActions.read({ view: VIEW })] });

  it('shows who is notified, of what, and why a message failed', async () => {
    const page = await show();
    expect(page.text()).toContain('lead@works.example by email, when a machine is stopped');
    expect(page.text()).toContain('not sent after 3 tries, no route; tried again');
    expect(page.text()).toContain('No mail server is set up');
    await page.press('Stop sending');
    expect(page.of(messageActions.drop)[0]).toEqual(
      jasmine.objectContaining({ targetId: TARGET.id, version: 2 }),
    );
  });

  it("adds a valid address, and shows a webhook's key once", async () => {
    const page = await show();
    await page.choose('How', 'By POST to another system');
    await page.type('Address', 'system.works.example');
    expect(page.button('Add recipient')?.disabled).toBeTrue();
    await page.type('Address', 'https://system.works.example/told');
    await page.press('Add recipient');
    const entry = page.of(messageActions.add)[0]!.entry;
    expect(entry).toEqual({
      ...{ way: 'webhook', address: 'https://system.works.example/told', kinds: ['machine-stopped'] },
    });
    const added = { target: { ...TARGET, ...entry }, key: 'f00d' };
    page.store.dispatch(messageActions.added({ added }));
    await page.settled();
    expect(page.text()).toContain('f00d');
  });

  it('reads, adds and removes', () => {
    const { store, asked } = runEffects({
      features: [messageFeature],
      effects,
      answers: { readMessages: VIEW, dropMessageTarget: { ...VIEW, targets: [] } },
    });
    store.dispatch(messageActions.opened());
    store.dispatch(messageActions.drop({ key: 'k', targetId: TARGET.id, version: 2 }));
    expect(asked.map(({ route }) => route)).toEqual(['readMessages', 'dropMessageTarget']);
    expect(store.selectSignal(messageFeature.selectView)()?.targets).toEqual([]);
  });
});
