import { isFraction, printExact, type Exact } from './exact';

/** A result with every exact number printed as text: what is stored, sent and shown. */
export type Serialized<T> = T extends Exact
  ? string
  : T extends readonly (infer Element)[]
    ? readonly Serialized<Element>[]
    : T extends object
      ? { readonly [Key in keyof T]: Serialized<T[Key]> }
      : T;

/**
 * Prints every exact number inside plain data; a fraction to 10 decimals, marked "...". What has no
 * number in it is not copied: most of what workings say is the same words again and again.
 */
export function serialized<T>(value: T): Serialized<T> {
  return printedPart(value) as Serialized<T>; // the mapped type above, case by case
}

function printedPart(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (isExact(value)) return printExact(value);
  return Array.isArray(value) ? printedList(value) : printedFields(value);
}

function printedList(list: readonly unknown[]): readonly unknown[] {
  let copy: unknown[] | null = null;
  for (const [place, one] of list.entries()) {
    const text = printedPart(one);
    if (text !== one) (copy ??= [...list])[place] = text;
  }
  return copy ?? list;
}

function printedFields(fields: object): object {
  let copy: Record<string, unknown> | null = null;
  for (const key of Object.keys(fields)) {
    const one: unknown = fields[key as keyof typeof fields];
    const text = printedPart(one);
    if (text !== one) (copy ??= { ...fields })[key] = text;
  }
  return copy ?? fields;
}

function isExact(value: object): value is Exact {
  return (
    ('units' in value && 'scale' in value) || ('numerator' in value && isFraction(value as Exact))
  );
}
