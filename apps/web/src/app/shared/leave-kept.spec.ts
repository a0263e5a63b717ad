import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { beginEditing, edit, notKept } from './editing';
import { leaveKept, lossOf } from './leave-kept';

const problem = (status: number) =>
  ({ type: 'about:blank', title: '', status, detail: 'Quantity must be above 0.' }) as const;
const edited = edit(beginEditing('one', 1), 'two');

describe('leaving a screen', () => {
  it('loses nothing that is kept, on its way, or waits for its user to sign in', () => {
    for (const editing of [edited, notKept(edited, problem(0)), notKept(edited, problem(401))]) {
      expect(lossOf(editing, 'The quote')).toBeNull();
    }
  });

  it('would lose what was refused or somebody was before, and says so', () => {
    expect(lossOf(notKept(edited, problem(422)), 'The quote')).toBe(
      'The quote has an edit that is not kept. Quantity must be above 0. Leave, and lose that edit?',
    );
    expect(lossOf(notKept(edited, problem(409)), 'The quote')).toContain('not kept');
  });

  it('is asked about only where something would be lost', () => {
    const asked = spyOn(window, 'confirm').and.returnValue(false);
    const { snapshot: state } = TestBed.inject(Router).routerState;
    const leave = (loss: string | null) =>
      TestBed.runInInjectionContext(() =>
        leaveKept({ lossOnLeaving: () => loss }, state.root, state, state),
      );
    expect(leave(null)).toBeTrue();
    expect(asked).not.toHaveBeenCalled();
    expect(leave('It would be lost.')).toBeFalse();
    expect(asked).toHaveBeenCalledOnceWith('It would be lost.');
  });
});
