import Joi from 'joi';
import { day, decimalText, objectOf, shortCode, shortText } from './fields';

/** What has attributes of its own. */
export const ATTRIBUTE_OWNERS = ['items', 'customers', 'documents'] as const;
export type AttributeOwner = (typeof ATTRIBUTE_OWNERS)[number];

/** What the value of an attribute can be. */
export const ATTRIBUTE_TYPES = ['text', 'number', 'day', 'yesNo', 'choice'] as const;
export type AttributeType = (typeof ATTRIBUTE_TYPES)[number];

/** What a company keeps of its goods, customers or documents besides what everybody keeps. */
export interface AttributeContent {
  readonly name: string;
  readonly of: AttributeOwner;
  readonly type: AttributeType;
  /** The values that a choice can be; none for other types. */
  readonly choices: readonly string[];
}

export interface Attribute extends AttributeContent {
  readonly code: string;
}

/**
 * Values by the codes of attributes, as text: numbers with a decimal point, days in ISO 8601, yes or
 * no. What has no value is left out.
 */
export type AttributeValues = Readonly<Record<string, string>>;

/** A text that can stand in a list of values in one cell of a file. */
const valueText = shortText
  .pattern(/^[^;\n]*$/, 'one value')
  .messages({ 'string.pattern.name': '{#label} may have no semicolon' });

export const attributeContentSchema = objectOf<AttributeContent>({
  name: shortText.required(),
  of: Joi.string()
    .valid(...ATTRIBUTE_OWNERS)
    .required(),
  type: Joi.string()
    .valid(...ATTRIBUTE_TYPES)
    .required(),
  choices: Joi.array()
    .items(valueText)
    .max(100)
    .unique()
    .when('type', { is: 'choice', then: Joi.array().min(1), otherwise: Joi.array().max(0) })
    .required()
    .messages({
      'array.unique': 'two choices are called alike',
      'array.min': 'a choice needs at least one value to choose',
      'array.max': 'only a choice has values to choose',
    }),
});

/** Values, before anybody looked at what their attributes are. */
export const attributeValuesSchema = Joi.object<AttributeValues>()
  .pattern(shortCode, valueText)
  .max(100);

const NUMBER = decimalText({ from: '-9999999999', to: '9999999999', digits: 12 });
const SENTENCES: Readonly<Record<AttributeType, string>> = {
  text: 'must be a text of at most 120 letters',
  number: 'must be a number such as 12.5, with a point',
  day: 'must be a day that exists, such as 2026-11-24',
  yesNo: 'must be yes or no',
  choice: 'must be one of',
};

/** Why an attribute cannot have a value, or null where it can. */
export function attributeProblem(
  { name, type, choices }: AttributeContent,
  value: string,
): string | null {
  const schemas = {
    text: valueText,
    number: NUMBER,
    day,
    yesNo: Joi.string().valid('yes', 'no'),
    choice: Joi.string().valid(...choices),
  };
  if (schemas[type].validate(value).error === undefined) return null;
  const which = type === 'choice' ? ` ${choices.join(', ')}` : '';
  return `${name} ${SENTENCES[type]}${which}`;
}
