/// <reference lib="webworker" />
import {
  documentWithFacts,
  factsFromForm,
  setupFromForm,
  type PricedLineForm,
} from '@honest-ledger/contracts';
import {
  compileSetup,
  priceDocument,
  serialized,
  type CompiledSetup,
  type DocumentFacts,
} from '@honest-ledger/engine';
import isEqual from 'fast-deep-equal';
import type { PricingAnswer, PricingRequest } from './pricing-messages';

let setup: CompiledSetup | null = null;
let facts: DocumentFacts | null = null;
/** What was answered of each line last, by its id. */
let answered: ReadonlyMap<string, PricedLineForm> = new Map();

/** Prices off the page's own thread, with the engine that the server has too. */
addEventListener('message', ({ data }: MessageEvent<PricingRequest>) => {
  postMessage(answer(data));
});

function answer(request: PricingRequest): PricingAnswer {
  const { id } = request;
  try {
    if (request.setup) setup = compileSetup(setupFromForm(request.setup));
    if (request.facts) facts = factsFromForm(request.facts);
    if (!setup || !facts) throw new Error('the worker was told no setup yet');
    const document = documentWithFacts(request.document, facts);
    const { lines, ...priced } = serialized(priceDocument(setup, document));
    return { id, priced, lines: onlyOthers(lines) };
  } catch (error) {
    return { id, fault: error instanceof Error ? error.message : String(error) };
  }
}

/** Most of a long document stays as it was: that is not sent over again. */
function onlyOthers(lines: readonly PricedLineForm[]): (PricedLineForm | string)[] {
  const told = lines.map((line) => (isEqual(answered.get(line.id), line) ? line.id : line));
  answered = new Map(lines.map((line) => [line.id, line]));
  return told;
}
