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
  return error.details.map(({ path, message }) => ({ path: pathText(path), sentence: message }));
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
