import type { ProblemDetails } from '@honest-ledger/contracts';
import {
  beginEditing,
  edit,
  rebase,
  isUnsaved,
  saving,
  saved,
  notSaved,
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
    const done = saved(saving(edited), 'two', 4);
    expect([done.state, done.revision]).toEqual(['saved', 4]);
  });

  it('still has something to send where it was edited while it was sent', () => {
    const later = edit(saving(edit(begun, 'two')), 'three');
    const done = saved(later, 'two', 4);
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
    expect(notSaved(edited, problem(0)).state).toBe('unreachable');
    expect(notSaved(edited, problem(503)).state).toBe('unreachable');
    expect(notSaved(edited, problem(422)).state).toBe('refused');
    expect(notSaved(edited, problem(409)).state).toBe('conflict');
    expect(notSaved(edited, problem(409)).content).toBe('two');
  });

  it('is unkept until the server has it, also where the session ended meanwhile', () => {
    expect(isUnsaved(begun)).toBeFalse();
    expect(isUnsaved(edit(begun, 'two'))).toBeTrue();
    expect(isUnsaved(notSaved(edit(begun, 'two'), problem(401)))).toBeTrue();
  });

  it('stays in conflict until the user decides', () => {
    const conflict = notSaved(edit(begun, 'two'), problem(409));
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
