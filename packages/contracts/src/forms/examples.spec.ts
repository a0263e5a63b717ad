import { price } from '@honest-ledger/engine';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { readFileSync } from 'node:fs';
import { jsonSchemas } from '../../scripts/json-schemas';
import { documentToForm } from './document-form';
import { readDocument } from './document-schema';
import { pricedToFile } from './priced-form';
import type { Reading } from './reading';
import { setupToForm } from './setup-form';
import { readSetup } from './setup-schema';

// its types say that the function is a module
const addFormats = formats as unknown as (ajv: Ajv2020) => void;

const example = (name: string): unknown =>
  JSON.parse(
    readFileSync(new URL(`../../../../docs/examples/${name}.json`, import.meta.url), 'utf8'),
  );

function must<T>(reading: Reading<T>): T {
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.value;
}

describe('the worked example in docs', () => {
  const setup = must(readSetup(example('setup')));
  const document = must(readDocument(example('document')));

  it('comes back from its forms as it was', () => {
    expect(setupToForm(setup) as unknown).toEqual(example('setup'));
    expect(documentToForm(document) as unknown).toEqual(example('document'));
  });

  it('is priced as docs/examples/priced.json says', () => {
    const file = pricedToFile(price(setup, document), document.facts, setup);
    expect(JSON.parse(JSON.stringify(file))).toEqual(example('priced'));
  });
});

describe('the JSON Schemas in docs', () => {
  for (const { file, text } of jsonSchemas()) {
    it(`are what the Joi schemas give: ${file.pathname.split('/').at(-1) ?? ''}`, () => {
      expect(readFileSync(file, 'utf8')).withContext('npm run docs:schemas').toBe(text);
    });
  }

  // JSON Schema draft 2020-12, as another validator reads it
  const validator = () => {
    const ajv = new Ajv2020({ allErrors: true });
    addFormats(ajv);
    return ajv;
  };

  for (const { file, text, example: name } of jsonSchemas()) {
    const schema = JSON.parse(text) as Record<string, unknown>;

    it(`say which draft they are of: ${name}`, () => {
      expect(schema['$schema']).toBe('https://json-schema.org/draft/2020-12/schema');
      expect(file.pathname).toContain(String(schema['$id']));
    });

    it(`hold for the example: ${name}`, () => {
      const ajv = validator();
      const isRight = ajv.validate(schema, example(name));
      expect(isRight)
        .withContext(ajv.errorsText(ajv.errors, { separator: '\n' }))
        .toBeTrue();
    });

    it(`do not hold for anything: ${name}`, () => {
      const ajv = validator();
      const wrong = { ...(example(name) as object), formatVersion: 'none', more: 1 };
      expect(ajv.validate(schema, wrong)).toBeFalse();
      expect(ajv.validate(schema, {})).toBeFalse();
    });
  }
});
