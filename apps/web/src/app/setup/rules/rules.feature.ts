import type { RuleContent, RuleSummary } from '@honest-ledger/contracts';
import { createActionGroup, createFeature } from '@ngrx/store';
import { objectEvents, objectReducer } from '../../editing/draft/object-feature';

export const rulesActions = createActionGroup({
  source: 'Rules',
  events: objectEvents<RuleSummary, RuleContent>(),
});

/** The conditional rules, and the one that is open. */
export const rulesFeature = createFeature({
  name: 'rules',
  reducer: objectReducer<RuleSummary, RuleContent>(rulesActions),
});
