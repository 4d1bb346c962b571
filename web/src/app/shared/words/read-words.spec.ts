import { unreadText } from './read-words';

describe('text shown while content is read', () => {
  const problem = { type: 'about:blank', title: 'No answer', status: 0, code: 'server.busy' as const };

  it('never claims that there is none before it was read', () => {
    expect(unreadText(false, null, 'the floor')).toBe('Reading the floor');
    expect(unreadText(false, problem, 'the floor')).toBe('Could not read the floor');
    expect(unreadText(true, problem, 'the floor')).toBeNull();
  });
});
