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
export function applyLevel(line: LineInProgress, context: PricingContext): void {
  if (line.started) return;
  const level = chooseLevel(line, context);
  const recordNotApplied = notAppliedRecorder(line, context);
  if (level) {
    const result = levelPrice(level, line, context, recordNotApplied);
    if (line.problem) return;
    line.started = result !== null;
    line.closedBy = result?.closedBy ?? null;
  } else {
    line.started = startFromOwnPrice(line, context, recordNotApplied);
    if (line.problem) return;
  }
  if (!line.started) line.problem = { kind: 'noStartPrice' };
}
