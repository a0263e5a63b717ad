import { wrongGoods } from './scope-edits';

describe('what is wrong with goods', () => {
  const wrong = (problems: Record<string, string>): string | null =>
    wrongGoods(new Map(Object.entries(problems)), 'content.scopes');

  it('is what is told of them as a whole', () => {
    expect(wrong({ 'content.scopes': 'Too many.' })).toBe('Too many.');
  });

  it('is that none are chosen where one does not say which', () => {
    const none = 'No items chosen. Choose at least one.';
    expect(wrong({ 'content.scopes[0].brand': 'is not allowed to be empty' })).toBe(none);
  });

  it('is what is told of one of them', () => {
    expect(wrong({ 'content.scopes[1]': 'Another table is for the same goods.' })).toBe(
      'Another table is for the same goods.',
    );
  });

  it('is nothing where something else is wrong', () => {
    expect(wrong({ 'content.scopesOther': 'No.', name: 'Name is missing' })).toBeNull();
  });
});
