import type { AttributeValues } from '../forms/attributes';
import { readParts } from './sheet';

/** Reads "weight 12.5; food-safe yes"; null where it is not written so, or names one twice. */
export function readAttributes(text: string): AttributeValues | null {
  const pairs = readParts(text).map((part) => /^(\S+)\s+(.+)$/.exec(part)?.slice(1) ?? []);
  const values = Object.fromEntries(pairs.map(([code = '', value = '']) => [code, value]));
  const written = pairs.every((pair) => pair.length === 2);
  return written && Object.keys(values).length === pairs.length ? values : null;
}

export function writeAttributes(values: AttributeValues): string {
  return Object.entries(values)
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([code, value]) => `${code} ${value}`)
    .join('; ');
}
