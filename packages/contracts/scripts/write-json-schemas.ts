/** Writes the JSON Schemas of our public formats into docs/schemas. Run: npm run docs:schemas */
import { writeFileSync } from 'node:fs';
import { jsonSchemas } from './json-schemas';

for (const { file, text } of jsonSchemas()) {
  writeFileSync(file, text);
  console.log(`wrote ${file.pathname.split('/').slice(-3).join('/')}`);
}
