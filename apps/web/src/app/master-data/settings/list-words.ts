import type { CodeAndName, ListContents, ListKind } from '@honest-ledger/contracts';

/** What a new entry begins as, but for its name. */
export const BEGINNINGS: { readonly [Kind in ListKind]: Omit<ListContents[Kind], 'name'> } = {
  categories: { parent: null },
  families: {},
  brands: {},
  suppliers: {},
  taxClasses: { category: 'Z', rate: '0' },
  salesPeople: {},
  departments: {},
  deliveryMethods: {},
  units: {},
  attributes: { of: 'items', type: 'text', choices: [] },
  costKinds: { formOfSupply: true },
  segments: { level: null },
  outlets: {
    timeZone: 'UTC',
    currency: '',
    level: null,
    levelsAllowed: null,
    chargesTax: false,
    othersTaxClass: null,
  },
};

/** What attributes describe. */
export const OWNERS: readonly CodeAndName[] = [
  { code: 'items', name: 'items' },
  { code: 'customers', name: 'customers' },
  { code: 'documents', name: 'documents' },
];

/** What attributes are. */
export const TYPES: readonly CodeAndName[] = [
  { code: 'text', name: 'a text' },
  { code: 'number', name: 'a number' },
  { code: 'day', name: 'a day' },
  { code: 'yesNo', name: 'yes or no' },
  { code: 'choice', name: 'one of' },
];
