/** What earlier versions of the forms called by other names. */
export type JsonObject = Readonly<Record<string, unknown>>;

export function isObject(value: unknown): value is JsonObject {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** An object whose fields have other names; the rest of it, and its order, stay. */
export function withNames(object: JsonObject, names: Readonly<Record<string, string>>): JsonObject {
  const entries = Object.entries(object);
  return Object.fromEntries(entries.map(([name, value]) => [names[name] ?? name, value]));
}

const OF_GOODS = { reach: 'scope', reaches: 'scopes' };

/** The same with scopes, however deep, where goods were said by what a thing reaches. */
export function withScopes(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withScopes);
  if (!isObject(value)) return value;
  return Object.fromEntries(
    Object.entries(withNames(value, OF_GOODS)).map(([name, one]) => [name, withScopes(one)]),
  );
}
