import type { PricingDocument } from '@honest-ledger/engine';
import Joi from 'joi';
import {
  DOCUMENT_FORMAT,
  DOCUMENT_FORMAT_VERSION,
  documentFromForm,
  type DocumentForm,
} from './document-form';
import {
  categoryCode,
  currencyCode,
  customerCode,
  decimalText,
  identifier,
  instant,
  itemNumber,
  QUANTITY_BOUNDS,
  shortText,
  objectOf,
} from './fields';
import { check, type Reading } from './reading';

const customerFacts = Joi.object({
  code: customerCode.required(),
  name: shortText.required(),
  level: identifier.allow(null).required(),
});

const itemFacts = Joi.object({
  item: itemNumber.required(),
  name: shortText.required(),
  categories: Joi.array()
    .items(Joi.object({ code: categoryCode.required(), name: shortText.required() }))
    .unique('code')
    .required(),
  unit: Joi.string().trim().min(1).max(20).required(),
  quantityDigits: Joi.number().integer().min(0).max(6).required(),
});

export const documentSchema = objectOf<DocumentForm>({
  format: Joi.string().valid(DOCUMENT_FORMAT).required(),
  formatVersion: Joi.number().valid(DOCUMENT_FORMAT_VERSION).required(),
  pricedAt: instant.required(),
  currency: currencyCode.required(),
  facts: Joi.object({
    customer: customerFacts.allow(null).required(),
    items: Joi.array().items(itemFacts).unique('item').required(),
  }).required(),
  lines: Joi.array()
    .items(
      Joi.object({
        id: identifier.required(),
        item: itemNumber.required(),
        quantity: decimalText(QUANTITY_BOUNDS).required(),
      }),
    )
    .unique('id')
    .required(),
});

/** Reads a document file's content. */
export function readDocument(json: unknown): Reading<PricingDocument> {
  const reading = check<DocumentForm>(documentSchema, json);
  return reading.ok ? { ok: true, value: documentFromForm(reading.value) } : reading;
}
