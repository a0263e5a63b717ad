import type { ConditionForm, FieldProblem } from '@honest-ledger/contracts';
import type { Scope, Setup } from '@honest-ledger/engine';
import { attributesOf } from '../../master-data/attributes/values';
import { missingGoods, numbersIn, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import { customers, segments } from '../../platform/database/schema/index';
import { missingCodes } from './check-break';

interface TestAt {
  /** Where the test, or the goods that it counts over, stand. */
  readonly path: string;
  readonly test: ConditionForm;
}

/** What the form of a condition alone cannot know: that what it names exists. */
export async function conditionProblems(
  queries: Queries,
  { conditions }: Setup,
  when: ConditionForm,
): Promise<FieldProblem[]> {
  const tests = testsIn(when);
  const saved = new Set(conditions.map(({ id }) => id));
  const named = (kind: 'customer' | 'segment'): string[] =>
    tests.flatMap(({ test }) =>
      test.kind === 'customer' && kind === 'customer'
        ? [...test.customers]
        : test.kind === 'segment' && kind === 'segment'
          ? [...test.segments]
          : [],
    );
  return [
    ...(await scopeProblems(
      queries,
      tests.map(({ path, test }) => ({ path, scopes: goodsOf(test) })),
    )),
    ...(await missingCodes(queries, customers, named('customer'), 'customer', 'when')),
    ...(await missingCodes(queries, segments, named('segment'), 'segment', 'when')),
    ...(await missingAttributes(queries, tests)),
    ...tests.flatMap(({ path, test }) =>
      test.kind === 'saved' && !saved.has(test.condition)
        ? [{ path: `${path}.condition`, sentence: 'There is no such saved condition' }]
        : [],
    ),
  ];
}

/** Goods, each list with its path, that there are not. */
export async function scopeProblems(
  queries: Queries,
  lists: readonly { readonly path: string; readonly scopes: readonly Scope[] }[],
): Promise<FieldProblem[]> {
  const goods = lists.flatMap(({ path, scopes }) =>
    scopes.map((scope, index) => ({ path: `${path}.scopes[${String(index)}]`, scope })),
  );
  const codes = await readGoodsCodes(queries, {
    numbers: numbersIn(goods.map(({ scope }) => scope)),
  });
  return goods.flatMap(({ path, scope }): FieldProblem[] => {
    const sentence = missingGoods(scope, codes);
    return sentence === null ? [] : [{ path, sentence }];
  });
}

/** Attributes that there are not, or not any more. */
async function missingAttributes(
  queries: Queries,
  tests: readonly TestAt[],
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

/** All tests of a tree, each with the path of its goods. */
function testsIn(condition: ConditionForm, path = 'when'): TestAt[] {
  if ('of' in condition) {
    return condition.of.flatMap((one, index) => testsIn(one, `${path}.of[${String(index)}]`));
  }
  const isCount = condition.kind === 'number' && condition.fact.kind === 'count';
  return [{ path: isCount ? `${path}.fact` : path, test: condition }];
}

function goodsOf(test: ConditionForm): readonly Scope[] {
  if (test.kind === 'goods') return test.scopes;
  return test.kind === 'number' && test.fact.kind === 'count' ? test.fact.scopes : [];
}
