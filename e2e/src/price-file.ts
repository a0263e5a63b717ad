import { readFileSync } from 'node:fs';

/**
 * A price file of the demo's supplier of tools: its own numbers, decimal commas, days as it writes
 * them; two rows are wrong. The guided tour of the docs sends it, too.
 */
export const PRICE_FILE = {
  name: 'ferrybridge.csv',
  mimeType: 'text/csv',
  buffer: readFileSync(new URL('../../docs/examples/ferrybridge.csv', import.meta.url)),
};
