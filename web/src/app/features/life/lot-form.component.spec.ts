import { newId, type NeedleLot } from '@gantelet/contracts';
import { mount } from '../../testing/mount';
import { LotFormComponent } from './lot-form.component';

describe('the form of a lot', () => {
  const usual = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
  const lot: NeedleLot = {
    id: newId(),
    code: 'L-204',
    needle: { systemId: '135x17', nm: 120, pointId: 'round', finishId: 'chromed' },
    receivedAt: '2026-03-01T08:00:00.000Z',
    receivedBy: 'Test mechanic',
    friction: { tested: 0, tooMuch: 0, mean: null, evidence: 1, bad: false },
  };

  async function open() {
    const mounted = await mount(LotFormComponent, { usual, lots: [lot] });
    const registered: unknown[] = [];
    const revised: unknown[] = [];
    mounted.fixture.componentInstance.registered.subscribe((one) => registered.push(one));
    mounted.fixture.componentInstance.revised.subscribe((one) => revised.push(one));
    return { ...mounted, registered, revised };
  }

  it('registers a new lot of the usual kind, once it has a code', async () => {
    const { type, press, button, registered } = await open();
    expect(button('Register the lot')!.disabled).toBeTrue();
    await type('Code on the pack', '  L-300 ');
    await press('Register the lot');
    expect(registered).toEqual([{ code: 'L-300', needle: usual }]);
  });

  it('keeps what was typed until the lot is there, however often the lots are read again', async () => {
    const { type, choose, press, set, field } = await open();
    await type('Code on the pack', 'L-300');
    await choose('Size', '160/23');
    await press('Register the lot');
    await set({ lots: [{ ...lot }], usual: { ...usual } });
    expect([field('Code on the pack').value, field('Size').value]).toEqual(['L-300', '160']);
    await set({ lots: [{ ...lot, id: newId(), code: 'L-300' }, lot] });
    expect(field('Code on the pack').value).toBe('');
  });

  it('corrects a lot, beginning with what it was registered as', async () => {
    const { type, choose, press, field, text, revised, registered } = await open();
    await choose('Which', 'L-204, 135x17 NM 120, standard round point');
    expect([field('Code on the pack').value, field('System').value]).toEqual(['L-204', '135x17']);
    expect(text()).toContain('until the first needle from it goes in');
    await type('Code on the pack', 'L-240');
    await press('Correct the lot');
    expect(revised).toEqual([{ lotId: lot.id, entry: { code: 'L-240', needle: lot.needle } }]);
    expect(registered).toEqual([]);
  });
});
