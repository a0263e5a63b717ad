import type { FieldProblem } from '@honest-ledger/contracts';
import type { Setup } from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { knownCurrencies } from '../../master-data/currencies/known';

/** A currency without a rate would leave every price without one. */
export async function currencyProblems(
  queries: Queries,
  { homeCurrency }: Setup,
  currency: string,
  path: string,
): Promise<FieldProblem[]> {
  return (await knownCurrencies(queries, homeCurrency)).includes(currency)
    ? []
    : [{ path, sentence: `There is no rate from ${homeCurrency} to ${currency}` }];
}
