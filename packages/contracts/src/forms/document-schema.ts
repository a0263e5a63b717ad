import {
  DOCUMENT_KINDS,
  NO_SALES_CONTEXT,
  type SalesContext,
  type DocumentName,
  type PricingDocument,
  type RuleByHand,
} from '@honest-ledger/engine';
import Joi from 'joi';
import {
  DOCUMENT_FORMAT,
  DOCUMENT_FORMAT_VERSION,
  documentFromForm,
  type DocumentForm,
  type DiscountForm,
  type DocumentLineForm,
  type KeptPriceForm,
} from './document-form';
import { attributeFactsSchema, factsSchema } from './facts-schema';
import {
  AMOUNT_BOUNDS,
  costKind,
  currencyCode,
  decimalText,
  identifier,
  instant,
  itemNumber,
  objectOf,
  PRICE_BOUNDS,
  QUANTITY_BOUNDS,
  shortCode,
  shortText,
  unitCode,
} from './fields';
import { check, type Reading } from './reading';
import { fromEarlierDocument } from './earlier-document';
import { offSchema } from './rule-schema';
import { unlikeInstant } from './local-moment';

/** Why something is done by hand. */
const reason = Joi.string().trim().min(1).max(200).required().messages({
  'string.empty': '{#label} needs a reason. Enter one',
});

export const priceByHandSchema = Joi.object({
  price: decimalText(PRICE_BOUNDS).required(),
  reason,
});

/** What somebody takes off a line or a document. */
export const discountSchema = objectOf<DiscountForm>({ off: offSchema.required(), reason })
  .allow(null)
  .default(null);

const LINE_BOUNDS = { ...AMOUNT_BOUNDS, from: '-99999999999999999999', to: '99999999999999999999' };

/** A rule or a break as a promise names it. */
const named = objectOf<KeptPriceForm['rules'][number]>({
  id: identifier.required(),
  name: shortText.required(),
  words: Joi.string().max(200).allow('').required(),
  currency: currencyCode.required(),
});

const keptSchema = objectOf<KeptPriceForm>({
  from: objectOf<DocumentName>({
    kind: Joi.string()
      .valid(...DOCUMENT_KINDS)
      .required(),
    number: Joi.number().integer().min(1).required(),
  }).required(),
  currency: currencyCode.required(),
  quantity: decimalText(QUANTITY_BOUNDS).required(),
  unit: unitCode.required(),
  duration: decimalText(QUANTITY_BOUNDS).allow(null).default(null),
  slices: Joi.array()
    .items(
      objectOf<KeptPriceForm['slices'][number]>({
        quantity: decimalText(QUANTITY_BOUNDS).required(),
        unit: unitCode.required(),
        unitPrice: decimalText(PRICE_BOUNDS).required(),
        amount: decimalText(LINE_BOUNDS).required(),
      }),
    )
    .min(1)
    .required(),
  rest: decimalText(LINE_BOUNDS).required(),
  rules: Joi.array().items(named).default([]),
  words: Joi.array().items(Joi.string().max(200)).default([]),
  setUp: objectOf<NonNullable<KeptPriceForm['setUp']>>({
    break: named.required(),
    words: Joi.string().max(200).allow('').required(),
    amount: decimalText(LINE_BOUNDS).required(),
  })
    .allow(null)
    .default(null),
});

/** The fields of one line as somebody wrote it. */
export const documentLineFields = {
  id: identifier.required(),
  item: itemNumber.required(),
  quantity: decimalText(QUANTITY_BOUNDS).required(),
  unit: unitCode.allow(null).default(null),
  duration: decimalText(QUANTITY_BOUNDS).allow(null).default(null),
  formOfSupply: costKind.allow(null).default(null),
  level: identifier.allow(null).default(null),
  priceByHand: priceByHandSchema.allow(null).default(null),
  discount: discountSchema,
  kept: keptSchema.allow(null).default(null),
} satisfies Record<keyof DocumentLineForm, Joi.Schema>;

/** Codes that start rules; the same one twice is one. */
export const codesSchema = Joi.array()
  .items(Joi.string().trim().min(1).max(40))
  .max(20)
  .unique((a: string, b: string) => a.toLowerCase() === b.toLowerCase())
  .default([])
  .messages({ 'array.unique': 'a code stands there twice' });

/** What somebody decided about rules. */
export const byHandSchema = Joi.array()
  .items(
    objectOf<RuleByHand>({
      rule: identifier.required(),
      line: identifier.allow(null).default(null),
      is: Joi.string().valid('on', 'off').required(),
    }),
  )
  .max(2000)
  .unique((a: RuleByHand, b: RuleByHand) => a.rule === b.rule && a.line === b.line)
  .default([])
  .messages({ 'array.unique': 'a rule is applied or excluded twice at the same place' });

/** What shipping costs before rules, in the document's currency. */
export const shippingSchema = decimalText(PRICE_BOUNDS).allow(null).default(null);

/** A postcode as it is kept: in capitals, with single spaces. */
const postcode = Joi.string()
  .uppercase()
  .pattern(/^\S+( \S+)*$/)
  .max(16)
  .messages({
    'string.uppercase': '{#label} must be in capitals',
    'string.pattern.base': '{#label} must have single spaces, and none around it',
  });

/** Who sells, and where the goods go. */
export const salesContextSchema = objectOf<SalesContext>({
  salesPerson: shortCode.allow(null).default(null),
  department: shortCode.allow(null).default(null),
  deliveryMethod: shortCode.allow(null).default(null),
  deliveryPostcode: postcode.allow(null).default(null),
}).default(NO_SALES_CONTEXT);

const lineSchema = objectOf<DocumentLineForm>(documentLineFields);

export const documentSchema = objectOf<DocumentForm>({
  format: Joi.string().valid(DOCUMENT_FORMAT).required(),
  formatVersion: Joi.number().valid(DOCUMENT_FORMAT_VERSION).required(),
  pricedAt: instant.required(),
  currency: currencyCode.required(),
  level: identifier.allow(null).default(null),
  codes: codesSchema,
  shipping: shippingSchema,
  byHand: byHandSchema,
  discount: discountSchema,
  attributes: attributeFactsSchema,
  kind: Joi.string()
    .valid(...DOCUMENT_KINDS)
    .allow(null)
    .default(null),
  salesContext: salesContextSchema,
  facts: factsSchema.required(),
  lines: Joi.array().items(lineSchema).unique('id').required(),
})
  .custom((document: DocumentForm, help) => {
    const said = unlikeInstant(document);
    return said === null ? document : help.error('local.unlike', { said, at: document.pricedAt });
  })
  .messages({
    'local.unlike':
      'The local time {#said} is not the instant {#at} by the clock of its outlet. Write the time that this clock shows then',
  });

/** Reads a document file's content. */
export function readDocument(json: unknown): Reading<PricingDocument> {
  const reading = check<DocumentForm>(documentSchema, fromEarlierDocument(json));
  return reading.ok ? { ok: true, value: documentFromForm(reading.value) } : reading;
}
