import type { FieldProblem, RuleContent, RuleEffectForm } from '@honest-ledger/contracts';
import type { Scope, Setup } from '@honest-ledger/engine';
import { missingGoods, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import { outlets } from '../../platform/database/schema/index';
import { missingCodes } from './check-break';
import { conditionProblems, scopeProblems } from './check-condition';
import { currencyProblems } from './check-currency';

/** What the form of a rule alone cannot know, but for its name. */
export async function ruleProblems(
  queries: Queries,
  edited: Setup,
  key: string,
  { when, effect, outlets: places, trigger, currency }: RuleContent,
): Promise<FieldProblem[]> {
  return [
    ...(await conditionProblems(queries, edited, when)),
    ...(await effectProblems(queries, edited, effect)),
    ...(await missingCodes(queries, outlets, places ?? [], 'outlet', 'outlets')),
    ...(await currencyProblems(queries, edited, currency, 'currency')),
    ...codeTaken(edited, key, trigger),
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
  if (effect.kind !== 'ownPrices') return scopeProblems(queries, goodsOfEffect(effect));
  const numbers = effect.prices.map(({ item }) => item);
  const codes = await readGoodsCodes(queries, { numbers });
  return numbers.flatMap((item, index): FieldProblem[] => {
    const sentence = missingGoods({ kind: 'item', item }, codes);
    return sentence === null ? [] : [{ path: `effect.prices[${String(index)}].item`, sentence }];
  });
}

/** One code would start two rules. */
function codeTaken({ rules }: Setup, key: string, trigger: RuleContent['trigger']): FieldProblem[] {
  if (trigger.kind !== 'code') return [];
  const code = trigger.code.toLowerCase();
  return rules
    .filter(
      ({ id, trigger: other }) =>
        id !== key && other.kind === 'code' && other.code.toLowerCase() === code,
    )
    .map(({ name }) => ({ path: 'trigger.code', sentence: `The rule ${name} has this code` }));
}

/** The goods that an effect takes, each with its path. */
function goodsOfEffect(
  effect: RuleEffectForm,
): { readonly path: string; readonly scopes: readonly Scope[] }[] {
  switch (effect.kind) {
    case 'buyAndGet':
      return [
        { path: 'effect.buy', scopes: effect.buy.scopes },
        { path: 'effect.get', scopes: effect.get.scopes },
      ];
    case 'bundle':
      return effect.parts.map(({ scopes }, place) => ({
        path: `effect.parts[${String(place)}]`,
        scopes,
      }));
    default:
      return [];
  }
}
