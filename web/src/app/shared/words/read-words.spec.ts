import { unreadText } from './read-words';

describe('what stands where something is to be read', () => {
  const problem = { type: 'about:blank', title: 'No answer', status: 0, code: 'server.busy' as const };

  it('never says that there is none before it was read', () => {
    expect(unreadText(false, null, 'The floor')).toBe('The floor is being read');
    expect(unreadText(false, problem, 'The floor')).toBe('The floor could not be read');
    expect(unreadText(true, problem, 'The floor')).toBeNull();
  });
});
