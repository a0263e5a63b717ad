import type Joi from 'joi';

/** One thing wrong with what was read: where it is, and a sentence that says what would be right. */
export interface FieldProblem {
  /** Such as `levels[0].entries[2].adjustment.percent`; empty for the whole. */
  readonly path: string;
  readonly sentence: string;
}

/** What reading a form gives: a value, or everything that is wrong with it. */
export type Reading<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/** Checks a value against a schema, strictly: nothing is converted, nothing unknown is let in. */
export function check<T>(schema: Joi.Schema<T>, value: unknown): Reading<T> {
  const result = schema.validate(value, STRICT);
  return result.error
    ? { ok: false, problems: fieldProblems(result.error) }
    : { ok: true, value: result.value };
}

/** Joi's findings as field problems. */
export function fieldProblems(error: Joi.ValidationError): FieldProblem[] {
  return error.details.map((detail) => ({
    path: pathText(detail.path),
    sentence: isPlainDuplicate(detail) ? duplicateSentence(detail) : detail.message,
  }));
}

/** What Joi says of a duplicate where a schema has no words of its own for it. */
function isPlainDuplicate({ type, message }: Joi.ValidationErrorItem): boolean {
  return type === 'array.unique' && message.endsWith('contains a duplicate value');
}

/** Names what stands there twice by what it is known by, and where it stood before. */
function duplicateSentence({ context }: Joi.ValidationErrorItem): string {
  const { value, dupePos } = context as { value?: unknown; dupePos?: number }; // as Joi gives it
  const before = dupePos === undefined ? '' : `, first in place ${String(dupePos + 1)}`;
  return `“${knownBy(value)}” stands there twice${before}. Remove one.`;
}

const KEYS = ['id', 'code', 'item', 'unit', 'kind', 'name', 'days'] as const;

function knownBy(value: unknown): string {
  if (typeof value !== 'object' || value === null) return String(value);
  const key = KEYS.find((one) => one in value);
  return key === undefined ? JSON.stringify(value) : String(value[key as keyof typeof value]);
}

/** The options that every check of ours uses. */
export const STRICT: Joi.ValidationOptions = {
  abortEarly: false,
  convert: false,
  errors: { wrap: { label: false }, label: 'key' },
};

function pathText(path: readonly (string | number)[]): string {
  return path
    .map((step, index) =>
      typeof step === 'number' ? `[${String(step)}]` : index === 0 ? step : `.${step}`,
    )
    .join('');
}
