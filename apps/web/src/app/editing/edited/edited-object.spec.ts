import type { ProblemDetails } from '@honest-ledger/contracts';
import { createActionGroup, createReducer, on, props, type Action } from '@ngrx/store';
import { beginEditing, saved } from '../editing';
import { idle, ready, type Loadable } from '../../shared/requests/loadable';
import {
  editedEvents,
  editedReducer,
  withEdited,
  type Edited,
  type EditedKind,
} from './edited-object';

interface Note extends Edited<string> {
  readonly id: number;
}

const actions = createActionGroup({
  source: 'Notes',
  events: {
    Opened: props<{ key: number }>(),
    Came: props<{ id: number; text: string }>(),
    ...editedEvents<number, string, number>(),
  },
});

const kind: EditedKind<Note, number, string, number> = {
  key: ({ id }) => id,
  saved: (open, text, revision) => ({ ...open, editing: saved(open.editing, text, revision) }),
  serverRevision: ({ editing }) => (editing.problem?.current as number | undefined) ?? 0,
  serverVersionTaken: ({ id }) => ({ id, editing: beginEditing('theirs', 8) }),
};

interface Notes {
  readonly note: Loadable<Note>;
  readonly came: number;
}
const reducer = withEdited(
  'note',
  editedReducer(actions, kind),
  createReducer<Notes>(
    { note: idle, came: 0 },
    on(actions.came, ({ came }, { id, text }): Notes => ({
      note: ready({ id, editing: beginEditing(text, 1) }),
      came: came + 1,
    })),
  ),
);

const problem = (status: number, current?: number): ProblemDetails => ({
  type: 'about:blank',
  title: '',
  status,
  detail: '',
  ...(current === undefined ? {} : { current }),
});
const noteAfter = (...done: readonly Action[]): Note | null =>
  [actions.came({ id: 1, text: 'one' }), ...done].reduce<Notes | undefined>(reducer, undefined)
    ?.note.value ?? null;
const told = (note: Note | null) =>
  note && [note.editing.content, note.editing.state, note.editing.revision];
const edit = actions.edited({ content: 'two' });

describe('one thing that is open and saved as it is edited', () => {
  it('is edited, sent, and kept when the server has it', () => {
    expect(told(noteAfter(edit))).toEqual(['two', 'changed', 1]);
    const sent = [edit, actions.saving({ key: 1 })];
    expect(told(noteAfter(...sent))).toEqual(['two', 'saving', 1]);
    const answered = actions.saved({ key: 1, content: 'two', answer: 2 });
    expect(told(noteAfter(...sent, answered))).toEqual(['two', 'saved', 2]);
    const back = noteAfter(...sent, answered, actions.undone());
    expect(told(back)).toEqual(['one', 'changed', 2]);
    expect(told(noteAfter(edit, actions.undone(), actions.redone()))?.[0]).toBe('two');
  });

  it('leaves alone what is told of another one', () => {
    const others = [
      actions.saving({ key: 2 }),
      actions.saved({ key: 2, content: 'x', answer: 9 }),
      actions.notSaved({ key: 2, problem: problem(422) }),
    ];
    expect(noteAfter(edit, ...others)).toEqual(noteAfter(edit));
  });

  it('takes up an edit that is not saved yet where the same is opened again, and no other', () => {
    const unreachable = actions.notSaved({ key: 1, problem: problem(0) });
    const again = noteAfter(edit, unreachable, actions.opened({ key: 1 }));
    expect(told(again)).toEqual(['two', 'changed', 1]);
    expect(again?.editing.problem).toBeNull();
    expect(noteAfter(edit, unreachable, actions.opened({ key: 2 }))).toBeNull();
    expect(noteAfter(actions.opened({ key: 1 }))).toBeNull();
    expect(noteAfter(edit, actions.handedOver())).toBeNull();
  });

  it('lets its user decide where somebody else was first', () => {
    const conflict = actions.notSaved({ key: 1, problem: problem(409, 7) });
    expect(told(noteAfter(edit, conflict))).toEqual(['two', 'conflict', 1]);
    expect(told(noteAfter(edit, conflict, actions.rebased()))).toEqual(['two', 'changed', 7]);
    const theirs = noteAfter(edit, conflict, actions.serverVersionTaken());
    expect(told(theirs)).toEqual(['theirs', 'saved', 8]);
  });

  it('lays what waited in the outbox over what the server has', () => {
    const parcel = { content: 'waited', revision: 1, problem: null };
    expect(told(noteAfter(actions.takenUp({ parcel })))).toEqual(['waited', 'changed', 1]);
  });
});
