import type { CategoryRow, ProblemDetails } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../requests/loadable';

export const categoriesActions = createActionGroup({
  source: 'Categories',
  events: {
    Asked: emptyProps(),
    Came: props<{ categories: readonly CategoryRow[] }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface CategoriesState {
  readonly all: Loadable<readonly CategoryRow[]>;
}

/** A category with its place in the tree: 0 at the top. */
export interface PlacedCategory extends CategoryRow {
  readonly depth: number;
}

const beginning: CategoriesState = { all: idle };

/** The category tree, which several screens name goods by. */
export const categoriesFeature = createFeature({
  name: 'categories',
  reducer: createReducer(
    beginning,
    on(categoriesActions.asked, ({ all }): CategoriesState => ({ all: loading(all) })),
    on(categoriesActions.came, (_state, { categories }): CategoriesState => ({
      all: ready(categories),
    })),
    on(categoriesActions.failed, ({ all }, { problem }): CategoriesState => ({
      all: failed(all, problem),
    })),
  ),
  extraSelectors: ({ selectAll }) => ({
    selectPlaced: createSelector(selectAll, ({ value }) => placed(value ?? [])),
  }),
});

/** The categories from the top down, each followed by what lies under it. */
export function placed(
  categories: readonly CategoryRow[],
  parent: string | null = null,
  depth = 0,
): PlacedCategory[] {
  return categories
    .filter((category) => category.parent === parent)
    .flatMap((category) => [
      { ...category, depth },
      ...placed(categories, category.code, depth + 1),
    ]);
}
