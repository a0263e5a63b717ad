import Joi from 'joi';
import type { SheetColumn } from './sheet';

type Making = Pick<SheetColumn, 'name' | 'meaning'> & {
  readonly begins?: string | null;
};

/** A column of codes, names and other texts. Where nothing else is said, a new row may leave it out. */
export function textColumn(schema: Joi.Schema<string>, making: Making): SheetColumn {
  return { holds: 'text', begins: '', ...making, schema };
}

/** A column of cells that hold several things each, whose order says nothing. */
export function listColumn(schema: Joi.Schema<string>, making: Making): SheetColumn {
  return { holds: 'list', begins: '', ...making, schema };
}

/** A column of exact decimals, written with a point. */
export function decimalColumn(schema: Joi.Schema<string>, making: Making): SheetColumn {
  return { holds: 'decimal', begins: '', ...making, schema };
}

/** A column of days, ISO 8601. */
export function dayColumn(schema: Joi.Schema<string>, making: Making): SheetColumn {
  return { holds: 'day', begins: '', ...making, schema };
}

const yesNo = Joi.string()
  .valid('yes', 'no')
  .messages({ 'any.only': '{#label} must be yes or no' });

export function yesNoColumn(making: Making): SheetColumn {
  return { holds: 'yesNo', begins: 'no', ...making, schema: yesNo };
}
