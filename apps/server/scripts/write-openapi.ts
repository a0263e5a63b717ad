/** Writes into docs what the API says of itself; it asks no database. Run: npm run docs:openapi */
import { writeFileSync } from 'node:fs';
import { buildApp } from '../src/app/app';
import { openDatabase } from '../src/platform/database/database';
import { publishedSetups } from '../src/setup/versions/published-setups';
import { openApi } from '../src/testing/openapi';

const { database, close } = openDatabase('postgresql://nobody@localhost/none');
const services = { database, setups: publishedSetups(), now: () => new Date() };
const app = await buildApp({
  services,
  sessionSecret: 'nothing is signed with this, it is only long',
});
const { file, text } = await openApi(app);
writeFileSync(file, text);
console.log('wrote docs/openapi.json');
await app.close();
await close();
