import type { Names } from '@honest-ledger/wording';

/** One field that a change made another: where it is, and what stands on each side. */
export interface Difference {
  readonly path: string;
  readonly before: string | null;
  readonly after: string | null;
}

/** Field by field, what is otherwise after a change than before it. */
export function differences(before: unknown, after: unknown, path = ''): Difference[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return [];
  if (!isTree(before) && !isTree(after)) {
    return [{ path, before: plain(before), after: plain(after) }];
  }
  const [old, now] = [fieldsOf(before), fieldsOf(after)];
  const names = [...new Set([...old.keys(), ...now.keys()])];
  return names.flatMap((name) =>
    differences(old.get(name), now.get(name), path === '' ? name : `${path} › ${name}`),
  );
}

/** Levels are known to people by their names, and to the record by ids; what is called id stays one. */
export function withLevelNames(one: Difference, names: Names): Difference {
  const { path, before, after } = one;
  if (/(^| )id$/.test(path)) return one;
  const named = (text: string | null): string | null => text && names.level(text);
  return { path, before: named(before), after: named(after) };
}

function isTree(value: unknown): value is object {
  return typeof value === 'object' && value !== null;
}

/** Things with an id are matched by it, so that one that moved is not told as many that changed. */
function fieldsOf(value: unknown): ReadonlyMap<string, unknown> {
  if (!isTree(value)) return new Map();
  if (!Array.isArray(value)) return new Map(Object.entries(value));
  return new Map(
    value.map((one: unknown, place): [string, unknown] => {
      const id = isTree(one) && 'id' in one ? one.id : undefined;
      return [typeof id === 'string' ? id.slice(0, 8) : String(place + 1), one];
    }),
  );
}

function plain(value: unknown): string | null {
  if (value === undefined || value === null) return null;
  return typeof value === 'string' ? value : JSON.stringify(value);
}
