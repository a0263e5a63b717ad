import { print, type Decimal } from '../number/decimal';

/** A result with every decimal printed as text: what is stored, sent and shown. */
export type Printed<T> = T extends Decimal
  ? string
  : T extends readonly (infer Element)[]
    ? readonly Printed<Element>[]
    : T extends object
      ? { readonly [Key in keyof T]: Printed<T[Key]> }
      : T;

/** Prints every decimal inside plain data. */
export function printed<T>(value: T): Printed<T> {
  // The casts below follow the mapped type above case by case, which TypeScript cannot see.
  if (isDecimal(value)) return print(value) as Printed<T>;
  if (Array.isArray(value)) return value.map(printed) as Printed<T>;
  if (typeof value === 'object' && value !== null) {
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [key, printed<unknown>(inner)]),
    ) as Printed<T>;
  }
  return value as Printed<T>;
}

function isDecimal(value: unknown): value is Decimal {
  return typeof value === 'object' && value !== null && 'units' in value && 'scale' in value;
}
