import type {
  HandLimit,
  HandLimitEdit,
  ListEdit,
  ListKind,
  ListRow,
  ProblemDetails,
  RateEdit,
  RateRow,
  UserEdit,
  UserRow,
} from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

/** What one sheet of the settings shows. */
export type SettingsSheet = ListKind | 'rates' | 'users' | 'handLimits';

export type SettingsRows =
  | { readonly sheet: ListKind; readonly rows: readonly ListRow[] }
  | { readonly sheet: 'rates'; readonly rows: readonly RateRow[] }
  | { readonly sheet: 'users'; readonly rows: readonly UserRow[] }
  | { readonly sheet: 'handLimits'; readonly rows: readonly HandLimit[] };

/** An edit of one row; it is a fact and counts at once. */
export type SettingsEdit =
  | { readonly sheet: ListKind; readonly code: string; readonly edit: ListEdit }
  | { readonly sheet: 'rates'; readonly code: string; readonly edit: RateEdit }
  | { readonly sheet: 'users'; readonly code: string; readonly edit: UserEdit }
  | { readonly sheet: 'handLimits'; readonly code: string; readonly edit: HandLimitEdit };

export const settingsActions = createActionGroup({
  source: 'Settings',
  events: {
    Opened: props<{ sheet: SettingsSheet }>(),
    Came: props<{ found: SettingsRows }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Edited: props<{ edit: SettingsEdit }>(),
    Saved: props<{ edit: SettingsEdit }>(),
    Refused: props<{ edit: SettingsEdit; problem: ProblemDetails }>(),
  },
});

interface SettingsState {
  readonly rows: Loadable<SettingsRows>;
  /** The edit that was refused last, and why. */
  readonly refused: { readonly edit: SettingsEdit; readonly problem: ProblemDetails } | null;
  /** Goes up with every edit that was saved: what was typed into a new row is done with. */
  readonly saved: number;
}

const beginning: SettingsState = { rows: idle, refused: null, saved: 0 };

export const settingsFeature = createFeature({
  name: 'settings',
  reducer: createReducer(
    beginning,
    on(settingsActions.opened, (state, { sheet }): SettingsState => {
      const same = state.rows.value?.sheet === sheet;
      return { ...state, rows: same ? loading(state.rows) : idle, refused: null };
    }),
    on(settingsActions.came, (state, { found }): SettingsState => ({
      ...state,
      rows: ready(found),
    })),
    on(settingsActions.failed, (state, { problem }): SettingsState => ({
      ...state,
      rows: failed(state.rows, problem),
    })),
    on(settingsActions.edited, (state): SettingsState => ({ ...state, refused: null })),
    on(settingsActions.saved, (state): SettingsState => ({ ...state, saved: state.saved + 1 })),
    on(settingsActions.refused, (state, { edit, problem }): SettingsState => ({
      ...state,
      refused: { edit, problem },
    })),
  ),
});
