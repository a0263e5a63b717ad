import { isDeepStrictEqual } from 'node:util';

/** Why something is not put back. */
export const CHANGED = 'somebody has changed it since';

/** What undoing one change would make of a thing as it is now. */
export type PutBack<Content> =
  | { readonly kind: 'back'; readonly content: Content | null }
  /** It is what it was already. */
  | { readonly kind: 'is' }
  /** Somebody has changed since what the change had changed. */
  | { readonly kind: 'changed' };

/**
 * Puts back the fields that a change had changed, where they are still as it left them; others stay as
 * they are now. What was made, removed, or has no fields, goes back whole.
 */
export function putBack<Content extends object>(
  before: Content | null,
  after: Content | null,
  now: Content | null,
): PutBack<Content> {
  if (isDeepStrictEqual(now, before)) return { kind: 'is' };
  if (!before || !after || !now || Array.isArray(before)) {
    return isDeepStrictEqual(now, after) ? { kind: 'back', content: before } : { kind: 'changed' };
  }
  const fields = [...new Set([...keys(before), ...keys(after)])].filter(
    (field) => !isDeepStrictEqual(before[field], after[field]),
  );
  if (fields.every((field) => isDeepStrictEqual(now[field], before[field]))) return { kind: 'is' };
  if (!fields.every((field) => isDeepStrictEqual(now[field], after[field]))) {
    return { kind: 'changed' };
  }
  const content = { ...now };
  for (const field of fields) content[field] = before[field];
  return { kind: 'back', content };
}

const keys = <Content extends object>(content: Content): (keyof Content)[] =>
  Object.keys(content) as (keyof Content)[];
