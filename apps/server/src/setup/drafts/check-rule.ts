import type { FieldProblem, RuleContent, RuleEffectForm } from '@honest-ledger/contracts';
import type { Reach, Setup } from '@honest-ledger/engine';
import { missingGoods, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import { outlets } from '../../platform/database/schema/index';
import { missingCodes } from './check-break';
import { conditionProblems, reachProblems } from './check-condition';
import { currencyProblems } from './check-currency';

/** What the form of a rule alone cannot know, but for its name. */
export async function ruleProblems(
  queries: Queries,
  edited: Setup,
  key: string,
  { when, effect, outlets: places, starts, currency }: RuleContent,
): Promise<FieldProblem[]> {
  return [
    ...(await conditionProblems(queries, edited, when)),
    ...(await effectProblems(queries, edited, effect)),
    ...(await missingCodes(queries, outlets, places ?? [], 'outlet', 'outlets')),
    ...(await currencyProblems(queries, edited, currency, 'currency')),
    ...codeTaken(edited, key, starts),
  ];
}

async function effectProblems(
  queries: Queries,
  { levels }: Setup,
  effect: RuleEffectForm,
): Promise<FieldProblem[]> {
  if (effect.kind === 'level') {
    const isThere = levels.some(({ id }) => id === effect.level);
    return isThere ? [] : [{ path: 'effect.level', sentence: 'There is no such level' }];
  }
  if (effect.kind !== 'ownPrices') return reachProblems(queries, goodsOfEffect(effect));
  const numbers = effect.prices.map(({ item }) => item);
  const codes = await readGoodsCodes(queries, { numbers });
  return numbers.flatMap((item, index): FieldProblem[] => {
    const sentence = missingGoods({ kind: 'item', item }, codes);
    return sentence === null ? [] : [{ path: `effect.prices[${String(index)}].item`, sentence }];
  });
}

/** One code would start two rules. */
function codeTaken({ rules }: Setup, key: string, starts: RuleContent['starts']): FieldProblem[] {
  if (starts.kind !== 'code') return [];
  const code = starts.code.toLowerCase();
  return rules
    .filter(
      ({ id, starts: other }) =>
        id !== key && other.kind === 'code' && other.code.toLowerCase() === code,
    )
    .map(({ name }) => ({ path: 'starts.code', sentence: `The rule ${name} has this code` }));
}

/** The goods that an effect takes, each with its path. */
function goodsOfEffect(
  effect: RuleEffectForm,
): { readonly path: string; readonly reaches: readonly Reach[] }[] {
  switch (effect.kind) {
    case 'buyAndGet':
      return [
        { path: 'effect.buy', reaches: effect.buy.reaches },
        { path: 'effect.get', reaches: effect.get.reaches },
      ];
    case 'bundle':
      return effect.parts.map(({ reaches }, place) => ({
        path: `effect.parts[${String(place)}]`,
        reaches,
      }));
    default:
      return [];
  }
}
