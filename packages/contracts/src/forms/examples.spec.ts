import { price } from '@honest-ledger/engine';
import { readFileSync } from 'node:fs';
import { jsonSchemas } from '../../scripts/json-schemas';
import { documentToForm } from './document-form';
import { readDocument } from './document-schema';
import { pricedToFile } from './priced-form';
import type { Reading } from './reading';
import { setupToForm } from './setup-form';
import { readSetup } from './setup-schema';

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
});
