import Joi from 'joi';
import { agreementFields } from '../forms/agreement-schema';
import { breakContentSchema } from '../forms/break-schema';
import { costTableContentSchema } from '../forms/cost-table-schema';
import { decimalText, objectOf, PRICE_BOUNDS, shortText } from '../forms/fields';
import { levelContentSchema } from '../forms/level-schema';
import { ruleContentSchema, savedConditionContentSchema } from '../forms/rule-schema';
import { basePricesSchema, settingsFields } from '../forms/setup-schema';
import type { SetupContents } from './drafts';
import type { SetupObjectKind } from './setup-objects';

/** How an object of each kind is checked when it is edited. */
export const setupContentSchemas: {
  readonly [Kind in SetupObjectKind]: Joi.Schema<SetupContents[Kind]>;
} = {
  level: levelContentSchema,
  basePrice: basePricesSchema.max(50),
  sharedPrice: objectOf<SetupContents['sharedPrice']>({
    name: shortText.required(),
    price: decimalText(PRICE_BOUNDS).required(),
  }),
  costTable: costTableContentSchema,
  break: breakContentSchema,
  rule: ruleContentSchema,
  condition: savedConditionContentSchema,
  agreement: objectOf<SetupContents['agreement']>(agreementFields),
  settings: objectOf<SetupContents['settings']>(settingsFields),
};
