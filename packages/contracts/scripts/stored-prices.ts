import { MODEL_VERSION, price, serialized } from '@honest-ledger/engine';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { documentFromForm, type DocumentForm } from '../src/forms/document-form';
import { fromEarlierDocument } from '../src/forms/earlier-document';
import { fromEarlierSetup } from '../src/forms/earlier-setup';
import { setupFromForm, type SetupForm } from '../src/forms/setup-form';

/** Where priced documents are kept that the engine has to come to again. */
export const STORED_PRICES = new URL('../stored/prices.json', import.meta.url);

/** What the engine made of some documents under one version of its model. */
export interface StoredPrices {
  readonly modelVersion: number;
  readonly cases: readonly {
    readonly setup: SetupForm;
    readonly document: DocumentForm;
    readonly priced: PricedInShort;
  }[];
}

/** A priced document in short: what can be read of it, and a digest of all of it, workings included. */
export interface PricedInShort {
  readonly total: string;
  /** What each line is sold for; why it has no price otherwise. */
  readonly lines: readonly string[];
  /** SHA-256 of the printed document as JSON, without its model version. */
  readonly digest: string;
}

/** What is stored, in the present forms, whichever version it was stored in. */
export function storedPrices(): StoredPrices {
  const { modelVersion, cases } = JSON.parse(readFileSync(STORED_PRICES, 'utf8')) as StoredPrices;
  return {
    modelVersion,
    cases: cases.map(({ setup, document, priced }) => ({
      setup: fromEarlierSetup(setup) as SetupForm,
      document: fromEarlierDocument(document) as DocumentForm,
      priced,
    })),
  };
}

/** Prices a stored case anew. */
export function pricedAgain({
  setup,
  document,
}: Pick<StoredPrices['cases'][number], 'setup' | 'document'>): PricedInShort {
  const priced = price(setupFromForm(setup), documentFromForm(document));
  const plain = serialized({ ...priced, modelVersion: null });
  return {
    total: plain.total,
    lines: plain.lines.map((line) => (line.kind === 'priced' ? line.net : line.problem.kind)),
    digest: createHash('sha256').update(JSON.stringify(plain)).digest('hex'),
  };
}

/** Whether a change of the engine may be written down: only under a higher version of its model. */
export function mayWrite({ modelVersion, cases }: StoredPrices): boolean {
  const same = cases.every((one) => pricedAgain(one).digest === one.priced.digest);
  return same || MODEL_VERSION > modelVersion;
}
