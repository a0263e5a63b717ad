import Joi from 'joi';
import { identifier, objectOf, shortText } from '../forms/fields';
import { searchText } from './pages';

/** The lists whose columns, filters and order can be saved. */
export const LIST_NAMES = [
  'items',
  'customers',
  'levels',
  'costTables',
  'breaks',
  'rules',
  'conditions',
  'quotes',
  'orders',
  'sales',
  'approvals',
  'versions',
  'imports',
  'costUpdates',
  'priceChanges',
  'purchaseOrders',
  'salesBacktests',
  'changes',
] as const;
export type ListName = (typeof LIST_NAMES)[number];

/** A column of a list, in the place where it stands. */
export interface ListColumn {
  readonly id: string;
  /** In CSS pixels; null for as wide as the list makes it. */
  readonly width: number | null;
  readonly hidden: boolean;
}

/** Something that narrows or sorts a list, as its address has it. */
export interface ListParam {
  readonly name: string;
  readonly values: readonly string[];
}

/** What is saved of a list under a name. */
export interface ListViewContent {
  readonly name: string;
  /** Whether everybody can choose it; only who saved it changes it. */
  readonly shared: boolean;
  readonly params: readonly ListParam[];
  readonly columns: readonly ListColumn[];
}

export interface ListView extends ListViewContent {
  readonly id: string;
  /** Who saved it. */
  readonly by: string;
  readonly own: boolean;
}

export interface ListViews {
  /** The columns as whoever asks left them; null where they are as the list makes them. */
  readonly layout: readonly ListColumn[] | null;
  /** One's own and those that others share, by name. */
  readonly views: readonly ListView[];
}

export interface ListLayout {
  readonly columns: readonly ListColumn[];
}

export interface ListViewParams {
  readonly list: ListName;
  readonly id: string;
}

const list = Joi.string()
  .valid(...LIST_NAMES)
  .required();
export const listOfViews = objectOf<Pick<ListViewParams, 'list'>>({ list });
export const listViewParams = objectOf<ListViewParams>({
  list,
  id: Joi.string().guid().required(),
});

/** Most columns of a list: the catalogue has one for each level. */
const MAX_COLUMNS = 500;

const columns = Joi.array()
  .items(
    objectOf<ListColumn>({
      id: identifier.required(),
      width: Joi.number().integer().min(20).max(4000).allow(null).required(),
      hidden: Joi.boolean().required(),
    }),
  )
  .max(MAX_COLUMNS)
  .unique('id')
  .required();

export const listLayoutSchema = objectOf<ListLayout>({ columns });

export const listViewSchema = objectOf<ListViewContent>({
  name: shortText.required().messages({ 'string.empty': 'Give the view a name.' }),
  shared: Joi.boolean().required(),
  params: Joi.array()
    .items(
      objectOf<ListParam>({
        name: identifier.required(),
        values: Joi.array().items(searchText).max(200).required(),
      }),
    )
    .max(60)
    .unique('name')
    .required(),
  columns,
});
