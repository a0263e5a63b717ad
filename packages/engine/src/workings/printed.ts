import { isFraction, printExact, type Exact } from '../number/exact';

/** A result with every exact number printed as text: what is stored, sent and shown. */
export type Printed<T> = T extends Exact
  ? string
  : T extends readonly (infer Element)[]
    ? readonly Printed<Element>[]
    : T extends object
      ? { readonly [Key in keyof T]: Printed<T[Key]> }
      : T;

/** Prints every exact number inside plain data; a fraction to 10 decimals, marked "...". */
export function printed<T>(value: T): Printed<T> {
  // The casts below follow the mapped type above case by case, which TypeScript cannot see.
  if (isExact(value)) return printExact(value) as Printed<T>;
  if (Array.isArray(value)) return value.map(printed) as Printed<T>;
  if (typeof value === 'object' && value !== null) {
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [key, printed<unknown>(inner)]),
    ) as Printed<T>;
  }
  return value as Printed<T>;
}

function isExact(value: unknown): value is Exact {
  return (
    typeof value === 'object' &&
    value !== null &&
    (('units' in value && 'scale' in value) || ('numerator' in value && isFraction(value as Exact)))
  );
}
