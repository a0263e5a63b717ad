import type { PriceListQuery } from '@honest-ledger/contracts';
import { basePriceOf, madeBy } from '@honest-ledger/engine';
import { problemSentence } from '@honest-ledger/wording';
import { MAX_AT_ONCE, priceList } from '../../setup/catalogue-prices/price-list';
import { findCustomer } from '../../master-data/customers/queries';
import type { Queries } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import type { TitledTable } from '../../platform/files/write-table';

/** A customer's whole price list: what it pays today for one base unit of each item. */
export async function priceListTable(
  queries: Queries,
  services: Services,
  code: string,
  query: Pick<PriceListQuery, 'text' | 'category'>,
): Promise<TitledTable> {
  const customer = await findCustomer(queries, code);
  const rows: string[][] = [];
  for (let offset = 0; ; offset += MAX_AT_ONCE) {
    const page = await priceList(queries, services, code, {
      ...query,
      offset,
      limit: MAX_AT_ONCE,
    });
    rows.push(...page.rows.map((row) => cellsOf(row, page.currency)));
    if (offset + page.rows.length < page.total && page.rows.length > 0) continue;
    return {
      name: `price-list-${code.replaceAll(/[^A-Za-z0-9-]/g, '-')}`,
      title: `Prices for ${customer.name}`,
      subtitle: `${page.currency} for one, on ${page.day}, version ${String(page.version)}`,
      columns: [
        { name: 'Item' },
        { name: 'Name', wide: true },
        { name: 'Unit' },
        { name: 'Base price', figures: true },
        { name: 'Price', figures: true },
        { name: 'Currency' },
        { name: 'Made by' },
      ],
      rows,
    };
  }
}

type PriceListRow = Awaited<ReturnType<typeof priceList>>['rows'][number];

function cellsOf({ item, line }: PriceListRow, currency: string): string[] {
  const what = [item.item, item.name, item.unit];
  if (line.kind === 'unpriced') return [...what, '', '', currency, problemSentence(line.problem)];
  const price = line.slices[0]?.unitPrice ?? '';
  return [...what, basePriceOf(line, currency) ?? '', price, currency, madeBy(line)];
}
