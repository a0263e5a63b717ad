import type { CostTableContent, FieldProblem } from '@honest-ledger/contracts';
import { scopeKey, type Setup } from '@honest-ledger/engine';
import { missingGoods, numbersIn, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import { idsByCode } from '../../platform/database/codes';
import { costKinds, outlets } from '../../platform/database/schema/index';
import type { Queries } from '../../platform/database/database';
import { currencyProblems } from './check-currency';

/** What the form of a cost table alone cannot know, but for its name. */
export async function costTableProblems(
  queries: Queries,
  edited: Setup,
  key: string,
  content: CostTableContent,
): Promise<FieldProblem[]> {
  const { scopes, pieceCharges, costs, currency, rounding } = content;
  const all = [...scopes, ...pieceCharges.map(({ scope }) => scope)];
  const codes = await readGoodsCodes(queries, { numbers: numbersIn(all) });
  const kinds = await idsByCode(queries, costKinds);
  const places = await queries.select({ code: outlets.code }).from(outlets);
  const known = new Set(places.map(({ code }) => code));
  const missing = (scope: CostTableContent['scopes'][number], path: string): FieldProblem[] => {
    const sentence = missingGoods(scope, codes);
    return sentence === null ? [] : [{ path, sentence }];
  };
  return [
    ...scopes.flatMap((scope, index) => missing(scope, `scopes[${String(index)}]`)),
    ...pieceCharges.flatMap(({ scope }, index) =>
      missing(scope, `pieceCharges[${String(index)}.scope`),
    ),
    ...costs.flatMap(({ cost }, index) =>
      kinds.has(cost)
        ? []
        : [{ path: `costs[${String(index)}].cost`, sentence: `There is no kind of cost ${cost}` }],
    ),
    ...(content.outlets ?? []).flatMap((code) =>
      known.has(code) ? [] : [{ path: 'outlets', sentence: `There is no outlet ${code}` }],
    ),
    ...sameGoods(edited, key, content),
    ...(await currencyProblems(queries, edited, currency, 'currency')),
    ...(rounding && rounding.currency !== currency
      ? [{ path: 'rounding.currency', sentence: `The table’s prices are in ${currency}` }]
      : []),
  ];
}

/** Of two tables for the same goods at the same outlets one could never apply. */
function sameGoods(
  { costTables }: Setup,
  key: string,
  { scopes, outlets: own }: CostTableContent,
): FieldProblem[] {
  const meet = (others: readonly string[] | null): boolean =>
    own === null || others === null ? own === others : own.some((code) => others.includes(code));
  return costTables
    .filter(({ id, outlets: others }) => id !== key && meet(others))
    .flatMap(({ name, scopes: theirs }) => {
      const taken = new Set(theirs.map(scopeKey));
      return scopes.flatMap((scope, index) =>
        taken.has(scopeKey(scope))
          ? [
              {
                path: `scopes[${String(index)}]`,
                sentence: `The table ${name} is for the same goods`,
              },
            ]
          : [],
      );
    });
}
