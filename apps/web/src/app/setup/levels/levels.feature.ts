import type {
  LevelContent,
  LevelSummary,
  LevelView,
  ObjectDraft,
  ProblemDetails,
} from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import {
  beginEditing,
  edit,
  rebase,
  isUnsaved,
  saving,
  saved,
  notSaved,
  redo,
  takeUp,
  undo,
  type Editing,
  type LeftEdit,
} from '../../editing/editing';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const levelsActions = createActionGroup({
  source: 'Levels',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ levels: readonly LevelSummary[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /**
     * `create` begins a level of that id, empty or from another one. An edit of this level that is
     * not saved yet is taken up again.
     */
    Opened: props<{ id: string; create: Beginning | null }>(),
    /** A level that is not there yet, as it begins. */
    Begun: props<{ id: string; content: LevelContent }>(),
    Came: props<{ level: LevelView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Edited: props<{ content: LevelContent }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Left: emptyProps(),
    /** What was edited and is not saved is the outbox’s. */
    'Handed Over': emptyProps(),
    /** What waited in the outbox is edited here again. */
    'Taken Up': props<{ parcel: LeftEdit<LevelContent> }>(),
    Saving: props<{ id: string }>(),
    Saved: props<{ id: string; content: LevelContent; revision: number; at: string }>(),
    'Not Saved': props<{ id: string; problem: ProblemDetails }>(),
    /** The level is to be withdrawn: an edit like any other, in the draft. */
    Withdrawn: props<{ id: string }>(),
    /** After a conflict: what somebody else left is taken, or overwritten on purpose. */
    'Server Version Taken': emptyProps(),
    Rebased: emptyProps(),
  },
});

/** What a new level begins as. */
export interface Beginning {
  /** The level that it is a copy of; null for an empty one. */
  readonly from: string | null;
  /** Follows that level with a percent on its prices; null for the same on its own. */
  readonly percent: string | null;
}

export interface OpenLevel {
  readonly id: string;
  readonly published: LevelContent | null;
  readonly editing: Editing<LevelContent>;
  /** When the draft last took an edit from here. */
  readonly savedAt: string | null;
}

interface LevelsState {
  readonly list: Loadable<readonly LevelSummary[]>;
  readonly level: Loadable<OpenLevel>;
}

const beginning: LevelsState = { list: idle, level: idle };

/** A level that is begun; its currency is home's until another is chosen. */
export function emptyLevel(currency: string): LevelContent {
  return {
    name: '',
    currency,
    window: { from: null, until: null },
    order: 'narrowest',
    entries: [],
    exceptions: [],
    typedPrices: [],
    rounding: null,
  };
}

export const levelsFeature = createFeature({
  name: 'levels',
  reducer: createReducer(
    beginning,
    on(levelsActions.listOpened, (state): LevelsState => ({ ...state, list: loading(state.list) })),
    on(levelsActions.listCame, (state, { levels }): LevelsState => ({
      ...state,
      list: ready(levels),
    })),
    on(levelsActions.listFailed, (state, { problem }): LevelsState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(levelsActions.opened, (state, { id }): LevelsState => {
      const open = state.level.value;
      if (open?.id !== id || !isUnsaved(open.editing)) return { ...state, level: idle };
      const editing = rebase(open.editing, open.editing.revision);
      return { ...state, level: ready({ ...open, editing }) };
    }),
    on(levelsActions.begun, (state, { id, content }): LevelsState => ({
      ...state,
      level: ready({ id, published: null, editing: beginEditing(content, 0), savedAt: null }),
    })),
    on(levelsActions.came, (state, { level }): LevelsState => ({
      ...state,
      level: ready(openLevel(level, emptyLevel(''))),
    })),
    on(levelsActions.failed, (state, { problem }): LevelsState => ({
      ...state,
      level: failed(state.level, problem),
    })),
    on(levelsActions.edited, (state, { content }) =>
      withEditing(state, (one) => edit(one, content)),
    ),
    on(levelsActions.undone, (state) => withEditing(state, undo)),
    on(levelsActions.redone, (state) => withEditing(state, redo)),
    on(levelsActions.handedOver, (state): LevelsState => ({ ...state, level: idle })),
    on(levelsActions.takenUp, (state, { parcel }) =>
      withEditing(state, (one) => takeUp(one, parcel)),
    ),
    on(levelsActions.saving, (state, { id }) => withEditing(state, saving, id)),
    on(levelsActions.saved, (state, { id, content, revision, at }) =>
      withEditing(state, (one) => saved(one, content, revision), id, at),
    ),
    on(levelsActions.notSaved, (state, { id, problem }) =>
      withEditing(state, (one) => notSaved(one, problem), id),
    ),
    on(levelsActions.rebased, (state) =>
      withEditing(state, (one) => rebase(one, serverVersion(one)?.revision ?? 0)),
    ),
    on(levelsActions.serverVersionTaken, (state): LevelsState => {
      const open = state.level.value;
      if (!open) return state;
      const { id, published } = open;
      const draft = serverVersion(open.editing);
      const { content } = open.editing;
      return { ...state, level: ready(openLevel({ id, published, draft }, content)) };
    }),
  ),
});

/** What somebody else left there, which a conflict brings along. */
export function serverVersion({
  problem,
}: Editing<LevelContent>): ObjectDraft<LevelContent> | null {
  // the server's answer to an edit that comes second
  return (problem?.current as ObjectDraft<LevelContent> | undefined) ?? null;
}

/** @param without what it says where it is neither published nor drafted */
function openLevel({ id, published, draft }: LevelView, without: LevelContent): OpenLevel {
  const content = draft?.content ?? published ?? without;
  return { id, published, editing: beginEditing(content, draft?.revision ?? 0), savedAt: null };
}

/** The open level with its editing changed; left alone where another level is open by now. */
function withEditing(
  state: LevelsState,
  change: (editing: Editing<LevelContent>) => Editing<LevelContent>,
  id?: string,
  savedAt?: string,
): LevelsState {
  const open = state.level.value;
  if (!open || (id !== undefined && id !== open.id)) return state;
  const editing = change(open.editing);
  return { ...state, level: ready({ ...open, editing, savedAt: savedAt ?? open.savedAt }) };
}
