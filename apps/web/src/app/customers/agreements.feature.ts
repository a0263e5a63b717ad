import type { AgreementRow, ProblemDetails, SetupContents } from '@honest-ledger/contracts';
import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { objectEditsActions, type ObjectEdit } from '../draft/object-edits.feature';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export type AgreementContent = SetupContents['agreement'];

export const agreementsActions = createActionGroup({
  source: 'Agreements',
  events: {
    Asked: props<{ customer: string }>(),
    Came: props<{ rows: readonly AgreementRow[] }>(),
    Failed: props<{ problem: ProblemDetails }>(),
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
    on(objectEditsActions.sending, (state, { edit }): AgreementsState =>
      edit.object.kind === 'agreement' ? { ...state, refused: typed(edit) } : state,
    ),
    on(objectEditsActions.kept, (state, { edit }): AgreementsState =>
      state.refused?.id === edit.object.key ? { ...state, refused: null } : state,
    ),
    on(objectEditsActions.refused, (state, { edit, problem }): AgreementsState =>
      edit.object.kind === 'agreement' ? { ...state, refused: { ...typed(edit), problem } } : state,
    ),
  ),
});

function typed({ object, after }: ObjectEdit): Refused {
  // what was sent as an agreement
  const content = after.edited ? (after.content as AgreementContent | null) : null;
  return { id: object.key, content, problem: null };
}
