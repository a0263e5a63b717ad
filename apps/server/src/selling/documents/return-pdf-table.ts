import { add, decimal, print } from '@honest-ledger/engine';
import { documentTitle } from '@honest-ledger/wording';
import type { Queries } from '../../platform/database/database';
import type { TitledTable } from '../../platform/files/write-table';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { COLUMNS, namesFor, taxed, whomFor } from './pdf-table';
import { storedDocument } from './queries';
import { readReturns, returnTitle } from './returns';

/**
 * A return or a credit as its customer gets it: what comes back of which sale, and what for. What
 * somebody wrote of the reason is not for the customer.
 * @param sale the number of the sale
 * @param number the return's own
 */
export async function pdfTableOfReturn(
  queries: Queries,
  services: Services,
  sale: number,
  number: number,
): Promise<TitledTable> {
  const { returns, currency } = await readReturns(queries, services, sale);
  const found = returns.find((one) => one.number === number);
  if (!found) throw notFound(`Return ${String(number)} of sale ${String(sale)}`);
  const { document, content } = await storedDocument(queries, sale);
  const { lines, amount, tax, amountWithTax, takenOff, takenOffBecause } = found;
  const names = await namesFor(
    queries,
    lines.map(({ item }) => item),
  );
  const of = `${documentTitle(document)} of ${dayOf(document.settledAt?.toISOString() ?? '')}`;
  const whom = await whomFor(queries, content.customer);
  return {
    name: returnTitle(found).toLowerCase().replace(' ', '-'),
    title: returnTitle(found),
    subtitle: `${whom}of ${of}, ${dayOf(found.postedAt)}, in ${currency}${tax ? '' : ' without tax'}`,
    columns: COLUMNS.filter(({ name }) => name !== 'Each'),
    rows: [
      ...lines.map((line) => [
        line.item,
        names.get(line.item) ?? '',
        line.quantity,
        line.unit,
        print(add(decimal(line.amount), decimal(line.takenOff))),
      ]),
      ...(takenOffBecause === null
        ? []
        : [['', 'Discount that the kept items lose', '', '', `-${takenOff}`]]),
      ...taxed({ total: amount, tax, totalWithTax: amountWithTax }, currency).map(
        ([words, figure]) => ['', words, '', '', figure],
      ),
    ],
  };
}

function dayOf(instant: string): string {
  return instant.slice(0, '2026-11-24'.length);
}
