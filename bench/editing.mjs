/**
 * How long an edit of a quantity takes on a quote of 200 lines until the new price is painted, in
 * Chromium against the server on loopback: from the change of the field to the first frame after the
 * total is another. Beside it, in the same run and page, what an empty change of the page takes until
 * it is painted, which is the limit. Run: npm run bench:screen
 */
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import { buildIfChanged } from '../tools/build.mjs';
import { ensureChromium } from '../tools/debian.mjs';
import { withDemoServer } from '../tools/test-cluster.mjs';
import { machine, median, signedIn } from './machine.mjs';

const LINES = 200;
const EDITS = 60;

await buildIfChanged();
await withDemoServer(async (address) => {
  const ask = await signedIn(address);
  const { rows } = await ask('GET', `/items?limit=${LINES}&offset=0`);
  const begun = await ask('POST', '/documents', { kind: 'quote', customer: 'C4001' });
  const { customer, title, outlet, currency, level, revision, number } = begun;
  const lines = rows.map((/** @type {{ item: string, timeUnit: string | null }} */ row) => ({
    id: randomUUID(),
    item: row.item,
    quantity: '2',
    duration: row.timeUnit === null ? null : '1',
  }));
  const content = { customer, title, outlet, currency, level, revision, lines };
  const kept = await ask('PUT', `/documents/${number}`, content);
  const browser = await chromium.launch({ executablePath: await ensureChromium() });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(address);
  await page.getByLabel('E-mail address').fill('ines@saltmarsh.example');
  await page.getByLabel('Password').fill('clay-and-kiln');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Quotes' }).waitFor();
  await page.goto(`${address}/quotes/${number}`);
  await page.getByTestId('total').waitFor();
  await page.waitForTimeout(3000);
  const empty = await page.evaluate(measureEmpty, EDITS);
  const edits = await page.evaluate(measureEdits, EDITS);
  await browser.close();
  const [limit, middle, worst] = [median(empty), median(edits), Math.max(...edits)];
  console.log(`\nAn edit of a quantity until its price is painted
  ${machine()}
  Chromium ${browser.version()}, ${lines.length} lines, ${kept.unpricedLines} of them without a price, ${EDITS} edits
  an empty change, the limit    ${limit.toFixed(1)} ms median
  an edit                       ${middle.toFixed(1)} ms median, ${(middle / limit).toFixed(2)} times the limit
  the worst edit                ${worst.toFixed(1)} ms, ${(worst / limit).toFixed(2)} times the limit
  (aim: 50 ms median, 150 ms worst)`);
});

/** @param {number} times */
async function measureEmpty(times) {
  const taken = [];
  const mark = document.createElement('p');
  document.body.append(mark);
  for (let round = 0; round < times; round += 1) {
    const from = performance.now();
    mark.textContent = String(round);
    await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
    taken.push(performance.now() - from);
    await new Promise((done) => setTimeout(done, 30));
  }
  mark.remove();
  return taken;
}

/** @param {number} times */
async function measureEdits(times) {
  const fields = Array.from(document.querySelectorAll('input[aria-label^="Quantity of"]'));
  const total = () => document.querySelector('[data-testid="total"]')?.textContent;
  const taken = [];
  for (let round = 0; round < times; round += 1) {
    const field = fields[(round * 7) % fields.length];
    if (!(field instanceof HTMLInputElement)) throw new Error('there is a field');
    const before = total();
    field.value = String(3 + round);
    const from = performance.now();
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(new Event('change', { bubbles: true }));
    while (total() === before) {
      await new Promise((done) => requestAnimationFrame(done));
      if (performance.now() - from > 5000) throw new Error('no price came');
    }
    await new Promise((done) => setTimeout(done)); // past the frame that it is painted in
    taken.push(performance.now() - from);
    await new Promise((done) => setTimeout(done, 1200)); // it is kept meanwhile
  }
  return taken;
}
