import { compare, decimal, isDecimalText } from '@honest-ledger/engine';
import Joi from 'joi';

/** More than any table that people read; a spreadsheet's worth pasted by mistake is refused. */
const MAX_BANDS = 500;

interface Band {
  readonly from: string;
}

/** A band list: thresholds rise strictly, so that bands cannot overlap or leave a gap. */
export function risingBands(fields: Joi.SchemaMap): Joi.ArraySchema {
  return Joi.array()
    .items(Joi.object(fields))
    .min(1)
    .max(MAX_BANDS)
    .custom((bands: readonly Band[], help) => {
      const fault = fallingBand(bands);
      return fault ? help.error('bands.falling', fault) : bands;
    })
    .messages({
      'array.min': '{#label} must have at least one band',
      'bands.falling': 'band {#place} starts at {#from}, not above band {#before} at {#below}',
    });
}

function fallingBand(bands: readonly Band[]): object | null {
  for (const [index, { from }] of bands.entries()) {
    const below = bands[index - 1]?.from;
    if (below === undefined || !isDecimalText(from) || !isDecimalText(below)) continue;
    if (compare(decimal(from), decimal(below)) <= 0) {
      return { place: index + 1, from, before: index, below };
    }
  }
  return null;
}
