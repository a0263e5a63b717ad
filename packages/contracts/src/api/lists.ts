import type { TaxCategory } from '@honest-ledger/engine';
import Joi from 'joi';
import {
  categoryCode,
  currencyCode,
  identifier,
  objectOf,
  shortCode,
  shortText,
} from '../forms/fields';
import { taxChargeFields } from '../forms/facts-schema';
import { attributeContentSchema, type AttributeContent } from '../forms/attributes';

/** The lists that goods and customers are told apart by. All are facts. */
export const LIST_KINDS = [
  'categories',
  'families',
  'brands',
  'suppliers',
  'taxClasses',
  'attributes',
  'costKinds',
  'segments',
  'outlets',
  'salesPeople',
  'departments',
  'deliveryMethods',
  'units',
] as const;
export type ListKind = (typeof LIST_KINDS)[number];

/** What an entry of each list says, but for its code. */
export interface ListContents {
  readonly categories: { readonly name: string; readonly parent: string | null };
  readonly families: { readonly name: string };
  readonly brands: { readonly name: string };
  readonly suppliers: { readonly name: string };
  readonly taxClasses: {
    readonly name: string;
    readonly category: TaxCategory;
    /** In percent; 0 for every category but the standard one. */
    readonly rate: string;
  };
  readonly attributes: AttributeContent;
  readonly costKinds: {
    readonly name: string;
    /** Whether a line may ask for it as the form in which its goods are supplied. */
    readonly formOfSupply: boolean;
  };
  readonly segments: { readonly name: string; readonly level: string | null };
  readonly outlets: {
    readonly name: string;
    /** An IANA time zone. */
    readonly timeZone: string;
    readonly currency: string;
    readonly level: string | null;
    /** The levels that may be used there; null for all. */
    readonly levelsAllowed: readonly string[] | null;
    /** Whether tax is put on what is sold there. */
    readonly chargesTax: boolean;
    /** The tax class of shipping, charges and set-up charges there. */
    readonly othersTaxClass: string | null;
  };
  readonly salesPeople: { readonly name: string };
  readonly departments: { readonly name: string };
  readonly deliveryMethods: { readonly name: string };
  /** Its code is the unit, its name what more than one of it is called: bag, bags. */
  readonly units: { readonly name: string };
}

export type ListRow<Kind extends ListKind = ListKind> = ListContents[Kind] & {
  readonly code: string;
};

const named = { name: shortText.required() };
const level = identifier.guid().allow(null).required();

/** An IANA time zone that this machine's calendar knows. */
const timeZone = Joi.string()
  .max(60)
  .custom((zone: string, help) => (isTimeZone(zone) ? zone : help.error('zone.unknown')))
  .messages({ 'zone.unknown': '{#label} must be a time zone such as Europe/Lisbon' });

function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

export const listContentSchemas: {
  readonly [Kind in ListKind]: Joi.Schema<ListContents[Kind]>;
} = {
  categories: objectOf<ListContents['categories']>({
    ...named,
    parent: categoryCode.allow(null).required(),
  }),
  families: objectOf<ListContents['families']>(named),
  brands: objectOf<ListContents['brands']>(named),
  suppliers: objectOf<ListContents['suppliers']>(named),
  taxClasses: objectOf<ListContents['taxClasses']>({ ...named, ...taxChargeFields }),
  attributes: attributeContentSchema,
  costKinds: objectOf<ListContents['costKinds']>({
    ...named,
    formOfSupply: Joi.boolean().required(),
  }),
  segments: objectOf<ListContents['segments']>({ ...named, level }),
  outlets: objectOf<ListContents['outlets']>({
    ...named,
    timeZone: timeZone.required(),
    currency: currencyCode.required(),
    level,
    levelsAllowed: Joi.array().items(identifier.guid()).unique().allow(null).required(),
    chargesTax: Joi.boolean().required(),
    othersTaxClass: shortCode.allow(null).required(),
  }),
  salesPeople: objectOf<ListContents['salesPeople']>(named),
  departments: objectOf<ListContents['departments']>(named),
  deliveryMethods: objectOf<ListContents['deliveryMethods']>(named),
  units: objectOf<ListContents['units']>(named),
};

export interface ListParams {
  readonly list: ListKind;
}
const list = Joi.string()
  .valid(...LIST_KINDS)
  .required();
export const listParams = objectOf<ListParams>({ list });

export interface ListEntryParams extends ListParams {
  readonly code: string;
}
export const listEntryParams = objectOf<ListEntryParams>({ list, code: shortCode.required() });

/** An entry as it is to be, made from what was seen; null for one that is not there. */
export interface ListEdit {
  /** Checked by the schema of its list. */
  readonly seen: unknown;
  readonly content: unknown;
}
export const listEditSchema = objectOf<ListEdit>({
  seen: Joi.any().required(),
  content: Joi.any().required(),
});
