import type {
  ConditionForm,
  FieldProblem,
  RuleContent,
  RuleEffectForm,
} from '@honest-ledger/contracts';
import type { Reach, Setup } from '@honest-ledger/engine';
import { attributesOf } from '../attributes/values';
import { missingGoods, numbersIn, readGoodsCodes } from '../catalogue/goods-codes';
import type { Queries } from '../database/database';
import { customers, outlets, segments } from '../database/schema/index';
import { missingCodes } from './check-break';
import { currencyProblems } from './check-currency';

/** What the form of a rule alone cannot know, but for its name. */
export async function ruleProblems(
  queries: Queries,
  edited: Setup,
  key: string,
  { when, effect, outlets: places, starts, currency }: RuleContent,
): Promise<FieldProblem[]> {
  const tests = testsIn(when);
  const goods = [
    ...tests.map(({ path, test }) => ({ path, reaches: goodsOf(test) })),
    ...goodsOfEffect(effect),
  ].flatMap(({ path, reaches }) =>
    reaches.map((reach, index) => ({ path: `${path}.reaches[${String(index)}]`, reach })),
  );
  const prices = effect.kind === 'ownPrices' ? effect.prices : [];
  const own = prices.map(({ item }) => item);
  const codes = await readGoodsCodes(queries, {
    numbers: [...numbersIn(goods.map(({ reach }) => reach)), ...own],
  });
  const named = (kind: 'customer' | 'segment'): string[] =>
    tests.flatMap(({ test }) =>
      test.kind === 'customer' && kind === 'customer'
        ? [...test.customers]
        : test.kind === 'segment' && kind === 'segment'
          ? [...test.segments]
          : [],
    );
  return [
    ...goods.flatMap(({ path, reach }): FieldProblem[] => {
      const sentence = missingGoods(reach, codes);
      return sentence === null ? [] : [{ path, sentence }];
    }),
    ...prices.flatMap(({ item }, index): FieldProblem[] => {
      const sentence = missingGoods({ kind: 'item', item }, codes);
      return sentence === null ? [] : [{ path: `effect.prices[${String(index)}].item`, sentence }];
    }),
    ...(effect.kind === 'level' && !edited.levels.some(({ id }) => id === effect.level)
      ? [{ path: 'effect.level', sentence: 'There is no such level' }]
      : []),
    ...(await missingCodes(queries, customers, named('customer'), 'customer', 'when')),
    ...(await missingCodes(queries, segments, named('segment'), 'segment', 'when')),
    ...(await missingAttributes(queries, tests)),
    ...(await missingCodes(queries, outlets, places ?? [], 'outlet', 'outlets')),
    ...(await currencyProblems(queries, edited, currency, 'currency')),
    ...codeTaken(edited, key, starts),
  ];
}

/** Attributes that there are not, or not any more. */
async function missingAttributes(
  queries: Queries,
  tests: readonly { readonly path: string; readonly test: ConditionForm }[],
): Promise<FieldProblem[]> {
  const asked = tests.flatMap(({ path, test }) =>
    (test.kind === 'number' || test.kind === 'word') && test.fact.kind === 'attribute'
      ? [{ path, fact: test.fact }]
      : [],
  );
  if (asked.length === 0) return [];
  const known = [
    ...(await attributesOf(queries, 'items')),
    ...(await attributesOf(queries, 'customers')),
    ...(await attributesOf(queries, 'documents')),
  ].map(({ of, code }) => `${of} ${code}`);
  return asked
    .filter(({ fact: { of, code } }) => !known.includes(`${of}s ${code}`))
    .map(({ path, fact: { of, code } }) => ({
      path: `${path}.fact.code`,
      sentence: `There is no attribute ${code} of ${of}s`,
    }));
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

/** All tests of a tree, each with the path of its goods. */
function testsIn(
  condition: ConditionForm,
  path = 'when',
): { readonly path: string; readonly test: ConditionForm }[] {
  if ('of' in condition) {
    return condition.of.flatMap((one, index) => testsIn(one, `${path}.of[${String(index)}]`));
  }
  const isCount = condition.kind === 'number' && condition.fact.kind === 'count';
  return [{ path: isCount ? `${path}.fact` : path, test: condition }];
}

function goodsOf(test: ConditionForm): readonly Reach[] {
  if (test.kind === 'goods') return test.reaches;
  return test.kind === 'number' && test.fact.kind === 'count' ? test.fact.reaches : [];
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
