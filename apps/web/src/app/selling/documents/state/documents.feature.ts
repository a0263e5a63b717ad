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
  beginEditing,
  edit,
  rebase,
  isUnsaved,
  saving,
  saved,
  notSaved,
  redo,
  takeUp,
  undo,
  type Editing,
  type LeftEdit,
} from '../../../editing/editing';
import { failed, idle, ready, type Loadable } from '../../../shared/requests/loadable';
import { lapsedRules, type LapsedRule } from './lapsed-rules';
import type { PricingInputs } from './pricing-inputs';

export const documentsActions = createActionGroup({
  source: 'Documents',
  events: {
    Begin: props<{ kind: DocumentKind; customer: string | null }>(),
    Begun: props<{ document: DocumentView }>(),
    'Not Begun': props<{ problem: ProblemDetails }>(),
    /** An edit of this document that is not saved yet is taken up again. */
    Opened: props<{ number: number }>(),
    Came: props<{ document: DocumentView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    Edited: props<{ content: DocumentContent }>(),
    'Line Added': props<{ id: string; item: ItemRow }>(),
    Undone: emptyProps(),
    Redone: emptyProps(),
    Left: emptyProps(),
    /** What was edited and is not saved is the outbox’s. */
    'Handed Over': emptyProps(),
    /** What waited in the outbox is edited here again. */
    'Taken Up': props<{ parcel: LeftEdit<DocumentContent> }>(),
    /** The same lines, at the prices of the version in force. */
    'Price Again': emptyProps(),
    Saving: props<{ number: number }>(),
    Saved: props<{ content: DocumentContent; document: DocumentView }>(),
    'Not Saved': props<{ number: number; problem: ProblemDetails }>(),
    'Server Version Taken': emptyProps(),
    Rebased: emptyProps(),
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

export interface OpenDocument {
  readonly number: number;
  /** As the server last had it. */
  readonly view: DocumentView;
  readonly editing: Editing<DocumentContent>;
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

export const documentsFeature = createFeature({
  name: 'documents',
  reducer: createReducer(
    beginning,
    on(documentsActions.begin, (state): DocumentsState => ({ ...state, notBegun: null })),
    on(documentsActions.notBegun, (state, { problem }): DocumentsState => ({
      ...state,
      notBegun: problem,
    })),
    on(documentsActions.opened, (state, { number }): DocumentsState => {
      const open = state.document.value;
      if (open?.number !== number || !isUnsaved(open.editing)) return { ...state, document: idle };
      const editing = rebase(open.editing, open.editing.revision);
      return { ...state, document: ready({ ...open, editing }) };
    }),
    on(documentsActions.came, documentsActions.stepped, (state, { document }): DocumentsState => ({
      ...state,
      document: ready(openDocument(document)),
    })),
    on(documentsActions.failed, (state, { problem }): DocumentsState => ({
      ...state,
      document: failed(state.document, problem),
    })),
    on(documentsActions.edited, (state, { content }) =>
      withOpen(state, (open) => ({ ...open, editing: edit(open.editing, content) })),
    ),
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
    on(documentsActions.undone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: undo(open.editing) })),
    ),
    on(documentsActions.redone, (state) =>
      withOpen(state, (open) => ({ ...open, editing: redo(open.editing) })),
    ),
    on(documentsActions.priceAgain, (state) =>
      withOpen(state, (open) => ({
        ...open,
        editing: rebase(open.editing, open.editing.revision),
      })),
    ),
    on(documentsActions.handedOver, (state): DocumentsState => ({
      ...state,
      document: idle,
    })),
    on(documentsActions.takenUp, (state, { parcel }) =>
      withOpen(state, (open) => ({ ...open, editing: takeUp(open.editing, parcel) })),
    ),
    on(documentsActions.saving, (state, { number }) =>
      withOpen(state, (open) => ({ ...open, editing: saving(open.editing) }), number),
    ),
    on(documentsActions.saved, (state, { content, document }) =>
      withOpen(state, (open) => afterSaving(open, content, document), document.number),
    ),
    on(documentsActions.notSaved, (state, { number, problem }) =>
      withOpen(state, (open) => ({ ...open, editing: notSaved(open.editing, problem) }), number),
    ),
    on(documentsActions.rebased, (state) =>
      withOpen(state, (open) => ({
        ...open,
        editing: rebase(
          open.editing,
          serverVersion(open.editing)?.revision ?? open.editing.revision,
        ),
      })),
    ),
    on(documentsActions.serverVersionTaken, (state) =>
      withOpen(state, (open) => {
        const document = serverVersion(open.editing);
        return document ? openDocument(document) : open;
      }),
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
