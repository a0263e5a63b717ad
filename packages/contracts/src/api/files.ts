import Joi from 'joi';
import { objectOf } from '../forms/fields';
import { agreementQueryFields, type AgreementQuery } from './agreements';
import { itemFilterFields, type ItemListQuery } from './catalogue';
import {
  customerListFields,
  priceListFilterFields,
  type CustomerListQuery,
  type PriceListQuery,
} from './customers';

/** The formats that tables are written in. */
export const TABLE_FORMATS = ['csv', 'xlsx'] as const;
export type TableFormat = (typeof TABLE_FORMATS)[number];

export interface FormatQuery {
  readonly format: TableFormat;
}

/** What a file is to be, a CSV unless said. */
export const tableFormat = Joi.string()
  .valid(...TABLE_FORMATS)
  .default('csv');

export const formatQuery = objectOf<FormatQuery>({ format: tableFormat });

/** The catalogue as the screen shows it, all of it. */
export type ItemFileQuery = ItemListQuery & FormatQuery;
export const itemFileQuery = objectOf<ItemFileQuery>({ ...itemFilterFields, format: tableFormat });

export type CustomerFileQuery = CustomerListQuery & FormatQuery;
export const customerFileQuery = objectOf<CustomerFileQuery>({
  ...customerListFields,
  format: tableFormat,
});

export type AgreementFileQuery = AgreementQuery & FormatQuery;
export const agreementFileQuery = objectOf<AgreementFileQuery>({
  ...agreementQueryFields,
  format: tableFormat,
});

/** A customer's price list; on paper, too. */
export interface PriceListFileQuery extends Pick<PriceListQuery, 'text' | 'category'> {
  readonly format: TableFormat | 'pdf';
}
export const priceListFileQuery = objectOf<PriceListFileQuery>({
  ...priceListFilterFields,
  format: Joi.string()
    .valid(...TABLE_FORMATS, 'pdf')
    .default('csv'),
});
