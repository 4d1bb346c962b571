import { newId } from '@gantelet/contracts';
import { PART_USED } from '../../testing/examples';
import { mount } from '../../testing/mount';
import { PocketsComponent } from './pockets.component';

describe('the pockets', () => {
  const kept = [PART_USED, { ...PART_USED, id: newId(), pocket: 6, lotCode: 'L-204', setupName: null }];

  it('show what is in each, how long it ran and where', async () => {
    const { host } = await mount(PocketsComponent, { kept });
    const items = [...host.querySelectorAll('li')].map(({ textContent }) =>
      textContent?.replace(/\s+/g, ' '),
    );
    expect(items[0]).toContain('Pocket 1 135x16 NM 140');
    expect(items[0]).toContain('2.0 h in Strap');
    expect(items[1]).toContain('2.0 h in Compound 07, lot L-204');
  });

  it('say that none lies in one', async () => {
    expect((await mount(PocketsComponent, { kept: [] })).text()).toContain('No needle in a pocket.');
  });

  it('accept only valid pocket numbers, and send the one that was meant', async () => {
    const { fixture, press, type, field, button } = await mount(PocketsComponent, { kept });
    const moved: unknown[] = [];
    fixture.componentInstance.moved.subscribe((one) => moved.push(one));
    await press('Move to another pocket, now in 6');
    expect(field('Pocket').value).toBe('6');
    for (const wrong of ['0', '2.5', '1000', 'six']) {
      await type('Pocket', wrong);
      expect(button('Move it')!.disabled).withContext(wrong).toBeTrue();
    }
    await type('Pocket', '12');
    await press('Move it');
    expect(moved).toEqual([{ partUsedId: kept[1]!.id, pocket: 12 }]);
    expect(button('Leave it')).toBeNull();
  });

  it('keep what is typed while the floor is read again', async () => {
    const { set, press, type, field } = await mount(PocketsComponent, { kept });
    await press('Move to another pocket, now in 1');
    await type('Pocket', '44');
    await set({ kept: kept.map((one) => ({ ...one })) });
    expect(field('Pocket').value).toBe('44');
  });

  it('allow discarding a needle to the sharps box, unless it is being moved', async () => {
    const { fixture, set, press, button } = await mount(PocketsComponent, { kept });
    const discarded: string[] = [];
    fixture.componentInstance.discarded.subscribe((id) => discarded.push(id));
    await press('Discard to sharps box, pocket 6');
    expect(discarded).toEqual([kept[1]!.id]);
    await set({ busy: new Set([kept[1]!.id]) });
    expect(button('Discard to sharps box, pocket 6')!.disabled).toBeTrue();
    expect(button(`Discard to sharps box, pocket ${kept[0]!.pocket}`)!.disabled).toBeFalse();
  });
});
