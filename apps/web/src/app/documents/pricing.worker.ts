/// <reference lib="webworker" />
import { documentFromForm, setupFromForm } from '@honest-ledger/contracts';
import { price, printed } from '@honest-ledger/engine';
import type { PricingAnswer, PricingRequest } from './pricing-messages';

/** Prices off the page's own thread, with the engine that the server has too. */
addEventListener('message', ({ data }: MessageEvent<PricingRequest>) => {
  postMessage(answer(data));
});

function answer({ id, setup, document }: PricingRequest): PricingAnswer {
  try {
    const priced = price(setupFromForm(setup), documentFromForm(document));
    return { id, priced: printed(priced) };
  } catch (error) {
    return { id, fault: error instanceof Error ? error.message : String(error) };
  }
}
