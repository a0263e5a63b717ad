import type { ProblemDetails, VersionRow, VersionView } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export const versionsActions = createActionGroup({
  source: 'Versions',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ versions: readonly VersionRow[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    Opened: props<{ number: number }>(),
    Came: props<{ version: VersionView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface VersionsState {
  readonly list: Loadable<readonly VersionRow[]>;
  readonly version: Loadable<VersionView>;
}

const beginning: VersionsState = { list: nothingYet, version: nothingYet };

export const versionsFeature = createFeature({
  name: 'versions',
  reducer: createReducer(
    beginning,
    on(versionsActions.listOpened, (state): VersionsState => ({
      ...state,
      list: loading(state.list),
    })),
    on(versionsActions.listCame, (state, { versions }): VersionsState => ({
      ...state,
      list: ready(versions),
    })),
    on(versionsActions.listFailed, (state, { problem }): VersionsState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(versionsActions.opened, (state): VersionsState => ({ ...state, version: nothingYet })),
    on(versionsActions.came, (state, { version }): VersionsState => ({
      ...state,
      version: ready(version),
    })),
    on(versionsActions.failed, (state, { problem }): VersionsState => ({
      ...state,
      version: failed(state.version, problem),
    })),
  ),
});
