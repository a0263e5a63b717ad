import type { TaskList } from 'graphile-worker';
import { QUOTES_JOB, type QuotesJob } from '../setup/drafts/quotes-again';
import { PUBLISH_JOB, publishWaiting, type PublishJob } from '../setup/drafts/wait-to-publish';
import { APPLY_JOB, applyImport } from '../exchange/imports/apply-import';
import { COMPARE_JOB, compareRows, type ImportJob } from '../exchange/imports/compare-rows';
import { COMPARE_RECEIPT_JOB, TAKE_IN_JOB, type ReceiptJob } from '../supply/cost-updates/receive';
import { compareReceiptJob, takeInJob } from '../supply/cost-updates/take-in';
import { makeRepeated } from '../selling/repeats/make';
import { REPEAT_JOB, type RepeatJob } from '../selling/repeats/set';
import { priceQuotesAgain } from '../exchange/price-changes/quotes';
import {
  priceSalesPart,
  SALES_AGAIN_JOB,
  type SalesAgainJob,
} from '../verification/sales-backtest/price-part';
import type { Services } from '../setup/versions/services';

/** What the queue can be asked for; each is short, and does no harm where it is done again. */
export function jobHandlers(services: Services): TaskList {
  return {
    [COMPARE_JOB]: (payload) => compareRows(services, payload as ImportJob),
    [APPLY_JOB]: (payload, { job }) =>
      applyImport(services, payload as ImportJob, job.attempts >= job.max_attempts),
    [COMPARE_RECEIPT_JOB]: (payload) => compareReceiptJob(services, payload as ReceiptJob),
    [TAKE_IN_JOB]: (payload, { job }) =>
      takeInJob(services, payload as ReceiptJob, job.attempts >= job.max_attempts),
    [QUOTES_JOB]: (payload) => priceQuotesAgain(services, payload as QuotesJob),
    [SALES_AGAIN_JOB]: (payload, { job }) =>
      priceSalesPart(services, payload as SalesAgainJob, job.attempts >= job.max_attempts),
    [REPEAT_JOB]: (payload, { job }) =>
      makeRepeated(services, payload as RepeatJob, job.attempts >= job.max_attempts),
    [PUBLISH_JOB]: (payload) => publishWaiting(services, payload as PublishJob),
  };
}
