import { isDeepStrictEqual } from 'node:util';

type Json = null | boolean | number | string | readonly Json[] | JsonObject;
interface JsonObject {
  readonly [key: string]: Json;
}

/** A schema is worth a name from so many characters on, if it stands in several places. */
const WORTH_A_NAME = 250;

/**
 * An OpenAPI document whose schemas name what they share among its components. Joi gives each schema
 * definitions of its own, under `$defs`, which `#/$defs/…` finds in a schema that stands alone, but not
 * in one that is a part of a document; and it writes out whatever has no definition, wherever it stands.
 */
export function withComponents(document: object): object {
  const components = new Components();
  const whole = components.hoist(document as Json, new Map()) as JsonObject; // OpenAPI is JSON
  const { schemas = {}, ...others } = whole['components'] as { schemas?: JsonObject };
  const repeated = repeatedIn([whole['paths'] ?? null, schemas, ...components.all.values()]);
  const named = new Map(Object.entries(schemas));
  const paths = components.share(whole['paths'] ?? null, 'schema', repeated);
  for (const [name, one] of [...named, ...components.all]) {
    components.all.set(name, components.inside(one, name, repeated));
  }
  const all = [...components.all].sort(([a], [b]) => a.localeCompare(b, 'en'));
  return { ...whole, paths, components: { ...others, schemas: Object.fromEntries(all) } };
}

/** The schemas that stand in several places, as they are written. */
function repeatedIn(all: readonly Json[]): ReadonlySet<string> {
  const times = new Map<string, number>();
  const count = (json: Json): void => {
    if (isList(json)) json.forEach(count);
    else if (typeof json === 'object' && json !== null) {
      if (isSchema(json)) {
        const text = JSON.stringify(json);
        const before = times.get(text) ?? 0;
        times.set(text, before + 1);
        if (before > 0) return; // what is inside it is counted once
      }
      Object.values(json).forEach(count);
    }
  };
  all.forEach(count);
  return new Set(
    [...times].flatMap(([text, n]) => (n > 1 && text.length >= WORTH_A_NAME ? [text] : [])),
  );
}

/** The names that definitions have here, by those that they have in the schema around. */
type Names = ReadonlyMap<string, string>;

class Components {
  readonly all = new Map<string, Json>();
  private readonly names = new Map<string, string>();

  /** Without definitions of its own: they are components. */
  hoist(json: Json, around: Names): Json {
    if (isList(json)) return json.map((one) => this.hoist(one, around));
    if (typeof json !== 'object' || json === null) return json;
    const { $defs, ...rest } = json;
    const names = isObject($defs) ? this.define($defs, around) : around;
    return Object.fromEntries(
      Object.entries(rest).map(([key, value]) => {
        if (key !== '$ref' || typeof value !== 'string') return [key, this.hoist(value, names)];
        const name = names.get(value.replace('#/$defs/', ''));
        return [key, name === undefined ? value : referenceTo(name)];
      }),
    );
  }

  private define(definitions: JsonObject, around: Names): Names {
    for (let again = 1; ; again += 1) {
      const names = new Map(around);
      for (const name of Object.keys(definitions)) names.set(name, numbered(pascal(name), again));
      const found = Object.entries(definitions).map(
        ([name, one]) => [names.get(name) ?? name, this.hoist(one, names)] as const,
      );
      const isFree = found.every(
        ([name, one]) => !this.all.has(name) || isDeepStrictEqual(this.all.get(name), one),
      );
      if (!isFree) continue;
      for (const [name, one] of found) this.all.set(name, one);
      return names;
    }
  }

  /** With a reference wherever a repeated schema stands; it is named after the first place of it. */
  share(json: Json, place: string, repeated: ReadonlySet<string>): Json {
    if (!isObject(json) || !isSchema(json)) return this.inside(json, place, repeated);
    const text = JSON.stringify(json);
    if (!repeated.has(text)) return this.inside(json, place, repeated);
    const known = this.names.get(text);
    if (known !== undefined) return { $ref: referenceTo(known) };
    let name = pascal(place);
    for (let again = 2; this.all.has(name); again += 1) name = numbered(pascal(place), again);
    this.names.set(text, name);
    this.all.set(name, {}); // its name is taken while what is inside it finds theirs
    this.all.set(name, this.inside(json, place, repeated));
    return { $ref: referenceTo(name) };
  }

  inside(json: Json, place: string, repeated: ReadonlySet<string>): Json {
    if (isList(json)) return json.map((one) => this.share(one, place, repeated));
    if (typeof json !== 'object' || json === null) return json;
    return Object.fromEntries(
      Object.entries(json).map(([key, value]) => [
        key,
        this.share(value, NO_PLACES.has(key) ? place : key, repeated),
      ]),
    );
  }
}

/** Keys that say nothing of what stands below them. */
const NO_PLACES: ReadonlySet<string> = new Set([
  ...['schema', 'items', 'anyOf', 'oneOf', 'allOf', 'properties', 'additionalProperties'],
  ...['content', 'application/json', 'application/problem+json', 'get', 'post', 'put', 'delete'],
]);

function isSchema(json: JsonObject): boolean {
  const { type, anyOf, oneOf } = json;
  return typeof type === 'string' || [type, anyOf, oneOf].some(isList);
}

function referenceTo(name: string): string {
  return `#/components/schemas/${name}`;
}

function numbered(name: string, again: number): string {
  return again === 1 ? name : `${name}${String(again)}`;
}

function pascal(name: string): string {
  return name
    .split(/[^A-Za-z0-9]+/)
    .map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
    .join('');
}

function isList(json: Json | undefined): json is readonly Json[] {
  return Array.isArray(json);
}

function isObject(json: Json | undefined): json is JsonObject {
  return typeof json === 'object' && json !== null && !isList(json);
}
