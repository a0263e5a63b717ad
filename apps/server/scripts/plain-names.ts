import type { Answers } from './answers';

/** A definition whose name says something stands under it; others are written out where they are small. */
const SMALL = 250;
const PREFIX = '#/definitions/';

type Schemas = Readonly<Record<string, unknown>>;

/**
 * Schemas whose definitions have names that people can read and that are the same on every machine: the
 * generator names what has no name of its own after where its source lies. Such a definition is written out
 * where it stands, or, where it is large or contains itself, named after the property that first asks for it.
 */
export function withPlainNames(answers: Schemas, definitions: Schemas): Answers {
  const named = new Naming(definitions);
  const plain = Object.fromEntries(
    Object.keys(answers)
      .sort()
      .map((operation) => [operation, named.plain(answers[operation], 'Answer')]),
  );
  const sorted = [...named.defs].sort(([a], [b]) => (a < b ? -1 : 1));
  return { answers: plain, $defs: Object.fromEntries(sorted) };
}

class Naming {
  readonly defs = new Map<string, unknown>();
  private readonly names = new Map<string, string>();
  private readonly recursive: ReadonlySet<string>;

  constructor(private readonly definitions: Schemas) {
    this.recursive = recursiveOf(definitions);
  }

  /** @param place what the schema is of, for a definition that has no name of its own */
  plain(schema: unknown, place: string): unknown {
    if (Array.isArray(schema)) return schema.map((one) => this.plain(one, place));
    if (typeof schema !== 'object' || schema === null) return schema;
    const { $ref: ref } = schema as { $ref?: unknown };
    if (typeof ref === 'string') return this.referred(nameIn(ref), place);
    if (isRecord(schema))
      return { ...schema, additionalProperties: { type: ['string', 'number'] } };
    return Object.fromEntries(
      Object.entries(schema).map(([key, value]) => [
        key,
        key === 'properties' ? this.properties(value as Schemas) : this.plain(value, place),
      ]),
    );
  }

  private properties(properties: Schemas): Schemas {
    return Object.fromEntries(
      Object.entries(properties).map(([name, one]) => [name, this.plain(one, pascal(name))]),
    );
  }

  private referred(name: string, place: string): unknown {
    const definition = this.definitions[name];
    if (definition === undefined) throw new Error(`${name} is not defined`);
    const isSmall = JSON.stringify(definition).length < SMALL && !this.recursive.has(name);
    if (isSmall) return this.plain(definition, place);
    let known = this.names.get(name);
    if (known === undefined) {
      known = this.free(plainName(name) ?? place);
      this.names.set(name, known);
      this.defs.set(known, null); // taken, before what is inside asks for names
      this.defs.set(known, this.plain(definition, known));
    }
    return { $ref: `#/$defs/${known}` };
  }

  private free(name: string): string {
    for (let again = 2, free = name; ; again += 1) {
      if (!this.defs.has(free)) return free;
      free = `${name}${String(again)}`;
    }
  }
}

/** The definitions that contain themselves. */
function recursiveOf(definitions: Schemas): ReadonlySet<string> {
  const inside = new Map(
    Object.entries(definitions).map(([name, one]) => [name, referencesIn(one)]),
  );
  const reaches = (from: string, wanted: string, seen: Set<string>): boolean =>
    (inside.get(from) ?? []).some((next) => {
      if (next === wanted) return true;
      if (seen.has(next)) return false;
      seen.add(next);
      return reaches(next, wanted, seen);
    });
  return new Set([...inside.keys()].filter((name) => reaches(name, name, new Set())));
}

/** The generator says of a type whose keys are any text that it has no fields; its values are plain here. */
function isRecord(schema: object): boolean {
  return 'type' in schema && schema.type === 'object' && !('properties' in schema);
}

/** A name that says something, as one word; null where a definition has none of its own. */
function plainName(name: string): string | null {
  const parts = /^([A-Z]\w*?)(?:<([A-Z]\w*)>)?$/.exec(name);
  return parts ? `${parts[2] ?? ''}${parts[1] ?? ''}` : null;
}

function referencesIn(json: unknown): readonly string[] {
  if (Array.isArray(json)) return json.flatMap(referencesIn);
  if (typeof json !== 'object' || json === null) return [];
  return Object.entries(json).flatMap(([key, value]: [string, unknown]) =>
    key === '$ref' && typeof value === 'string' ? [nameIn(value)] : referencesIn(value),
  );
}

function nameIn(reference: string): string {
  return decodeURIComponent(reference.slice(PREFIX.length));
}

function pascal(name: string): string {
  return name.slice(0, 1).toUpperCase() + name.slice(1);
}
