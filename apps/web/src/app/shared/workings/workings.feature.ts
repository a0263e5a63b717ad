import type { ItemFactsForm, PricedLineForm } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

/** A computed price and what it takes to explain it. */
export interface ExplainedPrice {
  readonly line: PricedLineForm;
  readonly item: ItemFactsForm;
  readonly currency: string;
  /** Whose price it is, in words. */
  readonly whose: string;
  /** The version it was computed under. */
  readonly version: number;
  /** Computed in this browser; the server has not confirmed it yet. */
  readonly provisional: boolean;
}

/** How much room the strip takes: beside the sheet, or all of it. */
export type StripWidth = 'narrow' | 'wide' | 'sheet';

export const workingsActions = createActionGroup({
  source: 'Workings',
  events: {
    /** The cursor is on a computed price. */
    Followed: props<{ price: ExplainedPrice }>(),
    Cleared: emptyProps(),
    Toggled: emptyProps(),
    'Width Chosen': props<{ width: StripWidth }>(),
  },
});

interface WorkingsState {
  readonly price: ExplainedPrice | null;
  readonly open: boolean;
  readonly width: StripWidth;
}

const beginning: WorkingsState = { price: null, open: true, width: 'narrow' };

export const workingsFeature = createFeature({
  name: 'workings',
  reducer: createReducer(
    beginning,
    on(workingsActions.followed, (state, { price }): WorkingsState => ({ ...state, price })),
    on(workingsActions.cleared, (state): WorkingsState => ({ ...state, price: null })),
    on(workingsActions.toggled, (state): WorkingsState => ({ ...state, open: !state.open })),
    on(workingsActions.widthChosen, (state, { width }): WorkingsState => ({ ...state, width })),
  ),
});
