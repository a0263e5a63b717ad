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
  editedEvents,
  editedReducer,
  type Edited,
  type EditedKind,
  withEdited,
} from '../../editing/edited/edited-object';
import { beginEditing, saved, type Editing } from '../../editing/editing';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const levelsActions = createActionGroup({
  source: 'Levels',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ levels: readonly LevelSummary[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** `create` begins a level of that id, empty or from another one. */
    Opened: props<{ key: string; create: Beginning | null }>(),
    /** A level that is not there yet, as it begins. */
    Begun: props<{ id: string; content: LevelContent }>(),
    Came: props<{ level: LevelView }>(),
    ...editedEvents<string, LevelContent, LevelSaved>(),
    /** The level is to be withdrawn: an edit like any other, in the draft. */
    Withdrawn: props<{ id: string }>(),
  },
});

/** What a new level begins as. */
export interface Beginning {
  /** The level that it is a copy of; null for an empty one. */
  readonly from: string | null;
  /** Follows that level with a percent on its prices; null for the same on its own. */
  readonly percent: string | null;
}

/** What the draft says once it has an edit of a level. */
interface LevelSaved {
  readonly revision: number;
  readonly at: string;
}

export interface OpenLevel extends Edited<LevelContent> {
  readonly id: string;
  readonly published: LevelContent | null;
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

const kind: EditedKind<OpenLevel, string, LevelContent, LevelSaved> = {
  key: ({ id }) => id,
  saved: (open, content, { revision, at }) => ({
    ...open,
    editing: saved(open.editing, content, revision),
    savedAt: at,
  }),
  serverRevision: ({ editing }) => serverVersion(editing)?.revision ?? 0,
  serverVersionTaken: ({ id, published, editing }) =>
    openLevel({ id, published, draft: serverVersion(editing) }, editing.content),
};

const reducer = withEdited(
  'level',
  editedReducer(levelsActions, kind),
  createReducer<LevelsState>(
    beginning,
    on(levelsActions.listOpened, (state): LevelsState => ({
      ...state,
      list: loading(state.list),
    })),
    on(levelsActions.listCame, (state, { levels }): LevelsState => ({
      ...state,
      list: ready(levels),
    })),
    on(levelsActions.listFailed, (state, { problem }): LevelsState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(levelsActions.begun, (state, { id, content }): LevelsState => ({
      ...state,
      level: ready({ id, published: null, editing: beginEditing(content, 0), savedAt: null }),
    })),
    on(levelsActions.came, (state, { level }): LevelsState => ({
      ...state,
      level: ready(openLevel(level, emptyLevel(''))),
    })),
  ),
);

export const levelsFeature = createFeature({
  name: 'levels',
  reducer,
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
