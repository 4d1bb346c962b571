import { USUAL_STATIONS } from '@gantelet/core';
import { newId, type Role, type ThreadingCard } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { ThreadingPage } from './threading.page';
import { threadingActions, threadingFeature } from './threading.state';

const CARD: ThreadingCard = {
  stations: USUAL_STATIONS.map((station) => ({
    ...station,
    hole: station.kind === 'pre-tension' ? 3 : null,
  })),
  ...{ bobbinTurns: 'anticlockwise', winder: 'apart', belowRimMm: 1, note: 'mind the hem' },
  ...{ version: 4, machineId: MACHINE.id, writtenAt: '2026-03-04T09:00:00.000Z', writtenBy: 'Tam' },
};

describe('the threading card', () => {
  async function open(cards: readonly ThreadingCard[], role: Role = 'mechanic') {
    const session = { ...SESSION, person: { ...SESSION.person!, role } };
    return mountPage(ThreadingPage, {
      features: [matchFeature, shopFeature, threadingFeature],
      inputs: { machineId: MACHINE.id },
      before: [shopActions.sessionRead({ session }), threadingActions.cardsRead({ cards })],
    });
  }

  it('shows how the machine is threaded, and how its bobbins are wound', async () => {
    const page = await open([CARD], 'operator');
    expect(page.text()).toContain('Pre-tension, third hole');
    expect(page.text()).toContain('Full at 1 mm below the rim');
    expect(page.text()).toContain('it turns anticlockwise when its thread is pulled');
    expect(page.text()).not.toContain('Thread out of the needle and the take-up lever');
    expect(page.button('Edit this card')).toBeNull();
  });

  it('starts from a common threading, and says that there is no card yet', async () => {
    const page = await open([]);
    expect(page.text()).toContain('This machine has no card yet');
    expect(page.host.querySelectorAll('.steps li').length).toBe(USUAL_STATIONS.length);
  });

  it('is revised with the version that was read, stations moved by keyboard and in their order', async () => {
    const page = await open([CARD]);
    await page.press('Edit this card');
    const first = page.host.querySelector<HTMLButtonElement>('gan-thread-path button')!;
    first.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', bubbles: true }));
    await page.press('2 later');
    await page.press('Add a guide');
    await page.press('Save card');
    const [sent] = page.of(threadingActions.write);
    expect([sent?.card.version, sent?.card.stations.length]).toEqual([4, USUAL_STATIONS.length + 1]);
    expect(sent!.card.stations[0]!.x).toBeCloseTo(USUAL_STATIONS[0]!.x - 0.02, 9);
    expect(sent!.card.stations[1]!.x).toBe(USUAL_STATIONS[2]!.x);
    expect(sent!.card.stations.at(-1)!.kind).toBe('needle');
    page.store.dispatch(threadingActions.written({ card: { ...CARD, ...sent!.card, version: 5 } }));
    await page.settled();
    expect(page.button('Save card')).toBeNull();
    expect(page.text()).toContain('Threading card saved.');
  });

  it("questions an order in which the thread misses the discs, and copies another machine's card", async () => {
    const other = { ...CARD, machineId: newId(), note: 'from another' };
    const page = await open([other]);
    await page.press('Write this machine’s card');
    await page.press('Remove 5');
    expect(page.text()).toContain('The thread passes no tension discs.');
    await page.choose('Start from another machine’s card', 'machine');
    expect(page.text()).not.toContain('The thread passes no tension discs.');
    await page.press('Save card');
    expect(page.of(threadingActions.write)[0]?.card).toEqual(
      jasmine.objectContaining({ version: 0, note: 'from another' }),
    );
  });
});
