/**
 * Writes down what the engine makes of random documents, for its model version. Where it makes something
 * else of those that are kept, the version has to be raised first. Run: npm run stored-prices
 */
import { MODEL_VERSION } from '@honest-ledger/engine';
import fc from 'fast-check';
import { existsSync, writeFileSync } from 'node:fs';
import { documents, setups } from '../../engine/src/testing/arbitraries';
import { documentToForm } from '../src/forms/document-form';
import { setupToForm } from '../src/forms/setup-form';
import {
  mayWrite,
  pricedAgain,
  STORED_PRICES,
  storedPrices,
  type StoredPrices,
} from './stored-prices';

const CASES = 16;
const SEED = 20261130;

if (existsSync(STORED_PRICES) && !mayWrite(storedPrices())) {
  console.error('The engine prices stored documents otherwise: raise MODEL_VERSION first.');
  process.exitCode = 1;
} else {
  const cases = fc
    .sample(fc.tuple(setups, documents), { seed: SEED, numRuns: CASES })
    .map(([setup, document]) => {
      const one = { setup: setupToForm(setup), document: documentToForm(document) };
      return { ...one, priced: pricedAgain(one) };
    });
  const stored: StoredPrices = { modelVersion: MODEL_VERSION, cases };
  writeFileSync(STORED_PRICES, `${JSON.stringify(stored)}\n`);
  console.log(
    `wrote ${String(cases.length)} documents under model version ${String(MODEL_VERSION)}`,
  );
}
