import { of, throwError } from 'rxjs';
import { SETUP_CARD_FORMAT, type SetupImportResult } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { mount } from '../../testing/mount';
import { SetupCardsComponent, type CardsToImport } from './setup-cards.component';

describe('set-up cards as a file', () => {
  const api = { call: jasmine.createSpy('call') };
  async function open(more: Readonly<Record<string, unknown>> = {}) {
    const inputs = { setupId: null, mayImport: true, busy: false, problem: null, result: null, ...more };
    const mounted = await mount(SetupCardsComponent, inputs, [{ provide: ApiClient, useValue: api }]);
    const imported: CardsToImport[] = [];
    mounted.fixture.componentInstance.imported.subscribe((one) => imported.push(one));
    /** Chooses a file as a person does. */
    const choose = async (text: string) => {
      const files = new DataTransfer();
      files.items.add(new File([text], 'cards.json', { type: 'application/json' }));
      const input = mounted.field('Import set-ups') as HTMLInputElement;
      input.files = files.files;
      input.dispatchEvent(new Event('change'));
      // The field is cleared once the file has been read.
      await mounted.until(() => input.value === '');
    };
    return { ...mounted, imported, choose };
  }
  const FILE = JSON.stringify(
    { format: SETUP_CARD_FORMAT, cards: [{ name: 'Strap' }, { name: 'Body' }] },
    null,
    2,
  );

  it('are imported as they are; the same file chosen again is the same write', async () => {
    const { choose, imported } = await open();
    await choose(FILE);
    await choose(FILE);
    expect(imported[0]!.cards).toEqual([{ name: 'Strap' }, { name: 'Body' }]);
    expect(imported[1]!.key).toBe(imported[0]!.key);
    await choose(FILE.replace('Body', 'Handle'));
    expect(imported[2]!.key).not.toBe(imported[0]!.key);
  });

  it('are not imported if they are not cards, and say why', async () => {
    const { choose, imported, host } = await open();
    await choose('{ "cards": [');
    expect(imported).toEqual([]);
    expect(host.querySelector('[role=alert]')?.textContent).toBeTruthy();
  });

  it('are returned row by row with the position in the file', async () => {
    const { choose, set, host, text } = await open();
    await choose(FILE);
    const result: SetupImportResult = {
      kept: [],
      refused: [{ row: 1, fields: [{ path: 'needle.systemId', message: 'is missing' }] }],
    };
    await set({ result });
    expect(text()).toContain('0 set-ups imported, 1 rejected.');
    const cells = [...host.querySelectorAll('tbody td')].map(({ textContent }) => textContent?.trim());
    expect([cells[0], cells[3]]).toEqual(['2', 'needle.systemId: is missing']);
    expect(Number(cells[1])).toBeGreaterThan(4);
  });

  it('say why they cannot be exported', async () => {
    api.call.and.returnValue(
      throwError(() => ({ type: 'about:blank', title: 'No answer', status: 0, code: 'server.busy' })),
    );
    const { press, text } = await open({ setupId: 'one' });
    await press('Export this set-up');
    expect(api.call.calls.mostRecent().args[1]).toEqual({ query: { setupId: 'one' } });
    expect(text()).toContain('No answer');
  });

  it('are exported all together', async () => {
    api.call.and.returnValue(of({ cards: [] }));
    const click = spyOn(HTMLAnchorElement.prototype, 'click');
    const { press, button } = await open({ mayImport: false });
    await press('Export all set-ups');
    expect(api.call.calls.mostRecent().args[1]).toEqual({ query: {} });
    expect(click).toHaveBeenCalledTimes(1);
    expect(button('Export this set-up')).toBeNull();
  });
});
