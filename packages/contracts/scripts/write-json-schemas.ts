/** Writes into docs what our formats say of themselves. Run: npm run docs:schemas */
import { writeFileSync } from 'node:fs';
import { jsonSchemas } from './json-schemas';
import { sheetPage } from './sheet-page';

for (const { file, text } of [...jsonSchemas(), sheetPage()]) {
  writeFileSync(file, text);
  console.log(`wrote ${file.pathname.split('/').slice(-3).join('/')}`);
}
