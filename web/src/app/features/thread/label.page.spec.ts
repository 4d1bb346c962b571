import { mount } from '../../testing/mount';
import { LabelPage } from './label.page';

describe('a label for a spool or a needle tube', () => {
  const open = (read: string) => mount(LabelPage, { read });
  const printed = (host: HTMLElement) =>
    [...host.querySelectorAll('article strong, article span')].map(({ textContent }) => textContent);

  it('names a thread in every system, with its extra line', async () => {
    const { host, type } = await open('V138');
    await type('Extra line on the label', 'rack 3');
    // Common practice: bonded size 138 is sold as Tex 135, ticket 20, letter FF; 135 x 9 is 1215 denier.
    expect(printed(host)).toEqual(['Tex 135', 'size 138, ticket 20, letter FF, 1215 denier', 'rack 3']);
    expect(host.querySelector('article svg')).not.toBeNull();
  });

  it('names a needle with its equivalents, and has a code that opens it', async () => {
    const { host } = await open('135x16 140/22 LR');
    const [title, rest] = printed(host);
    expect(title).toBe('135x16 140/22');
    expect(rest).toContain('right-twist cutting point; ');
    const code = host.querySelector('article svg')!;
    expect(code.getAttribute('aria-label')).toContain('/thread?read=135x16%20140%2F22%20LR');
    expect(code.querySelector('path')!.getAttribute('d')!.length).toBeGreaterThan(1000);
  });

  it('asks which is meant, and prints that', async () => {
    const { host, choose, field } = await open('30');
    const options = [...(field('Which is it?') as HTMLSelectElement).options].map(({ text }) => text);
    expect(options.length).toBe(2);
    await choose('Which is it?', options[1]!);
    expect(printed(host)[0]).toBe(options[1]!);
  });

  it('prints nothing unknown', async () => {
    const { text, host } = await open('something blue');
    expect(text()).toContain('Nothing to print');
    expect(host.querySelector('article')).toBeNull();
  });
});
