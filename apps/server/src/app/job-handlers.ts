import type { TaskList } from 'graphile-worker';
import { QUOTES_JOB, type QuotesJob } from '../setup/drafts/quotes-again';
import { PUBLISH_JOB, publishWaiting, type PublishJob } from '../setup/drafts/wait-to-publish';
import { APPLY_JOB, applyImport } from '../exchange/imports/apply-import';
import { COMPARE_JOB, compareRows, type ImportJob } from '../exchange/imports/compare-rows';
import {
  COMPARE_COST_UPDATE_JOB,
  TAKE_IN_JOB,
  type CostUpdateJob,
} from '../supply/cost-updates/receive';
import { compareCostUpdateJob, takeInJob } from '../supply/cost-updates/take-in';
import { makeRepeated } from '../selling/repeats/make';
import { REPEAT_JOB, type RepeatJob } from '../selling/repeats/set';
import { priceQuotesAgain } from '../exchange/price-changes/quotes';
import {
  priceSalesPart,
  SALES_BACKTEST_JOB,
  type SalesBacktestJob,
} from '../verification/sales-backtest/price-part';
import type { Services } from '../setup/versions/services';

/** What the queue can be asked for; each is short, and does no harm where it is done again. */
export function jobHandlers(services: Services): TaskList {
  return {
    [COMPARE_JOB]: (payload) => compareRows(services, payload as ImportJob),
    [APPLY_JOB]: (payload, { job }) =>
      applyImport(services, payload as ImportJob, job.attempts >= job.max_attempts),
    [COMPARE_COST_UPDATE_JOB]: (payload) =>
      compareCostUpdateJob(services, payload as CostUpdateJob),
    [TAKE_IN_JOB]: (payload, { job }) =>
      takeInJob(services, payload as CostUpdateJob, job.attempts >= job.max_attempts),
    [QUOTES_JOB]: (payload) => priceQuotesAgain(services, payload as QuotesJob),
    [SALES_BACKTEST_JOB]: (payload, { job }) =>
      priceSalesPart(services, payload as SalesBacktestJob, job.attempts >= job.max_attempts),
    [REPEAT_JOB]: (payload, { job }) =>
      makeRepeated(services, payload as RepeatJob, job.attempts >= job.max_attempts),
    [PUBLISH_JOB]: (payload) => publishWaiting(services, payload as PublishJob),
  };
}
