import { signal } from '@angular/core';
import type { ColourMark } from '@gantelet/contracts';
import { mount } from '../../testing/mount';
import { COLOUR_MARKS } from '../colour-marks';
import { ColourMarksComponent } from './colour-marks.component';

const MARKS: readonly ColourMark[] = [
  { of: 'needle-size', nm: 110, colour: 'yellow' },
  { of: 'needle-system', systemId: '135x17', colour: 'white' },
  { of: 'thread', tex: 135, colour: 'brown' },
];

describe('the colour marks of a needle or thread', () => {
  const shown = async (inputs: Readonly<Record<string, unknown>>) => {
    const marks = { provide: COLOUR_MARKS, useValue: signal(MARKS) };
    const { text } = await mount(ColourMarksComponent, inputs, [marks]);
    return text();
  };

  it('are shown with their names, the system before the size', async () => {
    expect(await shown({ needle: { systemId: '135x17', nm: 110 } })).toBe('white yellow');
  });

  it('are empty if there is none', async () => {
    expect(await shown({ needle: { systemId: '794', nm: 200 } })).toBe('');
  });

  it('are those of a thread however its size was converted', async () => {
    expect(await shown({ tex: 136 })).toBe('brown');
  });
});
