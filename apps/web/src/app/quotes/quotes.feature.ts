import { contentOfQuote } from '@honest-ledger/contracts';
import type {
  DocumentOutcome,
  ItemRow,
  PricedDocumentForm,
  PricedLineForm,
  ProblemDetails,
  QuoteContent,
  QuoteLineInput,
  QuoteView,
} from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import {
  beginEditing,
  edit,
  insist,
  isUnkept,
  keeping,
  kept,
  notKept,
  redo,
  undo,
  type Editing,
} from '../shared/editing';
import { failed, nothingYet, ready, type Loadable } from '../shared/loadable';
import { goneRules, type GoneRule } from './gone-rules';
import type { PricingInputs } from './pricing-inputs';

export const quotesActions = createActionGroup({
  source: 'Quotes',
  events: {
    Begin: props<{ customer: string }>(),
    Begun: props<{ quote: QuoteView }>(),
    'Not Begun': props<{ problem: ProblemDetails }>(),
    /** An edit of this quote that is not kept yet is taken up again. */
    Opened: props<{ number: number }>(),
    Came: props<{ quote: QuoteView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Edited: props<{ content: QuoteContent }>(),
    'Line Added': props<{ id: string; item: ItemRow }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Left: emptyProps(),
    /** The same lines, at the prices of the version in force. */
    'Price Again': emptyProps(),
    Keeping: props<{ number: number }>(),
    Kept: props<{ content: QuoteContent; quote: QuoteView }>(),
    'Not Kept': props<{ number: number; problem: ProblemDetails }>(),
    'Theirs Taken': emptyProps(),
    'Mine Insisted': emptyProps(),
    /** Somebody has seen which rules apply no more. */
    'Gone Seen': emptyProps(),
    /** This browser has priced what the quote says now. */
    'Priced Here': props<{ content: QuoteContent; priced: PricedDocumentForm }>(),
    /** What pricing again under the version in force would give. */
    'Price Foreseen': props<{ number: number; priced: PricedDocumentForm }>(),
  },
});

export interface OpenQuote {
  readonly number: number;
  /** As the server last had it. */
  readonly view: QuoteView;
  readonly editing: Editing<QuoteContent>;
  readonly inputs: PricingInputs;
  /** Items that lines were added for, by number, while the server’s facts lack them. */
  readonly added: Readonly<Record<string, ItemRow>>;
  /** The lines' prices by their ids. */
  readonly priced: Readonly<Record<string, PricedLineForm>>;
  /** What was priced besides the lines, the total among it. */
  readonly outcome: DocumentOutcome;
  readonly unpricedLines: number;
  /** Rules that ceased to hold since it was opened, until somebody has seen it. */
  readonly gone: readonly GoneRule[];
  /** The version the prices shown are of. */
  readonly version: number;
  /** The prices shown are this browser's; the server's are on their way. */
  readonly provisional: boolean;
  /** What the version in force would make of it, where that is another than the quote's. */
  readonly foreseen: PricedDocumentForm | null;
}

interface QuotesState {
  /** Why a quote was not begun. */
  readonly notBegun: ProblemDetails | null;
  readonly quote: Loadable<OpenQuote>;
}

const beginning: QuotesState = { notBegun: null, quote: nothingYet };

export const quotesFeature = createFeature({
  name: 'quotes',
  reducer: createReducer(
    beginning,
    on(quotesActions.begin, (state): QuotesState => ({ ...state, notBegun: null })),
    on(quotesActions.notBegun, (state, { problem }): QuotesState => ({
      ...state,
      notBegun: problem,
    })),
    on(quotesActions.opened, (state, { number }): QuotesState => {
      const open = state.quote.value;
      if (open?.number !== number || !isUnkept(open.editing))
        return { ...state, quote: nothingYet };
      const editing = insist(open.editing, open.editing.revision);
      return { ...state, quote: ready({ ...open, editing }) };
    }),
    on(quotesActions.came, (state, { quote }): QuotesState => ({
      ...state,
      quote: ready(openQuote(quote)),
    })),
    on(quotesActions.failed, (state, { problem }): QuotesState => ({
      ...state,
      quote: failed(state.quote, problem),
    })),
    on(quotesActions.edited, (state, { content }) =>
      withOpen(state, (open) => ({ ...open, editing: edit(open.editing, content) })),
    ),
    on(quotesActions.lineAdded, (state, { id, item }) =>
      withOpen(state, (open) => {
        const { content } = open.editing;
        const lines = [...content.lines, newLine(id, item)];
        return {
          ...open,
          added: { ...open.added, [item.item]: item },
          editing: edit(open.editing, { ...content, lines }),
        };
      }),
    ),
    on(quotesActions.undone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: undo(open.editing) })),
    ),
    on(quotesActions.redone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: redo(open.editing) })),
    ),
    on(quotesActions.priceAgain, (state) =>
      withOpen(state, (open) => ({
        ...open,
        editing: insist(open.editing, open.editing.revision),
      })),
    ),
    on(quotesActions.keeping, (state, { number }) =>
      withOpen(state, (open) => ({ ...open, editing: keeping(open.editing) }), number),
    ),
    on(quotesActions.kept, (state, { content, quote }) =>
      withOpen(state, (open) => afterKeeping(open, content, quote), quote.number),
    ),
    on(quotesActions.notKept, (state, { number, problem }) =>
      withOpen(state, (open) => ({ ...open, editing: notKept(open.editing, problem) }), number),
    ),
    on(quotesActions.mineInsisted, (state) =>
      withOpen(state, (open) => ({
        ...open,
        editing: insist(open.editing, theirs(open.editing)?.revision ?? open.editing.revision),
      })),
    ),
    on(quotesActions.theirsTaken, (state) =>
      withOpen(state, (open) => {
        const quote = theirs(open.editing);
        return quote ? openQuote(quote) : open;
      }),
    ),
    on(quotesActions.goneSeen, (state) => withOpen(state, (open) => ({ ...open, gone: [] }))),
    on(quotesActions.pricedHere, (state, { content, priced }) =>
      withOpen(state, (open) =>
        open.editing.content === content && open.editing.state !== 'kept'
          ? withPrices(open, pricedHere(priced, open.outcome))
          : open,
      ),
    ),
    on(quotesActions.priceForeseen, (state, { number, priced }) =>
      withOpen(state, (open) => ({ ...open, foreseen: priced }), number),
    ),
  ),
});

/** One base unit of an item; for goods priced by time, one unit of that. */
function newLine(id: string, { item, timeUnit }: ItemRow): QuoteLineInput {
  const duration = timeUnit === null ? null : '1';
  return {
    id,
    item,
    quantity: '1',
    unit: null,
    duration,
    formOfSupply: null,
    level: null,
    priceByHand: null,
  };
}

/** What somebody else left there, which a conflict brings along. */
export function theirs({ problem }: Editing<QuoteContent>): QuoteView | null {
  // the server's answer to an edit that comes second
  return (problem?.current as QuoteView | undefined) ?? null;
}

function openQuote(view: QuoteView): OpenQuote {
  return {
    number: view.number,
    view,
    editing: beginEditing<QuoteContent>(contentOfQuote(view), view.revision),
    added: {},
    gone: [],
    ...pricesOf(view),
  };
}

/** The server's prices take the place of this browser's, unless it was edited since it was sent. */
function afterKeeping(open: OpenQuote, content: QuoteContent, view: QuoteView): OpenQuote {
  const editing = kept(open.editing, content, view.revision);
  return editing.state === 'kept'
    ? withPrices({ ...open, view, editing }, pricesOf(view))
    : { ...open, view, editing };
}

/** Other prices of the same quote, with what applies no more. */
function withPrices(
  open: OpenQuote,
  prices: Pick<OpenQuote, 'priced' | 'outcome'> & Partial<OpenQuote>,
): OpenQuote {
  const gone = goneRules(open, prices, open.gone, open.editing.content.byHand);
  return { ...open, ...prices, gone };
}

function pricesOf(view: QuoteView) {
  const { pricing, priced, outcome, unpricedLines, version } = view;
  return {
    inputs: pricing,
    priced: byId(priced),
    outcome,
    unpricedLines,
    version,
    provisional: false,
    foreseen: null,
  };
}

/** What codes do is the server's to say: this browser knows only rules that can reach the lines. */
function pricedHere(
  {
    lines,
    subtotal,
    shipping,
    rules,
    notApplied,
    total,
    unpricedLines,
    version,
  }: PricedDocumentForm,
  { codes }: DocumentOutcome,
) {
  return {
    priced: byId(lines),
    outcome: { subtotal, shipping, rules, notApplied, codes, total },
    unpricedLines,
    version,
    provisional: true,
    foreseen: null,
  };
}

function byId(lines: readonly PricedLineForm[]): Readonly<Record<string, PricedLineForm>> {
  return Object.fromEntries(lines.map((line) => [line.id, line]));
}

/** The open quote changed; left alone where another one is open by now. */
function withOpen(
  state: QuotesState,
  change: (open: OpenQuote) => OpenQuote,
  number?: number,
): QuotesState {
  const open = state.quote.value;
  if (!open || (number !== undefined && number !== open.number)) return state;
  return { ...state, quote: ready(change(open)) };
}
