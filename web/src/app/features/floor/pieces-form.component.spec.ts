import { mount } from '../../testing/mount';
import { PiecesFormComponent, type PiecesSaid } from './pieces-form.component';

describe('entering pieces', () => {
  async function open() {
    const mounted = await mount(PiecesFormComponent, { busy: false });
    const made: PiecesSaid[] = [];
    mounted.fixture.componentInstance.made.subscribe((one) => made.push(one));
    return { ...mounted, made };
  }

  it('covers the last shift, unless other hours are given', async () => {
    const { type, press, made } = await open();
    await type('Pieces', '120');
    await type('Stitches in each', '450');
    await press('Save pieces');
    await type('Over the last hours', '2,5');
    await press('Save pieces');
    expect(made).toEqual([
      { pieces: 120, stitchesPerPiece: 450, hours: 8 },
      { pieces: 120, stitchesPerPiece: 450, hours: 2.5 },
    ]);
  });

  it('can be saved at once, while the last field is still active', async () => {
    const { type, field, settled, button } = await open();
    await type('Pieces', '120');
    const stitches = field('Stitches in each') as HTMLInputElement;
    for (const text of ['4', '45', '450']) {
      stitches.value = text;
      stitches.dispatchEvent(new Event('input'));
    }
    await settled();
    expect(button('Save pieces')!.disabled).toBeFalse();
    const hours = field('Over the last hours') as HTMLInputElement;
    hours.value = '0';
    hours.dispatchEvent(new Event('input'));
    expect(hours.value).toBe('0');
  });

  it('accepts whole pieces and up to a week, and says why it refuses others', async () => {
    const { type, text, button } = await open();
    await type('Stitches in each', '450');
    for (const wrong of ['0', '1.5', '100001', 'many']) {
      await type('Pieces', wrong);
      expect(text())
        .withContext(wrong)
        .toMatch(/Allowed: 1 to 100000|Not a number/);
      expect(button('Save pieces')!.disabled).withContext(wrong).toBeTrue();
    }
    await type('Pieces', '10');
    expect(button('Save pieces')!.disabled).toBeFalse();
    await type('Over the last hours', '169');
    expect(button('Save pieces')!.disabled).toBeTrue();
  });
});
