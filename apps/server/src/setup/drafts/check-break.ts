import type { BreakContent, FieldProblem } from '@honest-ledger/contracts';
import type { Setup } from '@honest-ledger/engine';
import { missingGoods, numbersIn, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import { idsByCode } from '../../platform/database/codes';
import { costKinds, customers, outlets, segments } from '../../platform/database/schema/index';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { currencyProblems } from './check-currency';

/** What the form of a quantity break alone cannot know, but for its name. */
export async function breakProblems(
  queries: Queries,
  edited: Setup,
  { scopes, levels, parties, outlets: places, basis, currency, rounding }: BreakContent,
): Promise<FieldProblem[]> {
  const codes = await readGoodsCodes(queries, { numbers: numbersIn(scopes) });
  const kinds = await idsByCode(queries, costKinds);
  const known = new Set(edited.levels.map(({ id }) => id));
  return [
    ...scopes.flatMap((scope, index): FieldProblem[] => {
      const sentence = missingGoods(scope, codes);
      return sentence === null ? [] : [{ path: `scopes[${String(index)}]`, sentence }];
    }),
    ...(levels ?? []).flatMap((id) =>
      known.has(id) ? [] : [{ path: 'levels', sentence: 'There is no such level' }],
    ),
    ...(await missingCodes(queries, customers, parties?.customers ?? [], 'customer', 'parties')),
    ...(await missingCodes(queries, segments, parties?.segments ?? [], 'segment', 'parties')),
    ...(await missingCodes(queries, outlets, places ?? [], 'outlet', 'outlets')),
    ...(basis.kind === 'cost' && !kinds.has(basis.cost)
      ? [{ path: 'basis', sentence: `There is no kind of cost ${basis.cost}` }]
      : []),
    ...(await currencyProblems(queries, edited, currency, 'currency')),
    ...(rounding && rounding.currency !== currency
      ? [{ path: 'rounding.currency', sentence: `The break’s prices are in ${currency}` }]
      : []),
  ];
}

/** Codes that a list does not have. */
export async function missingCodes(
  queries: Queries,
  table: typeof customers | typeof segments | typeof outlets,
  codes: readonly string[],
  what: string,
  path: string,
): Promise<FieldProblem[]> {
  if (codes.length === 0) return [];
  const rows = await queries
    .select({ code: table.code })
    .from(table)
    .where(inList(table.code, codes));
  const found = new Set(rows.map(({ code }) => code));
  return codes.flatMap((code) =>
    found.has(code) ? [] : [{ path, sentence: `There is no ${what} ${code}` }],
  );
}
