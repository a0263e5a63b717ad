import Joi from 'joi';
import {
  categoryCode,
  currencyCode,
  decimalText,
  identifier,
  INCREMENT_BOUNDS,
  itemNumber,
  PERCENT_BOUNDS,
  PRICE_BOUNDS,
  shortText,
  objectOf,
} from './fields';
import {
  sameReach,
  type LevelContent,
  type LevelEntryForm,
  type LevelForm,
  type RoundingForm,
} from './level-form';

export const MOST_ENTRIES = 500;

const reachSchema = Joi.alternatives()
  .conditional('.kind', {
    switch: [
      {
        is: 'item',
        then: Joi.object({ kind: Joi.valid('item').required(), item: itemNumber.required() }),
      },
      {
        is: 'category',
        then: Joi.object({
          kind: Joi.valid('category').required(),
          category: categoryCode.required(),
        }),
      },
      { is: 'all', then: Joi.object({ kind: Joi.valid('all').required() }) },
    ],
  })
  .messages({ 'alternatives.any': '{#label} must have the kind "item", "category" or "all"' });

export const levelEntrySchema = objectOf<LevelEntryForm>({
  id: identifier.required(),
  reach: reachSchema.required(),
  adjustment: Joi.object({
    kind: Joi.string().valid('percent').required(),
    percent: decimalText(PERCENT_BOUNDS).required(),
  }).required(),
});

export const roundingSchema = objectOf<RoundingForm>({
  currency: currencyCode.required(),
  increment: decimalText(INCREMENT_BOUNDS).required(),
  direction: Joi.string().valid('nearest', 'up', 'down').required(),
  leastPrice: decimalText(PRICE_BOUNDS).allow(null).required(),
});

/** Two entries for the same goods are refused: the second could never apply. */
const entriesSchema = Joi.array()
  .items(levelEntrySchema)
  .max(MOST_ENTRIES)
  .unique('id')
  .custom((entries: readonly LevelEntryForm[], help) => {
    const twice = twins(entries);
    return twice ? help.error('entries.twins', twice) : entries;
  })
  .messages({
    'array.unique': 'two entries have the same id',
    'entries.twins': 'entries {#first} and {#second} are for the same goods',
  });

/** The places, counted from 1, of two entries for the same goods. */
function twins(entries: readonly LevelEntryForm[]): { first: number; second: number } | null {
  for (const [index, entry] of entries.entries()) {
    const other = entries.findIndex(({ reach }) => sameReach(reach, entry.reach));
    if (other < index) return { first: other + 1, second: index + 1 };
  }
  return null;
}

const contentFields = {
  name: shortText.required(),
  entries: entriesSchema.required(),
  rounding: roundingSchema.allow(null).required(),
};

export const levelContentSchema = objectOf<LevelContent>(contentFields);
export const levelSchema = objectOf<LevelForm>({
  id: identifier.required(),
  ...contentFields,
});
