import { type Party } from '@honest-ledger/engine';
import Joi from 'joi';
import { datedPriceFields } from './dated-price-schema';
import { currencyCode, customerCode, identifier, objectOf, shortCode } from './fields';
import { oneOfKinds } from './kinds';
import type { AgreementForm } from './setup-form';

const partySchema = oneOfKinds<Party>({
  customer: Joi.object({ customer: customerCode.required() }),
  segment: Joi.object({ segment: shortCode.required() }),
});

/** What an agreement says, but for its identity. */
export const agreementFields = {
  ...datedPriceFields,
  party: partySchema.required(),
  currency: currencyCode.required(),
  open: Joi.boolean().default(false),
} satisfies Record<Exclude<keyof AgreementForm, 'id'>, Joi.Schema>;

/** A price agreed with a customer or a segment for one item. */
export const agreementSchema = objectOf<AgreementForm>({
  ...agreementFields,
  id: identifier.required(),
});
