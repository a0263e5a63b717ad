import {
  DOCUMENT_KINDS,
  PLAIN_LINE,
  type AttributeFacts,
  type CheaperQuantity,
  type SalesContext,
  type Day,
  type DocumentKind,
  type DocumentName,
  type Serialized,
  type RuleByHand,
} from '@honest-ledger/engine';
import Joi from 'joi';
import type { DiscountForm, DocumentForm, DocumentLineForm } from '../forms/document-form';
import {
  byHandSchema,
  salesContextSchema,
  codesSchema,
  discountSchema,
  documentLineFields,
  shippingSchema,
} from '../forms/document-schema';
import { attributeFactsSchema } from '../forms/facts-schema';
import {
  currencyCode,
  customerCode,
  day,
  decimalText,
  identifier,
  itemNumber,
  objectOf,
  shortCode,
  wallClock,
} from '../forms/fields';
import type { DocumentOutcome, PricedLineForm } from '../forms/priced-form';
import type { SetupForm } from '../forms/setup-form';
import type { Approval, BrokenGuard } from './approvals';
import {
  orderFields,
  pageFields,
  searchText,
  severalOf,
  type ListOrder,
  type PageAsked,
} from './pages';

/**
 * How far a document is: open ones are edited; an order is confirmed or cancelled, a sale is posted.
 * A posted sale is final.
 */
export type DocumentState = (typeof DOCUMENT_STATES)[number];
export const DOCUMENT_STATES = ['open', 'confirmed', 'cancelled', 'posted'] as const;

export interface DocumentRow {
  readonly kind: DocumentKind;
  readonly number: number;
  readonly state: DocumentState;
  /** Null for a customer nobody knows. */
  readonly customer: { readonly code: string; readonly name: string } | null;
  readonly title: string;
  readonly lines: number;
  readonly total: string;
  readonly unpricedLines: number;
  readonly currency: string;
  /** ISO 8601, UTC. */
  readonly changedAt: string;
  readonly changedBy: string;
}

export const DOCUMENT_SORTS = [
  'changedAt',
  'number',
  'customer',
  'title',
  'currency',
  'by',
  'state',
  'lines',
  'total',
] as const;

/** Documents by parts of a number, a customer or what they are for; the one changed last first. */
export interface DocumentQuery extends ListOrder<(typeof DOCUMENT_SORTS)[number]>, PageAsked {
  readonly text?: string;
  readonly kind?: DocumentKind;
  readonly state?: readonly DocumentState[];
  /** By their codes. */
  readonly buyer?: readonly string[];
  /** With a line of one of these items. */
  readonly item?: readonly string[];
  readonly currency?: readonly string[];
  /** Totals in the document's own currency. */
  readonly totalFrom?: string;
  readonly totalTo?: string;
  /** Days on which it was changed last, both included, as UTC has them. */
  readonly changedFrom?: Day;
  readonly changedTo?: Day;
  /** Only orders that are to be made again. */
  readonly repeating?: boolean;
}

const documentKind = Joi.string().valid(...DOCUMENT_KINDS);

const TOTALS_FOUND = { from: '-99999999999', to: '99999999999', digits: 6 };

export const documentQuerySchema = objectOf<DocumentQuery>({
  text: searchText,
  kind: documentKind,
  state: severalOf(Joi.string().valid(...DOCUMENT_STATES)),
  buyer: severalOf(customerCode),
  item: severalOf(itemNumber),
  currency: severalOf(currencyCode),
  totalFrom: decimalText(TOTALS_FOUND),
  totalTo: decimalText(TOTALS_FOUND),
  changedFrom: day,
  changedTo: day,
  repeating: Joi.boolean(),
  ...orderFields(DOCUMENT_SORTS, true),
  ...pageFields,
});

export interface DocumentParams {
  readonly number: number;
}

/** The number of a document, in the address of a route. */
export const documentNumber = Joi.number().integer().min(1).max(2147483647).required();

export const documentParams = objectOf<DocumentParams>({ number: documentNumber });

export interface NewDocument {
  readonly kind: DocumentKind;
  /** Null for a customer nobody knows. */
  readonly customer: string | null;
}

export const newDocumentSchema = objectOf<NewDocument>({
  kind: documentKind.default('quote'),
  customer: customerCode.allow(null).required(),
});

/** A date and time without a zone, ISO 8601, to the minute: "2026-11-24T14:32". */
export type WallClock = string;

/** A line as somebody wrote it: what is priced of it, and what else the customer reads. */
export interface DocumentLineInput extends DocumentLineForm {
  /** Empty for none. */
  readonly note: string;
}

/** What a line says that says nothing but its item and quantity. */
export const BARE_LINE = { ...PLAIN_LINE, note: '' } as const;

const MAX_OF_A_NOTE = 500;

/** A document as somebody wrote it. */
export interface DocumentContent {
  /** Null for a customer nobody knows. */
  readonly customer: string | null;
  readonly title: string;
  readonly outlet: string | null;
  readonly currency: string;
  /**
   * The date and time by which it is priced, as the clock of its outlet shows them, to the minute; null
   * for the moment at which it is written.
   */
  readonly asOf: WallClock | null;
  /** The last day on which its prices are promised; null for no promise. */
  readonly validUntil: Day | null;
  /** Codes that start rules, as they were typed. */
  readonly codes: readonly string[];
  /** What shipping costs before rules, in the document's currency. */
  readonly shipping: string | null;
  /** Rules that somebody put on or took off. */
  readonly byHand: readonly RuleByHand[];
  /** What somebody takes off the document as a whole. */
  readonly discount: DiscountForm | null;
  /** What the company keeps of its documents, by the codes of attributes. */
  readonly attributes: AttributeFacts;
  readonly salesContext: SalesContext;
  /** A level chosen for the whole document. */
  readonly level: string | null;
  readonly lines: readonly DocumentLineInput[];
}

/** What somebody wrote of a document. */
export function contentOfDocument(written: DocumentContent): DocumentContent {
  const { customer, title, outlet, currency, asOf, validUntil, codes, shipping } = written;
  const { level, lines, byHand, discount, attributes, salesContext } = written;
  return {
    customer,
    title,
    outlet,
    currency,
    asOf,
    validUntil,
    codes,
    shipping,
    byHand,
    discount,
    attributes,
    salesContext,
    level,
    lines,
  };
}

/** `revision` is the one it was made from. */
export interface DocumentEdit extends DocumentContent {
  readonly revision: number;
}

export const MAX_LINES = 500;

export const documentEditSchema = objectOf<DocumentEdit>({
  revision: Joi.number().integer().min(1).required(),
  customer: customerCode.allow(null).required(),
  title: Joi.string().trim().max(120).allow('').required(),
  outlet: shortCode.allow(null).required(),
  currency: currencyCode.required(),
  asOf: wallClock.allow(null).default(null),
  validUntil: day.allow(null).default(null),
  codes: codesSchema,
  shipping: shippingSchema,
  byHand: byHandSchema,
  discount: discountSchema,
  attributes: attributeFactsSchema,
  salesContext: salesContextSchema,
  level: identifier.guid().allow(null).required(),
  lines: Joi.array()
    .items(
      objectOf<DocumentLineInput>({
        ...documentLineFields,
        id: identifier.guid().required(),
        level: identifier.guid().allow(null).default(null),
        note: Joi.string().trim().max(MAX_OF_A_NOTE).allow('').default(''),
      }),
    )
    .max(MAX_LINES)
    .unique('id')
    .required(),
});

/** A document as it was last priced, with what the browser needs to price it itself meanwhile. */
export interface DocumentView extends DocumentContent {
  readonly kind: DocumentKind;
  readonly number: number;
  readonly state: DocumentState;
  /** What it was made from. */
  readonly from: DocumentName | null;
  /** What was made from it, but for what is cancelled. */
  readonly became: readonly DocumentName[];
  /** When it was confirmed, cancelled or posted; ISO 8601, UTC. */
  readonly settledAt: string | null;
  readonly revision: number;
  /** The version its lines are priced under. */
  readonly version: number;
  /** The version in force now. */
  readonly versionInForce: number;
  readonly priced: readonly PricedLineForm[];
  /** What stands in the way of it until somebody approves; those that were approved are among them. */
  readonly guards: readonly BrokenGuard[];
  /** Whether it waits: a guard is broken, and nobody has approved of that. */
  readonly held: boolean;
  /** The approval that was asked for last; null for none. */
  readonly approval: Approval | null;
  /** What was priced besides the lines, the total among it. */
  readonly outcome: DocumentOutcome;
  readonly unpricedLines: number;
  /** Lines of which more would make the whole cost less; of an open document only. */
  readonly cheaper: readonly Serialized<CheaperQuantity>[];
  readonly changedAt: string;
  readonly changedBy: string;
  readonly pricing: {
    /** Null where prices are made from costs that the reader may not see: the server alone prices. */
    readonly setup: SetupForm | null;
    readonly document: DocumentForm;
  };
}

/**
 * What a document is to become: a quote becomes an order or a sale, an order a sale. An open order
 * becomes an order where it is confirmed, an open sale a sale where it is posted.
 */
export interface TransitionQuery {
  readonly into: DocumentKind;
}

export const transitionQuerySchema = objectOf<TransitionQuery>({ into: documentKind.required() });

/** A line as it was promised, and as it would be priced now. */
export interface AdvancingLine {
  readonly id: string;
  readonly promised: PricedLineForm;
  readonly today: PricedLineForm;
}

/** A document on its way to what it is to become, priced both ways. */
export interface TransitionView {
  readonly into: DocumentKind;
  readonly revision: number;
  /** The lines whose price differs. */
  readonly differing: readonly AdvancingLine[];
  readonly promised: DocumentOutcome;
  /** What it comes to where the promised price of every one of them is kept. */
  readonly kept: DocumentOutcome;
  /** What it comes to at the prices of now. */
  readonly today: DocumentOutcome;
  /** Of what every line and the whole come to today; another one where any of it is another. */
  readonly priceFingerprint: string;
  /** Whether the promised prices are kept where nobody says otherwise. */
  readonly keepsPromise: boolean;
}

/** The step is taken as it was seen. */
export interface Transition extends TransitionQuery {
  readonly revision: number;
  /** The ids of the lines that keep their promised price, of those that differ. */
  readonly keep: readonly string[];
  /** The fingerprint of the prices as they were seen: where they are others by now, nothing is done. */
  readonly priceFingerprint: string;
}

export const transitionSchema = objectOf<Transition>({
  into: documentKind.required(),
  revision: Joi.number().integer().min(1).required(),
  keep: Joi.array().items(identifier.guid()).max(MAX_LINES).unique().required(),
  priceFingerprint: Joi.string().hex().length(64).required(),
});

/** Takes an order back: what is not sold yet is opened again or cancelled. */
export interface TakingBack {
  readonly revision: number;
}

export const takingBackSchema = objectOf<TakingBack>({
  revision: Joi.number().integer().min(1).required(),
});

/** A document computed again as it was priced: under its own version, at its instant, with its facts. */
export interface ComputedAgain {
  readonly version: number;
  /** ISO 8601, UTC. */
  readonly pricedAt: string;
  /** The engine's now, and the one that it was priced by. */
  readonly modelVersion: number;
  readonly pricedBy: number;
  /** The lines that come out otherwise: `promised` as they stand there, `today` as computed. */
  readonly differing: readonly AdvancingLine[];
  /** What it comes to besides its lines, shipping, charges and tax among it; null where that is the same. */
  readonly whole: { readonly promised: DocumentOutcome; readonly today: DocumentOutcome } | null;
}
