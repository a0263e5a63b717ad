import type { CostFileMapping, CostUpdateView } from '@honest-ledger/contracts';
import type { Browser, TestServer } from './test-server';

/** Sends in a price file of a supplier and has it compared as its columns suggest. */
export async function readPriceFile(
  server: TestServer,
  browser: Browser,
  content: string,
  part: Partial<CostFileMapping> = {},
): Promise<CostUpdateView> {
  const sent = await browser.send('/cost-updates?supplier=ferrybridge', 'prices.csv', content);
  const { id, mapping } = sent.as<CostUpdateView>();
  await browser.ask('PUT', `/cost-updates/${id}/mapping`, { ...mapping, ...part });
  await server.workOff();
  return (await browser.ask('GET', `/cost-updates/${id}`)).as<CostUpdateView>();
}

/** Sends a price file in and takes it in. */
export async function takePriceFileIn(
  server: TestServer,
  browser: Browser,
  content: string,
): Promise<string> {
  const { id, revision } = await readPriceFile(server, browser, content);
  await browser.ask('POST', `/cost-updates/${id}/take-in`, { revision, withoutWrong: false });
  await server.workOff();
  return id;
}
