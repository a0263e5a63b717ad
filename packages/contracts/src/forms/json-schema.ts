import type Joi from 'joi';

const DRAFT = 'https://json-schema.org/draft/2020-12/schema';

/** What a Joi schema takes, as JSON Schema draft 2020-12. */
export function jsonSchemaOf(schema: Joi.Schema): Readonly<Record<string, unknown>> {
  const { $schema: _, ...generated } = schema['~standard'].jsonSchema.input({
    target: 'draft-2020-12',
  });
  return { $schema: DRAFT, ...(withNulls(generated) as Record<string, unknown>) };
}

/** Joi lists what an enumeration allows without null, even where its type allows that. */
function withNulls(json: unknown): unknown {
  if (Array.isArray(json)) return json.map(withNulls);
  if (typeof json !== 'object' || json === null) return json;
  const all = Object.fromEntries(
    Object.entries(json).map(([key, value]) => [key, withNulls(value)]),
  );
  const { type, enum: values } = all;
  if (!Array.isArray(type) || !type.includes('null')) return all;
  if (!Array.isArray(values) || values.includes(null)) return all;
  return { ...all, enum: [...(values as unknown[]), null] };
}
