import type { ProblemDetails } from '@honest-ledger/contracts';
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
import type { Reference } from './reference.api';

export const referenceActions = createActionGroup({
  source: 'Reference',
  events: {
    Asked: emptyProps(),
    Came: props<{ reference: Reference }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  },
});

interface ReferenceState {
  readonly all: Loadable<Reference>;
}

const beginning: ReferenceState = { all: idle };

const NONE: Reference = {
  goods: {
    brands: [],
    suppliers: [],
    families: [],
    taxClasses: [],
    attributes: [],
    costKinds: [],
    costTables: [],
    savedConditions: [],
  },
  customers: {
    segments: [],
    outlets: [],
    homeCurrency: '',
    currencies: [],
    attributes: [],
    documentAttributes: [],
    salesPeople: [],
    departments: [],
    deliveryMethods: [],
    units: [],
  },
  levels: [],
};

/** Brands, suppliers, families, segments, outlets, currencies and levels, by their names. */
export const referenceFeature = createFeature({
  name: 'reference',
  reducer: createReducer(
    beginning,
    on(referenceActions.asked, ({ all }): ReferenceState => ({ all: loading(all) })),
    on(referenceActions.came, (_, { reference }): ReferenceState => ({ all: ready(reference) })),
    on(referenceActions.failed, ({ all }, { problem }): ReferenceState => ({
      all: failed(all, problem),
    })),
  ),
  extraSelectors: ({ selectAll }) => ({
    selectReference: createSelector(selectAll, ({ value }) => value ?? NONE),
    /** The levels that a version has, which customers and quotes can be given. */
    selectPublishedLevels: createSelector(selectAll, ({ value }) =>
      (value ?? NONE).levels.filter(({ state }) => state !== 'new'),
    ),
  }),
});
