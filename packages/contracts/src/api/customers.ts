import type { LevelAssignment, Scope } from '@honest-ledger/engine';
import Joi from 'joi';
import type { ItemFactsForm } from '../forms/document-form';
import {
  currencyCode,
  customerCode,
  dayWindow,
  identifier,
  objectOf,
  shortCode,
  shortText,
} from '../forms/fields';
import type { PricedLineForm } from '../forms/priced-form';
import { scopeSchema } from '../forms/scope-schema';
import { attributeValuesSchema, type Attribute, type AttributeValues } from '../forms/attributes';
import type { CatalogueMoves, CodeAndName } from './catalogue';
import {
  MAX_ROWS,
  orderFields,
  pageFields,
  searchText,
  severalOf,
  type ListOrder,
  type Page,
  type PageAsked,
} from './pages';

export interface CustomerFilter {
  /** Parts of a code, a name, or the name of its segment, its level or its outlet. */
  readonly text?: string;
  readonly segment?: readonly string[];
  readonly level?: readonly string[];
  readonly outlet?: readonly string[];
  readonly currency?: readonly string[];
}

export const CUSTOMER_SORTS = ['code', 'name', 'segment', 'level', 'outlet', 'currency'] as const;
export type CustomerListQuery = CustomerFilter & ListOrder<(typeof CUSTOMER_SORTS)[number]>;
export type CustomerQuery = CustomerListQuery & PageAsked;

/** What narrows and sorts the customers. */
export const customerListFields = {
  text: searchText,
  segment: severalOf(shortCode),
  level: severalOf(identifier.guid()),
  outlet: severalOf(shortCode),
  currency: severalOf(currencyCode),
  ...orderFields(CUSTOMER_SORTS),
};

export const customerQuerySchema = objectOf<CustomerQuery>({
  ...customerListFields,
  ...pageFields,
});

export interface CustomerRow {
  readonly code: string;
  readonly name: string;
  readonly segment: CodeAndName | null;
  readonly currency: string | null;
  readonly outlet: CodeAndName | null;
  readonly level: { readonly id: string; readonly name: string } | null;
  /** Goes up with every change; a change names the one it was made from. */
  readonly revision: number;
}

/** A customer with everything its page shows. */
export interface CustomerView extends CustomerRow {
  readonly assignments: readonly LevelAssignment[];
  readonly attributes: AttributeValues;
}

export interface CustomerParams {
  readonly code: string;
}

export const customerParams = objectOf<CustomerParams>({ code: customerCode.required() });

/** What is edited of a customer. Facts: they count from the moment they are saved. */
export interface CustomerContent {
  readonly name: string;
  readonly segment: string | null;
  readonly currency: string | null;
  readonly outlet: string | null;
  readonly level: string | null;
  readonly assignments: readonly LevelAssignment[];
  readonly attributes: AttributeValues;
}

/** What is edited of a customer, as it stands. */
export function customerContentOf(customer: CustomerView): CustomerContent {
  const { name, segment, currency, outlet, level, assignments, attributes } = customer;
  return {
    name,
    segment: segment?.code ?? null,
    currency,
    outlet: outlet?.code ?? null,
    level: level?.id ?? null,
    assignments,
    attributes,
  };
}

export interface CustomerEdit extends CustomerContent {
  /** The revision it was made from; 0 makes a new customer. */
  readonly revision: number;
}

const contentFields = {
  name: shortText.required(),
  segment: shortCode.allow(null).required(),
  currency: currencyCode.allow(null).required(),
  outlet: shortCode.allow(null).required(),
  level: identifier.guid().allow(null).required(),
  assignments: Joi.array()
    .items(
      objectOf<LevelAssignment>({
        id: identifier.guid().required(),
        level: identifier.guid().required(),
        scope: scopeSchema.required(),
        window: dayWindow,
      }),
    )
    .max(200)
    .unique('id')
    .required(),
  attributes: attributeValuesSchema.required(),
};

export const customerContentSchema = objectOf<CustomerContent>(contentFields);

export const customerEditSchema = objectOf<CustomerEdit>({
  ...contentFields,
  revision: Joi.number().integer().min(0).required(),
});

/** What saving a customer does to its prices of the whole catalogue, one of each. */
export interface CustomerPreview {
  readonly moves: CatalogueMoves;
  readonly currency: string;
}

export interface PriceListQuery extends PageAsked {
  readonly text?: string;
  readonly category?: string;
}

/** What narrows a price list. */
export const priceListFilterFields = {
  text: searchText,
  category: Joi.string().trim().max(40),
};

export const priceListQuery = objectOf<PriceListQuery>({
  ...priceListFilterFields,
  ...pageFields,
  limit: Joi.number().integer().min(1).max(1000).default(200),
});

/** What a customer pays today for one base unit of each item. */
export interface PriceListPage extends Page<PriceListRow> {
  readonly currency: string;
  readonly version: number;
  readonly day: string;
}

export interface PriceListRow {
  readonly item: ItemFactsForm;
  readonly line: PricedLineForm;
}

export interface SegmentName extends CodeAndName {
  /** The id of the level of its customers that have none of their own; null for none. */
  readonly level: string | null;
}

/** Segments and outlets, to choose from. */
export interface CustomerGroups {
  readonly segments: readonly SegmentName[];
  readonly outlets: readonly OutletRow[];
  /** What base prices are stated in. */
  readonly homeCurrency: string;
  /** The currencies that a document can be in: home, and those that have a rate. */
  readonly currencies: readonly string[];
  /** What the company keeps of customers besides. */
  readonly attributes: readonly Attribute[];
  /** What is kept of documents. */
  readonly documentAttributes: readonly Attribute[];
  readonly salesPeople: readonly CodeAndName[];
  readonly departments: readonly CodeAndName[];
  readonly deliveryMethods: readonly CodeAndName[];
  /** Units with what more than one of them is called. */
  readonly units: readonly CodeAndName[];
}

export interface OutletRow extends CodeAndName {
  readonly timeZone: string;
  readonly currency: string;
  readonly level: string | null;
  readonly levelsAllowed: readonly string[] | null;
}

/** One level for many customers, or none; each customer as it was seen. */
export interface LevelGiving {
  readonly level: string | null;
  readonly customers: readonly { readonly code: string; readonly revision: number }[];
}

const givingFields = {
  level: identifier.guid().allow(null).required(),
  customers: Joi.array()
    .items(
      Joi.object({
        code: customerCode.required(),
        revision: Joi.number().integer().min(1).required(),
      }),
    )
    .min(1)
    .max(MAX_ROWS)
    .unique('code')
    .required(),
};

export const levelGivingSchema = objectOf<LevelGiving>(givingFields);
export const seenLevelGivingSchema = objectOf<SeenLevelGiving>({
  ...givingFields,
  version: Joi.number().integer().min(1).required(),
});

/** The change of many by which a level was given: what it takes to undo it. */
export interface LevelGiven {
  readonly massChange: string;
}

/** A level that is given as it was looked at: under another version its prices may be others. */
export interface SeenLevelGiving extends LevelGiving {
  readonly version: number;
}

/** What giving a level to customers would do to each of them. */
export interface LevelGivingPreview {
  /** The version whose prices they are. */
  readonly version: number;
  readonly customers: readonly GivenCustomer[];
}

export interface GivenCustomer {
  readonly code: string;
  /** As it was looked at. */
  readonly revision: number;
  readonly name: string;
  readonly before: string | null;
  /** What it does to its prices of the whole catalogue; null where so many were not priced. */
  readonly moves: CatalogueMoves | null;
  readonly currency: string;
}

/** Which level assignments end within so many days from today. */
export interface EndingQuery {
  readonly days: number;
}
export const endingQuery = objectOf<EndingQuery>({
  days: Joi.number().integer().min(1).max(3660).default(60),
});

/** A level that a customer has for some goods, and that ends by itself. */
export interface EndingAssignment {
  readonly customer: { readonly code: string; readonly name: string };
  readonly level: string;
  readonly scope: Scope;
  readonly until: string;
}

/** The first to end first. */
export interface EndingAssignments {
  /** The day that counts as today. */
  readonly day: string;
  readonly assignments: readonly EndingAssignment[];
}
