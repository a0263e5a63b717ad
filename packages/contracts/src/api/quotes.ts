import type { AttributeFacts, RuleByHand } from '@honest-ledger/engine';
import Joi from 'joi';
import type { DocumentForm, DocumentLineForm } from '../forms/document-form';
import {
  byHandSchema,
  codesSchema,
  documentLineFields,
  shippingSchema,
} from '../forms/document-schema';
import { attributeFactsSchema } from '../forms/facts-schema';
import { currencyCode, customerCode, identifier, objectOf, shortCode } from '../forms/fields';
import type { DocumentOutcome, PricedLineForm } from '../forms/priced-form';
import type { SetupForm } from '../forms/setup-form';
import { orderFields, pageFields, searchText, type ListOrder, type PageAsked } from './pages';

export interface QuoteRow {
  readonly number: number;
  readonly customer: { readonly code: string; readonly name: string };
  readonly title: string;
  readonly lines: number;
  readonly total: string;
  readonly unpricedLines: number;
  readonly currency: string;
  /** ISO 8601, UTC. */
  readonly changedAt: string;
  readonly changedBy: string;
}

export const QUOTE_SORTS = ['changedAt', 'number', 'customer', 'title', 'currency', 'by'] as const;

/** Quotes by parts of a number, a customer or what they are for; the one changed last first. */
export interface QuoteQuery extends ListOrder<(typeof QUOTE_SORTS)[number]>, PageAsked {
  readonly text?: string;
}

export const quoteQuerySchema = objectOf<QuoteQuery>({
  text: searchText,
  ...orderFields(QUOTE_SORTS, true),
  ...pageFields,
});

export interface QuoteParams {
  readonly number: number;
}

export const quoteParams = objectOf<QuoteParams>({
  number: Joi.number().integer().min(1).max(2147483647).required(),
});

export interface NewQuote {
  readonly customer: string;
}

export const newQuoteSchema = objectOf<NewQuote>({ customer: customerCode.required() });

export type QuoteLineInput = DocumentLineForm;

/** A quote as somebody wrote it; `revision` is the one it was made from. */
export interface QuoteContent {
  readonly customer: string;
  readonly title: string;
  readonly outlet: string | null;
  readonly currency: string;
  /** Codes that start rules, as they were typed. */
  readonly codes: readonly string[];
  /** What shipping costs before rules, in the quote's currency. */
  readonly shipping: string | null;
  /** Rules that somebody put on or took off. */
  readonly byHand: readonly RuleByHand[];
  /** What the company keeps of its documents, by the codes of attributes. */
  readonly attributes: AttributeFacts;
  /** A level chosen for the whole quote. */
  readonly level: string | null;
  readonly lines: readonly QuoteLineInput[];
}

/** What somebody wrote of a quote. */
export function contentOfQuote(quote: QuoteContent): QuoteContent {
  const { customer, title, outlet, currency, codes, shipping, byHand, attributes, level, lines } =
    quote;
  return { customer, title, outlet, currency, codes, shipping, byHand, attributes, level, lines };
}

export interface QuoteEdit extends QuoteContent {
  readonly revision: number;
}

export const MOST_LINES = 500;

export const quoteEditSchema = objectOf<QuoteEdit>({
  revision: Joi.number().integer().min(1).required(),
  customer: customerCode.required(),
  title: Joi.string().trim().max(120).allow('').required(),
  outlet: shortCode.allow(null).required(),
  currency: currencyCode.required(),
  codes: codesSchema,
  shipping: shippingSchema,
  byHand: byHandSchema,
  attributes: attributeFactsSchema,
  level: identifier.guid().allow(null).required(),
  lines: Joi.array()
    .items(
      objectOf<QuoteLineInput>({
        ...documentLineFields,
        id: identifier.guid().required(),
        level: identifier.guid().allow(null).default(null),
      }),
    )
    .max(MOST_LINES)
    .unique('id')
    .required(),
});

/** A quote as it was last priced, with what the browser needs to price it itself meanwhile. */
export interface QuoteView extends QuoteContent {
  readonly number: number;
  readonly revision: number;
  /** The version its lines are priced under. */
  readonly version: number;
  /** The version in force now. */
  readonly versionInForce: number;
  readonly priced: readonly PricedLineForm[];
  /** What was priced besides the lines, the total among it. */
  readonly outcome: DocumentOutcome;
  readonly unpricedLines: number;
  readonly changedAt: string;
  readonly changedBy: string;
  readonly pricing: {
    /** Null where prices are made from costs that the reader may not see: the server alone prices. */
    readonly setup: SetupForm | null;
    readonly document: DocumentForm;
  };
}
