import type { AgreementRow, ProblemDetails, SetupContents } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export type AgreementContent = SetupContents['agreement'];

export const agreementsActions = createActionGroup({
  source: 'Agreements',
  events: {
    Asked: props<{ party: AgreementContent['party'] }>(),
    Came: props<{ rows: readonly AgreementRow[] }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface AgreementsState {
  readonly rows: Loadable<readonly AgreementRow[]>;
  /** Whose agreements they are. */
  readonly party: AgreementContent['party'] | null;
}

const beginning: AgreementsState = { rows: idle, party: null };

export const agreementsFeature = createFeature({
  name: 'agreements',
  reducer: createReducer(
    beginning,
    on(agreementsActions.asked, (state, { party }): AgreementsState => {
      const same = JSON.stringify(party) === JSON.stringify(state.party);
      return {
        party,
        rows: same ? loading(state.rows) : idle,
      };
    }),
    on(agreementsActions.came, (state, { rows }): AgreementsState => ({
      ...state,
      rows: ready(rows),
    })),
    on(agreementsActions.failed, (state, { problem }): AgreementsState => ({
      ...state,
      rows: failed(state.rows, problem),
    })),
  ),
});
