import type Joi from 'joi';
import {
  DOCUMENT_FORMAT,
  DOCUMENT_FORMAT_VERSION,
  documentSchema,
  jsonSchemaOf,
  SETUP_FORMAT,
  SETUP_FORMAT_VERSION,
  setupSchema,
} from '../src/index';

const FORMATS: readonly {
  name: string;
  version: number;
  title: string;
  schema: Joi.Schema;
  example: string;
}[] = [
  {
    name: SETUP_FORMAT,
    version: SETUP_FORMAT_VERSION,
    title: 'A published setup: base prices, levels and settings',
    schema: setupSchema,
    example: 'setup',
  },
  {
    name: DOCUMENT_FORMAT,
    version: DOCUMENT_FORMAT_VERSION,
    title: 'A document to price, with its facts',
    schema: documentSchema,
    example: 'document',
  },
];

/** The public formats as JSON Schema, with the file each belongs in. */
export function jsonSchemas(): {
  file: URL;
  text: string;
  /** The example in docs that it must hold for. */
  example: string;
}[] {
  return FORMATS.map(({ name, version, title, schema, example }) => {
    const { $schema, ...rest } = jsonSchemaOf(schema);
    const whole = { $schema, $id: `${name}-${String(version)}`, title, ...rest };
    return {
      file: new URL(
        `../../../docs/schemas/${name}-${String(version)}.schema.json`,
        import.meta.url,
      ),
      example,
      text: `${JSON.stringify(whole, null, 2)}\n`,
    };
  });
}
