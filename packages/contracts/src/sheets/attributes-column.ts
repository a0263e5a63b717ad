import Joi from 'joi';
import { readAttributes } from './attributes-cell';
import { listColumn } from './columns';

const written = Joi.string()
  .max(10_000)
  .custom((text: string, help) =>
    readAttributes(text) === null ? help.error('attributes.written') : text,
  )
  .messages({
    'attributes.written':
      '{#label} must be codes of attributes with a value each, such as "weight 12.5; food-safe yes"',
  });

/** The attributes of an item or a customer in one cell. */
export const ATTRIBUTES_COLUMN = listColumn(written, {
  name: 'Attributes',
  meaning: 'Codes of attributes with their values: weight 12.5; food-safe yes.',
});
