import { ITEM_KINDS, type Scope } from '@honest-ledger/engine';
import Joi from 'joi';
import { categoryCode, itemNumber, shortCode } from './fields';
import { oneOfKinds } from './kinds';

/** Which items something is for. */
export const scopeSchema = oneOfKinds<Scope>({
  item: Joi.object({ item: itemNumber.required() }),
  categoryBrand: Joi.object({ category: categoryCode.required(), brand: shortCode.required() }),
  supplierCategory: Joi.object({
    supplier: shortCode.required(),
    category: categoryCode.required(),
  }),
  family: Joi.object({ family: shortCode.required() }),
  category: Joi.object({ category: categoryCode.required() }),
  brand: Joi.object({ brand: shortCode.required() }),
  supplier: Joi.object({ supplier: shortCode.required() }),
  itemKind: Joi.object({
    itemKind: Joi.string()
      .valid(...ITEM_KINDS)
      .required(),
  }),
  all: Joi.object({}),
});
