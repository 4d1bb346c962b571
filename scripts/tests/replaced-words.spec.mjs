import { findReplaced, replacedIn } from '../lib/replaced-words.mjs';

describe('words that were replaced', () => {
  it('are reported with their place and the better word', () => {
    const text = ['Saved.', 'Some fields are wrong. Not kept.', 'Work it out anew'].join('\n');
    expect(replacedIn('a.ts', text)).toEqual([
      'a.ts:2: instead of "Not kept" write: not saved',
      'a.ts:3: instead of "anew" write: again; recalculate',
    ]);
  });

  it('appear nowhere in the project', () => {
    expect(findReplaced()).toEqual([]);
  });
});
