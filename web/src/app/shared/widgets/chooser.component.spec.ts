import { mount } from '../../testing/mount';
import { choicesFor, ChooserComponent, type Choice } from './chooser.component';

const CHOICES: readonly Choice[] = [
  { id: '1', name: 'Strap, 07', where: 'Flatbed 07' },
  { id: '2', name: 'Strap, 10', where: 'Cylinder 10' },
  { id: '3', name: 'Cuff, 10', where: 'Cylinder 10' },
];

describe('a chooser', () => {
  it('finds by every typed word, wherever it is', () => {
    const ids = (text: string) => choicesFor(CHOICES, text).map(({ id }) => id);
    expect([ids(''), ids('strap'), ids('CYL strap'), ids('none')]).toEqual([
      ['1', '2', '3'],
      ['1', '2'],
      ['2'],
      [],
    ]);
    expect(
      choicesFor(
        Array.from({ length: 60 }, (_, i) => ({ id: `${i}`, name: 'Strap', where: '' })),
        '',
      ).length,
    ).toBe(12);
  });

  it('shows the present choice, lists without typing, and emits what is picked', async () => {
    const picked: string[] = [];
    const { fixture, host, settled } = await mount(ChooserComponent, {
      inputId: 'setup',
      choices: CHOICES,
      chosen: CHOICES[0],
    });
    fixture.componentInstance.picked.subscribe((id) => picked.push(id));
    await settled();
    const field = host.querySelector('input')!;
    expect(field.value).toBe('Strap, 07');
    field.dispatchEvent(new Event('focus'));
    await settled();
    const options = [...host.querySelectorAll<HTMLButtonElement>('[role="option"]')];
    expect(options.length).toBe(3);
    options[2]!.click();
    await settled();
    expect(picked).toEqual(['3']);
  });
});
