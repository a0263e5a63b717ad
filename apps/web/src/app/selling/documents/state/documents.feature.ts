import { type DocumentKind } from '@honest-ledger/engine';
import {
  BARE_LINE,
  contentOfDocument,
  type DocumentOutcome,
  type ItemRow,
  type PricedDocumentForm,
  type PricedLineForm,
  type ProblemDetails,
  type DocumentContent,
  type DocumentLineInput,
  type DocumentView,
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
  editedEvents,
  editedReducer,
  type Edited,
  type EditedKind,
  withEdited,
} from '../../../editing/edited/edited-object';
import { beginEditing, edit, rebase, saved, type Editing } from '../../../editing/editing';
import { idle, ready, type Loadable } from '../../../shared/requests/loadable';
import { lapsedRules, type LapsedRule } from './lapsed-rules';
import type { PricingInputs } from './pricing-inputs';

export const documentsActions = createActionGroup({
  source: 'Documents',
  events: {
    Begin: props<{ kind: DocumentKind; customer: string | null }>(),
    Begun: props<{ document: DocumentView }>(),
    'Not Begun': props<{ problem: ProblemDetails }>(),
    Opened: props<{ key: number }>(),
    Came: props<{ document: DocumentView }>(),
    ...editedEvents<number, DocumentContent, DocumentView>(),
    'Line Added': props<{ id: string; item: ItemRow }>(),
    /** The same lines, at the prices of the version in force. */
    'Price Again': emptyProps(),
    /** It took a step, or a step was taken back: it is what the server says. */
    Stepped: props<{ document: DocumentView }>(),
    /** Somebody has seen which rules apply no more. */
    'Lapsed Seen': emptyProps(),
    /** This browser has priced what the document says now. */
    'Priced Here': props<{ content: DocumentContent; priced: PricedDocumentForm }>(),
    /** What pricing again under the version in force would give. */
    'Price Foreseen': props<{ number: number; priced: PricedDocumentForm }>(),
  },
});

export interface OpenDocument extends Edited<DocumentContent> {
  readonly number: number;
  /** As the server last had it. */
  readonly view: DocumentView;
  readonly inputs: PricingInputs;
  /** Items that lines were added for, by number, while the server’s facts lack them. */
  readonly added: Readonly<Record<string, ItemRow>>;
  /** The lines' prices by their ids. */
  readonly priced: Readonly<Record<string, PricedLineForm>>;
  /** What was priced besides the lines, the total among it. */
  readonly outcome: DocumentOutcome;
  readonly unpricedLines: number;
  /** Rules that ceased to hold since it was opened, until somebody has seen it. */
  readonly lapsed: readonly LapsedRule[];
  /** The version the prices shown are of. */
  readonly version: number;
  /** The prices shown are this browser's; the server's are on their way. */
  readonly provisional: boolean;
  /** What the version in force would make of it, where that is another than the document's. */
  readonly foreseen: PricedDocumentForm | null;
}

interface DocumentsState {
  /** Why a document was not begun. */
  readonly notBegun: ProblemDetails | null;
  readonly document: Loadable<OpenDocument>;
}

const beginning: DocumentsState = { notBegun: null, document: idle };

const kind: EditedKind<OpenDocument, number, DocumentContent, DocumentView> = {
  key: ({ number }) => number,
  saved: afterSaving,
  serverRevision: ({ editing }) => serverVersion(editing)?.revision ?? editing.revision,
  serverVersionTaken: (open) => {
    const document = serverVersion(open.editing);
    return document ? openDocument(document) : open;
  },
};

const reducer = withEdited(
  'document',
  editedReducer(documentsActions, kind),
  createReducer<DocumentsState>(
    beginning,
    on(documentsActions.begin, (state): DocumentsState => ({ ...state, notBegun: null })),
    on(documentsActions.notBegun, (state, { problem }): DocumentsState => ({
      ...state,
      notBegun: problem,
    })),
    on(documentsActions.came, documentsActions.stepped, (state, { document }): DocumentsState => ({
      ...state,
      document: ready(openDocument(document)),
    })),
    on(documentsActions.lineAdded, (state, { id, item }) =>
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
    on(documentsActions.priceAgain, (state) =>
      withOpen(state, (open) => ({
        ...open,
        editing: rebase(open.editing, open.editing.revision),
      })),
    ),
    on(documentsActions.lapsedSeen, (state) =>
      withOpen(state, (open) => ({ ...open, lapsed: [] })),
    ),
    on(documentsActions.pricedHere, (state, { content, priced }) =>
      withOpen(state, (open) =>
        open.editing.content === content && open.editing.state !== 'saved'
          ? withPrices(open, pricedHere(priced, open.outcome))
          : open,
      ),
    ),
    on(documentsActions.priceForeseen, (state, { number, priced }) =>
      withOpen(state, (open) => ({ ...open, foreseen: priced }), number),
    ),
  ),
);

export const documentsFeature = createFeature({
  name: 'documents',
  reducer,
});

/** One base unit of an item; for goods priced by time, one unit of that. */
function newLine(id: string, { item, timeUnit }: ItemRow): DocumentLineInput {
  const duration = timeUnit === null ? null : '1';
  return {
    id,
    item,
    quantity: '1',
    unit: null,
    duration,
    ...BARE_LINE,
  };
}

/** What somebody else left there, which a conflict brings along. */
export function serverVersion({ problem }: Editing<DocumentContent>): DocumentView | null {
  // the server's answer to an edit that comes second
  return (problem?.current as DocumentView | undefined) ?? null;
}

/** A document as it is when it was just opened. */
export function openDocument(view: DocumentView): OpenDocument {
  return {
    number: view.number,
    view,
    editing: beginEditing<DocumentContent>(contentOfDocument(view), view.revision),
    added: {},
    lapsed: [],
    ...pricesOf(view),
  };
}

/** The server's prices take the place of this browser's, unless it was edited since it was sent. */
function afterSaving(
  open: OpenDocument,
  content: DocumentContent,
  view: DocumentView,
): OpenDocument {
  const editing = saved(open.editing, content, view.revision);
  return editing.state === 'saved'
    ? withPrices({ ...open, view, editing }, pricesOf(view))
    : { ...open, view, editing };
}

/** Other prices of the same document, with what applies no more. */
function withPrices(
  open: OpenDocument,
  prices: Pick<OpenDocument, 'priced' | 'outcome'> & Partial<OpenDocument>,
): OpenDocument {
  const lapsed = lapsedRules(open, prices, open.lapsed, open.editing.content.byHand);
  return { ...open, ...prices, lapsed };
}

function pricesOf(view: DocumentView) {
  const { pricing, priced, outcome, unpricedLines, version } = view;
  return {
    inputs: { ...pricing, asOf: view.asOf },
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
    discount,
    notApplied,
    total,
    tax,
    totalWithTax,
    unpricedLines,
    version,
  }: PricedDocumentForm,
  { codes }: DocumentOutcome,
) {
  return {
    priced: byId(lines),
    outcome: {
      subtotal,
      shipping,
      rules,
      discount,
      notApplied,
      codes,
      total,
      tax,
      totalWithTax,
    },
    unpricedLines,
    version,
    provisional: true,
    foreseen: null,
  };
}

function byId(lines: readonly PricedLineForm[]): Readonly<Record<string, PricedLineForm>> {
  return Object.fromEntries(lines.map((line) => [line.id, line]));
}

/** The open document changed; left alone where another one is open by now. */
function withOpen(
  state: DocumentsState,
  change: (open: OpenDocument) => OpenDocument,
  number?: number,
): DocumentsState {
  const open = state.document.value;
  if (!open || (number !== undefined && number !== open.number)) return state;
  return { ...state, document: ready(change(open)) };
}
