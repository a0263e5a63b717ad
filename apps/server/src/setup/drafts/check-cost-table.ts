import type { CostTableContent, FieldProblem } from '@honest-ledger/contracts';
import { reachKey, type Setup } from '@honest-ledger/engine';
import { missingGoods, numbersIn, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import { readCostKinds } from '../../master-data/costs/kinds';
import type { Queries } from '../../platform/database/database';
import { outlets } from '../../platform/database/schema/index';
import { currencyProblems } from './check-currency';

/** What the form of a cost table alone cannot know, but for its name. */
export async function costTableProblems(
  queries: Queries,
  edited: Setup,
  key: string,
  content: CostTableContent,
): Promise<FieldProblem[]> {
  const { reaches, pieceCharges, costs, currency, rounding } = content;
  const all = [...reaches, ...pieceCharges.map(({ reach }) => reach)];
  const codes = await readGoodsCodes(queries, { numbers: numbersIn(all) });
  const kinds = await readCostKinds(queries);
  const places = await queries.select({ code: outlets.code }).from(outlets);
  const known = new Set(places.map(({ code }) => code));
  const missing = (reach: CostTableContent['reaches'][number], path: string): FieldProblem[] => {
    const sentence = missingGoods(reach, codes);
    return sentence === null ? [] : [{ path, sentence }];
  };
  return [
    ...reaches.flatMap((reach, index) => missing(reach, `reaches[${String(index)}]`)),
    ...pieceCharges.flatMap(({ reach }, index) =>
      missing(reach, `pieceCharges[${String(index)}].reach`),
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
  { reaches, outlets: own }: CostTableContent,
): FieldProblem[] {
  const meet = (others: readonly string[] | null): boolean =>
    own === null || others === null ? own === others : own.some((code) => others.includes(code));
  return costTables
    .filter(({ id, outlets: others }) => id !== key && meet(others))
    .flatMap(({ name, reaches: theirs }) => {
      const taken = new Set(theirs.map(reachKey));
      return reaches.flatMap((reach, index) =>
        taken.has(reachKey(reach))
          ? [
              {
                path: `reaches[${String(index)}]`,
                sentence: `The table ${name} is for the same goods`,
              },
            ]
          : [],
      );
    });
}
