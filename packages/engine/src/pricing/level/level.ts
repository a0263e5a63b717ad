import { startFromOwnPrice } from '../cost/base-price';
import { chooseLevel } from './choose-level';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PricingContext,
} from '../line/line-in-progress';
import { levelPrice } from './level-price';

/**
 * Steps 2 and 3: the level of the line makes its price; without a level it is the base price.
 * Where there is neither, the line has no price.
 */
export function applyLevel(work: LineInProgress, context: PricingContext): void {
  if (work.started) return;
  const level = chooseLevel(work, context);
  const recordNotApplied = notAppliedRecorder(work, context);
  if (level) {
    const result = levelPrice(level, work, context, recordNotApplied);
    if (work.problem) return;
    work.started = result !== null;
    work.closedBy = result?.closedBy ?? null;
  } else {
    work.started = startFromOwnPrice(work, context, recordNotApplied);
    if (work.problem) return;
  }
  if (!work.started) work.problem = { kind: 'noStartPrice' };
}
