import type { ItemPage, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, nothingYet, ready, type Loadable } from '../shared/loadable';

export const catalogueActions = createActionGroup({
  source: 'Catalogue',
  events: {
    Opened: emptyProps(),
    'Text Typed': props<{ text: string }>(),
    'Category Chosen': props<{ category: string }>(),
    Came: props<{ page: ItemPage }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface CatalogueState {
  readonly text: string;
  readonly category: string;
  readonly page: Loadable<ItemPage>;
}

const beginning: CatalogueState = { text: '', category: '', page: nothingYet };

export const catalogueFeature = createFeature({
  name: 'catalogue',
  reducer: createReducer(
    beginning,
    on(catalogueActions.opened, (state): CatalogueState => ({
      ...state,
      page: loading(state.page),
    })),
    on(catalogueActions.textTyped, (state, { text }): CatalogueState => ({
      ...state,
      text,
      page: loading(state.page),
    })),
    on(catalogueActions.categoryChosen, (state, { category }): CatalogueState => ({
      ...state,
      category,
      page: loading(state.page),
    })),
    on(catalogueActions.came, (state, { page }): CatalogueState => ({
      ...state,
      page: ready(page),
    })),
    on(catalogueActions.failed, (state, { problem }): CatalogueState => ({
      ...state,
      page: failed(state.page, problem),
    })),
  ),
});
