import type { ItemPage, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

/** What narrows the catalogue; an empty text narrows nothing. */
export interface ItemFilter {
  readonly text: string;
  readonly category: string;
  readonly brand: string;
  readonly supplier: string;
  readonly kind: string;
}

/** What is known of all that the filter lets through. */
export type ItemsFound = Pick<ItemPage, 'total' | 'currency' | 'version'>;

export const catalogueActions = createActionGroup({
  source: 'Catalogue',
  events: {
    'Text Typed': props<{ text: string }>(),
    Chosen: props<{ part: Partial<Omit<ItemFilter, 'text'>> }>(),
    /** Typing has paused: what is typed counts. */
    Settled: emptyProps(),
    Found: props<{ found: ItemsFound }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    'Asked Again': emptyProps(),
  },
});

interface CatalogueState {
  /** As it is typed and chosen. */
  readonly typed: ItemFilter;
  /** What is searched for. */
  readonly filter: ItemFilter;
  readonly found: ItemsFound | null;
  readonly problem: ProblemDetails | null;
}

const EVERYTHING: ItemFilter = { text: '', category: '', brand: '', supplier: '', kind: '' };

const beginning: CatalogueState = {
  typed: EVERYTHING,
  filter: EVERYTHING,
  found: null,
  problem: null,
};

export const catalogueFeature = createFeature({
  name: 'catalogue',
  reducer: createReducer(
    beginning,
    on(catalogueActions.textTyped, (state, { text }): CatalogueState => ({
      ...state,
      typed: { ...state.typed, text },
    })),
    on(catalogueActions.chosen, (state, { part }): CatalogueState => {
      const typed = { ...state.typed, ...part };
      return { ...state, typed, filter: typed };
    }),
    on(catalogueActions.settled, (state): CatalogueState => ({ ...state, filter: state.typed })),
    on(catalogueActions.found, (state, { found }): CatalogueState => ({
      ...state,
      found,
      problem: null,
    })),
    on(catalogueActions.failed, (state, { problem }): CatalogueState => ({ ...state, problem })),
    on(catalogueActions.askedAgain, (state): CatalogueState => ({
      ...state,
      problem: null,
      filter: { ...state.typed },
    })),
  ),
});
