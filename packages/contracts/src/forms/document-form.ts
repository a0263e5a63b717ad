import {
  decimal,
  type DiscountByHand,
  serialized,
  type DocumentFacts,
  type DocumentLine,
  type ItemFacts,
  type KeptPrice,
  type PricingDocument,
  type Serialized,
} from '@honest-ledger/engine';
import { offFromForm } from './rule-form';

export const DOCUMENT_FORMAT = 'honest-ledger-document';
export const DOCUMENT_FORMAT_VERSION = 3;

/** A document to price, with its facts, as JSON: decimals are text. */
export interface DocumentForm extends Serialized<PricingDocument> {
  readonly format: typeof DOCUMENT_FORMAT;
  readonly formatVersion: typeof DOCUMENT_FORMAT_VERSION;
}

export type DocumentFactsForm = Serialized<DocumentFacts>;
export type ItemFactsForm = Serialized<ItemFacts>;
export type DocumentLineForm = Serialized<DocumentLine>;
export type DiscountForm = Serialized<DiscountByHand>;
export type KeptPriceForm = Serialized<KeptPrice>;

/** A document from its checked form. */
export function documentFromForm({ facts, ...form }: DocumentForm): PricingDocument {
  return documentWithFacts(form, factsFromForm(facts));
}

/** The same, with facts that were made of theirs before. */
export function documentWithFacts(
  form: Omit<DocumentForm, 'facts'>,
  facts: DocumentFacts,
): PricingDocument {
  const { pricedAt, currency, level, codes, shipping, byHand, attributes, lines } = form;
  const { discount, kind, salesContext } = form;
  return {
    pricedAt,
    currency,
    level,
    codes,
    shipping: shipping === null ? null : decimal(shipping),
    byHand,
    discount: discountFromForm(discount),
    attributes,
    kind,
    salesContext,
    facts,
    lines: lines.map(lineFromForm),
  };
}

export function documentToForm(document: PricingDocument): DocumentForm {
  return {
    format: DOCUMENT_FORMAT,
    formatVersion: DOCUMENT_FORMAT_VERSION,
    ...serialized(document),
  };
}

export function itemFactsFromForm(form: ItemFactsForm): ItemFacts {
  const { units, listPrice, namedPrices } = form;
  return {
    ...form,
    units: units.map((unit) => ({ ...unit, factor: decimal(unit.factor) })),
    listPrice: listPrice && { ...listPrice, amount: decimal(listPrice.amount) },
    namedPrices: namedPrices.map((price) => ({ ...price, amount: decimal(price.amount) })),
    costs: form.costs.map((cost) => ({ ...cost, amount: decimal(cost.amount) })),
    purchaseCosts: form.purchaseCosts.map((cost) => ({
      ...cost,
      amount: decimal(cost.amount),
      minQuantity: decimal(cost.minQuantity),
    })),
    unitsSold: form.unitsSold.map(({ days, quantity }) => ({ days, quantity: decimal(quantity) })),
  };
}

/** What was known, from its checked form. */
export function factsFromForm(form: DocumentFactsForm): DocumentFacts {
  const { local, outlet, customer, rates, items, ruleUses, bought, setUpPaid, tax } = form;
  return {
    local,
    outlet,
    customer,
    rates: rates.map(({ currency, rate }) => ({ currency, rate: decimal(rate) })),
    items: items.map(itemFactsFromForm),
    ruleUses,
    bought,
    setUpPaid,
    tax: tax && {
      ...tax,
      classes: tax.classes.map((one) => ({ ...one, rate: decimal(one.rate) })),
    },
  };
}

/** What somebody takes off, from its checked form. */
export function discountFromForm(form: DiscountForm | null): DiscountByHand | null {
  return form && { ...form, off: offFromForm(form.off) };
}

function keptFromForm(form: KeptPriceForm): KeptPrice {
  return {
    ...form,
    quantity: decimal(form.quantity),
    duration: form.duration === null ? null : decimal(form.duration),
    slices: form.slices.map(({ quantity, unit, unitPrice, amount }) => ({
      quantity: decimal(quantity),
      unit,
      unitPrice: decimal(unitPrice),
      amount: decimal(amount),
    })),
    rest: decimal(form.rest),
    setUp: form.setUp && { ...form.setUp, amount: decimal(form.setUp.amount) },
  };
}

export function lineFromForm(form: DocumentLineForm): DocumentLine {
  const { id, item, unit, formOfSupply, level, priceByHand, discount, kept } = form;
  return {
    id,
    item,
    quantity: decimal(form.quantity),
    unit,
    duration: form.duration === null ? null : decimal(form.duration),
    formOfSupply,
    level,
    priceByHand: priceByHand && { ...priceByHand, price: decimal(priceByHand.price) },
    discount: discountFromForm(discount),
    kept: kept && keptFromForm(kept),
  };
}
