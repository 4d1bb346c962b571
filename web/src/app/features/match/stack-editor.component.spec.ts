import { TestBed } from '@angular/core/testing';
import { MATERIALS } from '@gantelet/core';
import type { LayerInput } from '@gantelet/contracts';
import { Preferences, shownUnits } from '../../shared/preferences';
import { SETUP } from '../../testing/examples';
import { mount } from '../../testing/mount';
import { StackEditorComponent } from './stack-editor.component';

describe('the stack', () => {
  const layers = SETUP.layers;
  async function open(of: readonly LayerInput[] = layers) {
    const mounted = await mount(StackEditorComponent, { layers: of });
    const said: (readonly LayerInput[])[] = [];
    mounted.fixture.componentInstance.layersChange.subscribe((one) => said.push(one));
    return { ...mounted, said };
  }
  // Preferences are stored on the device, from one test to the next.
  beforeEach(() => localStorage.clear());
  afterEach(() => localStorage.clear());

  it('accepts a thickness in millimetres, with a comma or a point', async () => {
    const { type, said } = await open();
    await type('Thickness of layer 2', '0,9');
    expect(said[0]!.map(({ thicknessMm }) => thicknessMm)).toEqual([2, 0.9, 2]);
  });

  it('refuses impossible layers, and says what it accepts and what stays', async () => {
    const { type, field, said, text } = await open();
    for (const wrong of ['0', '0.04', '31', 'thick']) await type('Thickness of layer 1', wrong);
    for (const wrong of ['0', '21', '1.5']) await type('Plies of layer 1', wrong);
    expect([field('Thickness of layer 1').value, field('Plies of layer 1').value]).toEqual(['thick', '1.5']);
    expect(text()).toContain('Not a number. Write 0.75, 0,75 or 3/4. Unchanged: 2.');
    expect(text()).toContain('Whole numbers only. Allowed: 1 to 20. Unchanged: 1.');
    expect(said).toEqual([]);
  });

  // One setting for the page, stored on the device: later tests would read inches.
  afterEach(() => {
    localStorage.clear();
    shownUnits.set('metric');
  });

  it('uses leather ounces if inch units come first: one is a 64th of an inch', async () => {
    const mounted = await open();
    TestBed.inject(Preferences).unitOrder.set('inch');
    await mounted.settled();
    expect(mounted.field('Thickness of layer 1 in oz').value).toBe('5');
    await mounted.type('Thickness of layer 1', '8');
    expect(mounted.said[0]![0]!.thicknessMm).toBeCloseTo((8 * 25.4) / 64, 9);
  });

  it('measures cloth in inches then, since an ounce of canvas is a weight', async () => {
    const mounted = await open();
    TestBed.inject(Preferences).unitOrder.set('inch');
    await mounted.settled();
    expect(mounted.field('Thickness of layer 2 in inches').value).toBe('0.024');
    await mounted.type('Thickness of layer 2', '0.03');
    expect(mounted.said[0]![1]!.thicknessMm).toBeCloseTo(0.03 * 25.4, 3);
  });

  it('loses nothing if a button is tapped right after typing', async () => {
    const { field, button, said } = await open();
    const thickness = field('Thickness of layer 2') as HTMLInputElement;
    thickness.value = '0.9';
    thickness.dispatchEvent(new Event('change'));
    button('Add a layer')!.click();
    expect(
      said
        .at(-1)!
        .map(({ thicknessMm }) => thicknessMm)
        .slice(0, 3),
    ).toEqual([2, 0.9, 2]);
    expect(said.at(-1)!.length).toBe(4);
  });

  it('uses the typical thickness of another material', async () => {
    const { choose, said } = await open();
    const cork = MATERIALS.at(-1)!;
    await choose('Material of layer 2', cork.name);
    expect(said[0]![1]).toEqual({
      materialId: cork.id,
      thicknessMm: cork.typicalThicknessMm,
      plies: layers[1]!.plies,
    });
  });

  it('grows to twelve layers and loses one', async () => {
    const { press, said, set, button } = await open();
    await press('Add a layer');
    expect(said[0]!.length).toBe(4);
    await press('Remove layer 2');
    expect(said[1]!.slice(0, 2)).toEqual([layers[0]!, layers[2]!]);
    expect(said[1]!.length).toBe(3);
    await set({ layers: Array.from({ length: 12 }, () => layers[0]!) });
    expect(button('Add a layer')).toBeNull();
  });
});
