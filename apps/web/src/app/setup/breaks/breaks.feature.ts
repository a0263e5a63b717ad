import type { BreakContent, BreakSummary } from '@honest-ledger/contracts';
import { createActionGroup, createFeature } from '@ngrx/store';
import { objectEvents, objectReducer } from '../../editing/draft/object-feature';

export const breaksActions = createActionGroup({
  source: 'Breaks',
  events: objectEvents<BreakSummary, BreakContent>(),
});

/** The quantity breaks, and the one that is open. */
export const breaksFeature = createFeature({
  name: 'breaks',
  reducer: objectReducer<BreakSummary, BreakContent>(breaksActions),
});
