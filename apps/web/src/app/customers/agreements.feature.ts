import type { AgreementRow, ProblemDetails, SetupContents } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export type AgreementContent = SetupContents['agreement'];

export const agreementsActions = createActionGroup({
  source: 'Agreements',
  events: {
    Asked: props<{ customer: string }>(),
    Came: props<{ rows: readonly AgreementRow[] }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** An edit for the draft; null withdraws the agreement, `revision` is that of the edit before. */
    Edited: props<{ id: string; content: AgreementContent | null; revision: number }>(),
    Discarded: props<{ id: string }>(),
    Kept: props<{ id: string }>(),
    Refused: props<{ id: string; problem: ProblemDetails }>(),
  },
});

interface AgreementsState {
  readonly rows: Loadable<readonly AgreementRow[]>;
  /** The customer whose agreements they are. */
  readonly customer: string | null;
  /** The edit that was refused last, as it was typed, and why. */
  readonly refused: Refused | null;
}

export interface Refused {
  readonly id: string;
  readonly content: AgreementContent | null;
  readonly problem: ProblemDetails | null;
}

const beginning: AgreementsState = { rows: nothingYet, customer: null, refused: null };

export const agreementsFeature = createFeature({
  name: 'agreements',
  reducer: createReducer(
    beginning,
    on(agreementsActions.asked, (state, { customer }): AgreementsState => ({
      customer,
      rows: customer === state.customer ? loading(state.rows) : nothingYet,
      refused: customer === state.customer ? state.refused : null,
    })),
    on(agreementsActions.came, (state, { rows }): AgreementsState => ({
      ...state,
      rows: ready(rows),
    })),
    on(agreementsActions.failed, (state, { problem }): AgreementsState => ({
      ...state,
      rows: failed(state.rows, problem),
    })),
    on(agreementsActions.edited, (state, { id, content }): AgreementsState => ({
      ...state,
      refused: { id, content, problem: null },
    })),
    on(agreementsActions.kept, (state, { id }): AgreementsState => ({
      ...state,
      refused: state.refused?.id === id ? null : state.refused,
    })),
    on(agreementsActions.refused, (state, { id, problem }): AgreementsState => ({
      ...state,
      refused: state.refused?.id === id ? { ...state.refused, problem } : state.refused,
    })),
  ),
});
