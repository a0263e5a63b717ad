import type Joi from 'joi';
import {
  DOCUMENT_FORMAT,
  DOCUMENT_FORMAT_VERSION,
  documentSchema,
  SETUP_FORMAT,
  SETUP_FORMAT_VERSION,
  setupSchema,
} from '../src/index';

const FORMATS: readonly { name: string; version: number; title: string; schema: Joi.Schema }[] = [
  {
    name: SETUP_FORMAT,
    version: SETUP_FORMAT_VERSION,
    title: 'A published setup: base prices, levels and settings',
    schema: setupSchema,
  },
  {
    name: DOCUMENT_FORMAT,
    version: DOCUMENT_FORMAT_VERSION,
    title: 'A document to price, with its facts',
    schema: documentSchema,
  },
];

/** The public formats as JSON Schema, with the file each belongs in. */
export function jsonSchemas(): { file: URL; text: string }[] {
  return FORMATS.map(({ name, version, title, schema }) => {
    const generated = schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' });
    const { $schema, ...rest } = generated;
    const whole = { $schema, $id: `${name}-${String(version)}`, title, ...rest };
    return {
      file: new URL(
        `../../../docs/schemas/${name}-${String(version)}.schema.json`,
        import.meta.url,
      ),
      text: `${JSON.stringify(whole, null, 2)}\n`,
    };
  });
}
