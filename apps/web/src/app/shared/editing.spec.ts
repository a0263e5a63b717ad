import type { ProblemDetails } from '@honest-ledger/contracts';
import {
  beginEditing,
  edit,
  rebase,
  isUnkept,
  keeping,
  kept,
  notKept,
  redo,
  undo,
} from './editing';

const problem = (status: number): ProblemDetails => ({
  type: 'about:blank',
  title: '',
  status,
  detail: '',
});

describe('something that is kept as it is edited', () => {
  const begun = beginEditing('one', 3);

  it('is changed by an edit and kept when the server has it', () => {
    const edited = edit(begun, 'two');
    expect([edited.content, edited.state, edited.revision]).toEqual(['two', 'changed', 3]);
    const done = kept(keeping(edited), 'two', 4);
    expect([done.state, done.revision]).toEqual(['kept', 4]);
  });

  it('still has something to send where it was edited while it was sent', () => {
    const later = edit(keeping(edit(begun, 'two')), 'three');
    const done = kept(later, 'two', 4);
    expect([done.content, done.state, done.revision]).toEqual(['three', 'changed', 4]);
  });

  it('goes back and forth, and an edit after going back forgets what was ahead', () => {
    const three = edit(edit(begun, 'two'), 'three');
    const two = undo(three);
    expect(two.content).toBe('two');
    expect(redo(two)).toEqual(three);
    expect(edit(two, 'other').future).toEqual([]);
    expect(undo(begun)).toBe(begun);
    expect(redo(begun)).toBe(begun);
  });

  it('loses nothing, whatever the server says', () => {
    const edited = edit(begun, 'two');
    expect(notKept(edited, problem(0)).state).toBe('unreachable');
    expect(notKept(edited, problem(503)).state).toBe('unreachable');
    expect(notKept(edited, problem(422)).state).toBe('refused');
    expect(notKept(edited, problem(409)).state).toBe('conflict');
    expect(notKept(edited, problem(409)).content).toBe('two');
  });

  it('is unkept until the server has it, also where the session ended meanwhile', () => {
    expect(isUnkept(begun)).toBeFalse();
    expect(isUnkept(edit(begun, 'two'))).toBeTrue();
    expect(isUnkept(notKept(edit(begun, 'two'), problem(401)))).toBeTrue();
  });

  it('stays in conflict until the user decides', () => {
    const conflict = notKept(edit(begun, 'two'), problem(409));
    const further = edit(conflict, 'three');
    expect([further.state, further.problem?.status]).toEqual(['conflict', 409]);
    const localVersion = rebase(further, 9);
    expect([localVersion.content, localVersion.revision, localVersion.state]).toEqual([
      'three',
      9,
      'changed',
    ]);
  });
});
