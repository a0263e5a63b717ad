/** What a supplier sends: its own numbers, decimal commas, days as it writes them; two rows are wrong. */
const ROWS = [
  'Article no;Description;New price;Valid from',
  'FETL0040;Loop tool;4,90;01.11.2026',
  'FETL0041;Needle tool;2,15;01.11.2026',
  'FETL0042;Trimming tool;4,95;01.11.2026',
  'FETL0044;Turning set;3,99;01.11.2026',
  'FETL0047;Sponge on a stick;2,22;01.11.2026',
  'FETL0043;Wire cutter;x;01.11.2026',
  'FETL9999;Unknown;1,00;01.11.2026',
];

/** A price file of the demo's supplier of tools, as a browser sends it. */
export const PRICE_FILE = {
  name: 'ferrybridge.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(ROWS.join('\n')),
};
