import { readThreadSize } from '@gantelet/core';
import { mount } from '../../testing/mount';
import { ThreadPickerComponent } from './thread-picker.component';

describe('the thread label on the spool', () => {
  async function open(label: string, pick = 0) {
    const readings = readThreadSize(label);
    const reading = readings.length === 1 || pick > 0 ? (readings[pick] ?? readings[0]!) : null;
    const mounted = await mount(ThreadPickerComponent, {
      label,
      readings,
      reading,
      constructionId: 'bonded-nylon',
    });
    const said: unknown[] = [];
    const { labelChange, readingIndexChange, constructionIdChange } = mounted.fixture.componentInstance;
    labelChange.subscribe((one) => said.push(['label', one]));
    readingIndexChange.subscribe((one) => said.push(['reading', one]));
    constructionIdChange.subscribe((one) => said.push(['construction', one]));
    return { ...mounted, said };
  }

  it('says what it was taken for, and what it is called elsewhere', async () => {
    // Trade size 138 of bonded thread is sold as Tex 135 and ticket 20: pairs printed on spools, common practice.
    const { text } = await open('V138');
    expect(text()).toMatch(/Taken as Tex 13\d/);
    expect(text()).toContain('ticket 20');
  });

  it('asks which is meant if a number is used in two systems', async () => {
    const { text, press, host, said } = await open('69');
    expect(text()).toContain('This number is used in more than one system. Which is it?');
    const [, second] = [...host.querySelectorAll('.which button')].map(
      ({ textContent }) => textContent?.replace(/\s+/g, ' ').trim() ?? '',
    );
    await press(second!);
    expect(said).toEqual([['reading', 1]]);
  });

  it('says what is possible when nothing is typed, and when it is unknown', async () => {
    const empty = await open('');
    expect(empty.text()).toContain('Any system: Tex, size, ticket');
    await empty.set({ label: 'blue', readings: [], reading: null });
    expect(empty.text()).toContain('Not a thread size known here.');
  });

  it('emits what is typed and how the thread is made', async () => {
    const { choose, field, said } = await open('V138');
    const input = field('Thread, as on the spool') as HTMLInputElement;
    input.value = 'Tex 90';
    input.dispatchEvent(new Event('input'));
    await choose('Thread type', 'Bonded polyester');
    expect(said).toEqual([
      ['label', 'Tex 90'],
      ['construction', 'bonded-polyester'],
    ]);
  });
});
