import type { ItemRow, PricedLineForm, DocumentView } from '@honest-ledger/contracts';
import { NO_SALES_CONTEXT } from '@honest-ledger/engine';
import type { Action } from '@ngrx/store';
import { itemRow, documentLine } from '../../../testing/goods';
import { outcomeOf } from '../../../testing/outcome';
import { inputsFor } from './pricing-inputs';
import { shownLines } from '../lines/document-lines';
import { foreseenMoves } from '../editor/moved-prices';
import { documentsActions, documentsFeature, type OpenDocument } from './documents.feature';

const clay: ItemRow = itemRow('CL-0207', '18.40');

function priced(id: string, unitPrice: string): PricedLineForm {
  return {
    kind: 'priced',
    id,
    item: 'CL-0207',
    quantity: '1',
    unit: 'bag',
    duration: null,
    level: null,
    closedBy: null,
    computed: null,
    kept: null,
    setUp: null,
    amount: unitPrice,
    flats: [],
    shares: [],
    discount: null,
    floor: null,
    discountShare: null,
    net: unitPrice,
    slices: [{ quantity: '1', unit: 'bag', unitPrice, amount: unitPrice, steps: [] }],
    cost: null,
    notApplied: [],
    notAppliedMore: 0,
  };
}

function view(changes: Partial<DocumentView> = {}): DocumentView {
  return {
    kind: 'quote',
    state: 'open',
    from: null,
    became: [],
    settledAt: null,
    asOf: null,
    validUntil: null,
    number: 1001,
    revision: 1,
    customer: 'C1',
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
    attributes: {},
    salesContext: NO_SALES_CONTEXT,
    level: null,
    lines: [],
    version: 2,
    versionInForce: 2,
    priced: [],
    outcome: outcomeOf('0.00'),
    unpricedLines: 0,
    cheaper: [],
    changedAt: '2026-11-24T14:32:00Z',
    changedBy: 'Ines Marlow',
    pricing: {
      setup: {
        format: 'honest-ledger-setup',
        formatVersion: 4,
        version: 2,
        homeCurrency: 'EUR',
        roundingMode: 'halfAwayFromZero',
        unitPriceDigits: {},
        defaultLevel: null,
        costOrder: [],
        basePrices: [],
        sharedPrices: [],
        agreements: [],
        levels: [],
        costTables: [],
        breaks: [],
        conditions: [],
        rules: [],
        ruleChoice: 'first',
        floors: [],
      },
      document: {
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
            code: 'C1',
            name: 'A school',
            segment: null,
            level: null,
            assignments: [],
            attributes: {},
          },
          rates: [],
          ruleUses: [],
          bought: null,
          setUpPaid: [],
          tax: null,
          items: [],
        },
        lines: [],
      },
    },
    ...changes,
  };
}

/** What happens to an open document: an action, or one that depends on how the document stands by then. */
type Step = Action | ((open: OpenDocument) => Action);

function after(...steps: Step[]): OpenDocument {
  let state = documentsFeature.reducer(undefined, documentsActions.came({ document: view() }));
  const open = (): OpenDocument => {
    if (!state.document.value) throw new Error('no document is open');
    return state.document.value;
  };
  for (const step of steps) {
    state = documentsFeature.reducer(state, typeof step === 'function' ? step(open()) : step);
  }
  return open();
}

const add = documentsActions.lineAdded({ id: 'a', item: clay });
const priceHere = (open: OpenDocument): Action =>
  documentsActions.pricedHere({
    content: open.editing.content,
    priced: {
      modelVersion: 1,
      version: 2,
      pricedAt: '2026-11-24T14:32:00Z',
      currency: 'EUR',
      lines: [priced('a', '18.40')],
      ...outcomeOf('18.40'),
      unpricedLines: 0,
    },
  });

describe('an open document', () => {
  it('prices here what the server’s inputs reach, and leaves the rest to the server', () => {
    const open = after(add);
    const known = {
      ...open.inputs.document,
      facts: { ...open.inputs.document.facts, items: [clay] },
    };
    const inputs = { ...open.inputs, document: known };
    const { content } = open.editing;
    expect(inputsFor(inputs, content)?.document.lines).toEqual([documentLine('a', 'CL-0207', '1')]);
    // A new item may have agreements and typed prices that this browser does not know.
    expect(inputsFor(open.inputs, content)).toBeNull();
    expect(inputsFor(inputs, { ...content, customer: 'C2' })).toBeNull();
    expect(inputsFor(inputs, { ...content, outlet: 'quay' })).toBeNull();
    expect(inputsFor(inputs, { ...content, asOf: '2026-11-20T09:00' })).toBeNull();
    expect(inputsFor(inputs, { ...content, level: 'x' })).toBeNull();
    expect(inputsFor(inputs, { ...content, currency: 'USD' })?.document.currency).toBe('USD');
  });

  it('shows its own price as provisional until the server’s takes its place', () => {
    const here = after(add, priceHere);
    expect([here.outcome.total, here.provisional]).toEqual(['18.40', true]);
    const saved = after(add, priceHere, ({ editing: { content } }) =>
      documentsActions.saved({
        key: 1001,
        content,
        answer: view({
          lines: content.lines,
          priced: [priced('a', '16.20')],
          outcome: outcomeOf('16.20'),
        }),
      }),
    );
    expect([saved.outcome.total, saved.provisional, saved.editing.state]).toEqual([
      '16.20',
      false,
      'saved',
    ]);
  });

  it('takes no price for what it no longer says', () => {
    const late = priceHere(after(add));
    expect(after(add, documentsActions.undone(), late).outcome.total).toBe('0.00');
  });

  it('leaves another document’s answer alone', () => {
    const document = view({ number: 1002, outcome: outcomeOf('99.00') });
    const open = after(
      add,
      documentsActions.saved({ key: 1002, content: document, answer: document }),
    );
    expect([open.number, open.outcome.total]).toEqual([1001, '0.00']);
  });

  it('shows each line with its figures, or why it has none', () => {
    const open = after(add, priceHere);
    expect(shownLines(open).map(({ each, amount, problem }) => [each, amount, problem])).toEqual([
      ['18.40', '18.40', null],
    ]);
    const without: OpenDocument = {
      ...open,
      priced: {
        a: {
          kind: 'unpriced',
          id: 'a',
          item: 'CL-0207',
          quantity: '1',
          problem: { kind: 'noStartPrice' },
        },
      },
    };
    expect(shownLines(without)[0]?.problem).toContain('No price. Set a base price');
  });

  it('tells what the version in force would make of it', () => {
    const open = after(add, priceHere);
    const foreseen = {
      modelVersion: 1,
      version: 3,
      pricedAt: '',
      currency: 'EUR',
      lines: [priced('a', '17.00')],
      ...outcomeOf('17.00'),
      unpricedLines: 0,
      cheaper: [],
    };
    const moves = foreseenMoves({ ...open, foreseen });
    expect(moves.map(({ item }) => item)).toEqual(['CL-0207']);
    expect(
      foreseenMoves({ ...open, foreseen: { ...foreseen, lines: [priced('a', '18.40')] } }),
    ).toEqual([]);
  });
});
