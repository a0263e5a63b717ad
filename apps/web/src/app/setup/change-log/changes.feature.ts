import type { ChangePage, ProblemDetails } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';
import type { ChangeFilter } from '../../editing/history/changes.api';

export const changesActions = createActionGroup({
  source: 'Changes',
  events: {
    /** `below` goes on from the entry shown last. */
    Asked: props<{ filter: ChangeFilter; below: number | null }>(),
    Came: props<{ page: ChangePage; below: number | null }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface ChangesState {
  readonly page: Loadable<ChangePage>;
}

const beginning: ChangesState = { page: idle };

export const changesFeature = createFeature({
  name: 'changes',
  reducer: createReducer(
    beginning,
    on(changesActions.asked, ({ page }): ChangesState => ({ page: loading(page) })),
    on(changesActions.came, (state, { page, below }): ChangesState => {
      const before = below === null ? [] : (state.page.value?.changes ?? []);
      return { page: ready({ ...page, changes: [...before, ...page.changes] }) };
    }),
    on(changesActions.failed, ({ page }, { problem }): ChangesState => ({
      page: failed(page, problem),
    })),
  ),
});
