import type { ConditionSummary, SavedConditionContent } from '@honest-ledger/contracts';
import { createActionGroup, createFeature } from '@ngrx/store';
import { objectEvents, objectReducer } from '../../editing/draft/object-feature';

export const conditionsActions = createActionGroup({
  source: 'Conditions',
  events: objectEvents<ConditionSummary, SavedConditionContent>(),
});

/** The conditions that are saved under a name, and the one that is open. */
export const conditionsFeature = createFeature({
  name: 'conditions',
  reducer: objectReducer<ConditionSummary, SavedConditionContent>(conditionsActions),
});
