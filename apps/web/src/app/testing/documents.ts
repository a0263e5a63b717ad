import {
  documentFromForm,
  setupFromForm,
  type DocumentForm,
  type DocumentView,
  type PricedDocumentForm,
  type SetupForm,
} from '@honest-ledger/contracts';
import { NO_SALES_CONTEXT, price, serialized } from '@honest-ledger/engine';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { of, type Observable } from 'rxjs';
import { transitionEffects } from '../selling/documents/state/transition.effects';
import { transitionFeature } from '../selling/documents/state/transition.feature';
import { DocumentEditor } from '../selling/documents/editor/document-editor';
import { documentsEffects } from '../selling/documents/state/documents.effects';
import {
  documentsFeature,
  openDocument,
  type OpenDocument,
} from '../selling/documents/state/documents.feature';
import { PricingWorker } from '../selling/documents/state/pricing-worker';
import type { Reference } from '../shared/reference/reference.api';
import { documentLine, itemFacts } from './goods';
import { entry, levelContent } from './levels';
import { showScreen, signedIn, type ShownScreen } from './screens';

export const SETUP: SetupForm = {
  format: 'honest-ledger-setup',
  formatVersion: 4,
  version: 2,
  homeCurrency: 'EUR',
  roundingMode: 'halfAwayFromZero',
  unitPriceDigits: {},
  defaultLevel: null,
  costOrder: [],
  floors: [],
  basePrices: [{ kind: 'own', item: 'CL-0207', unit: null, price: '18.40' }],
  sharedPrices: [],
  agreements: [],
  levels: [
    {
      id: 'schools',
      ...levelContent({
        entries: [entry('a', '-12', { kind: 'all' })],
        rounding: {
          kind: 'increment',
          currency: 'EUR',
          increment: '0.05',
          direction: 'nearest',
          leastPrice: null,
        },
      }),
    },
  ],
  costTables: [],
  breaks: [],
  conditions: [],
  rules: [],
  ruleChoice: 'first',
};
export const LINE = documentLine('2f1c7a44-0f1e-4e0b-9a57-6d2b7f3a9c10', 'CL-0207', '2');
const DOCUMENT: DocumentForm = {
  format: 'honest-ledger-document',
  formatVersion: 3,
  pricedAt: '2026-11-24T14:32:00Z',
  currency: 'EUR',
  codes: [],
  shipping: null,
  byHand: [],
  discount: null,
  attributes: {},
  kind: 'quote',
  salesContext: NO_SALES_CONTEXT,
  level: null,
  facts: {
    local: { day: '2026-11-24', time: '14:32:00', offset: '+00:00' },
    outlet: null,
    customer: {
      code: 'C1001',
      name: 'Harbour Lane School',
      segment: null,
      level: 'schools',
      assignments: [],
      attributes: {},
    },
    rates: [{ currency: 'USD', rate: '1.1' }],
    ruleUses: [],
    bought: null,
    setUpPaid: [],
    tax: null,
    items: [itemFacts('CL-0207', { units: [{ unit: 'pallet', factor: '60', digits: 0 }] })],
  },
  lines: [LINE],
};

/** The engine itself, without a thread of its own: no price here is made up. */
export class PricingAtOnce implements Pick<PricingWorker, 'price'> {
  price(setup: SetupForm, document: DocumentForm): Observable<PricedDocumentForm> {
    return of(serialized(price(setupFromForm(setup), documentFromForm(document))));
  }
}

/** What the server would answer for these lines. */
export function view(
  lines: DocumentView['lines'] = [LINE],
  changes: Partial<DocumentView> = {},
  setup: SetupForm = SETUP,
): DocumentView {
  const document = { ...DOCUMENT, lines };
  const priced = serialized(price(setupFromForm(setup), documentFromForm(document)));
  return {
    kind: 'quote',
    state: 'open',
    from: null,
    became: [],
    settledAt: null,
    asOf: null,
    validUntil: null,
    number: 1007,
    revision: 1,
    customer: 'C1001',
    title: '',
    outlet: null,
    currency: 'EUR',
    codes: [],
    shipping: null,
    byHand: [],
    discount: null,
    guards: [],
    held: false,
    approval: null,
    salesContext: NO_SALES_CONTEXT,
    attributes: {},
    level: null,
    lines,
    version: 2,
    versionInForce: 2,
    priced: priced.lines,
    outcome: priced,
    unpricedLines: priced.unpricedLines,
    cheaper: [],
    changedAt: '2026-11-24T14:32:00Z',
    changedBy: 'Ines Marlow',
    pricing: { setup, document },
    ...changes,
  };
}

/** The editor with a document that the server answers with. */
export async function showDocument(
  document: DocumentView,
  reference?: Partial<Reference>,
): Promise<ShownScreen<DocumentEditor>> {
  const screen = await showScreen(
    DocumentEditor,
    { number: '1007' },
    provideState(documentsFeature),
    provideState(transitionFeature),
    provideEffects(documentsEffects, transitionEffects),
    { provide: PricingWorker, useClass: PricingAtOnce },
  );
  signedIn(screen);
  await screen.answerReference(reference);
  await screen.answer('GET', '/api/documents/1007', document);
  return screen;
}

/** The same, open in the editor. */
export function openView(changes: Partial<DocumentView> = {}): OpenDocument {
  return openDocument(view([LINE], changes));
}
