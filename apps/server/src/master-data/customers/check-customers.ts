import type { CustomerContent, FieldProblem } from '@honest-ledger/contracts';
import { attributesOf, valueProblems } from '../attributes/values';
import { missingGoods, numbersIn, readGoodsCodes } from '../catalogue/goods-codes';
import type { Queries } from '../../platform/database/database';
import { outlets, segments } from '../../platform/database/schema/index';
import { knownCurrencies } from '../currencies/known';
import { levelsInForce, settingsInForce } from '../in-force/queries';

export interface CheckedCustomer {
  readonly content: CustomerContent;
  /** Levels it has already: these may stay though they are not in force. */
  readonly had: ReadonlySet<string>;
}

/** What the form alone cannot know of customers: for each its problems. */
export async function customerProblems(
  queries: Queries,
  all: readonly CheckedCustomer[],
): Promise<FieldProblem[][]> {
  const { homeCurrency } = await settingsInForce(queries);
  const currencies = new Set(await knownCurrencies(queries, homeCurrency));
  const segmentCodes = new Set(
    (await queries.select({ code: segments.code }).from(segments)).map(({ code }) => code),
  );
  const outletCodes = new Set(
    (await queries.select({ code: outlets.code }).from(outlets)).map(({ code }) => code),
  );
  const levels = await levelsInForce(queries);
  const scopes = all.flatMap(({ content }) => content.assignments.map(({ scope }) => scope));
  const attributes = await attributesOf(queries, 'customers');
  const codes = await readGoodsCodes(queries, { numbers: numbersIn(scopes) });
  return all.map(({ content, had }) => {
    const { segment, outlet, currency, level, assignments } = content;
    const lacks = (path: string, known: ReadonlySet<string>, code: string | null, what: string) =>
      code === null || known.has(code) ? [] : [{ path, sentence: `There is no ${what} ${code}` }];
    const unpublished = (path: string, id: string | null): FieldProblem[] =>
      id === null || had.has(id) || levels.has(id)
        ? []
        : [{ path, sentence: 'This level is not published yet. Publish the draft first' }];
    return [
      ...lacks('segment', segmentCodes, segment, 'segment'),
      ...lacks('outlet', outletCodes, outlet, 'outlet'),
      ...(currency === null || currencies.has(currency)
        ? []
        : [{ path: 'currency', sentence: `There is no rate from ${homeCurrency} to ${currency}` }]),
      ...unpublished('level', level),
      ...valueProblems(attributes, content.attributes),
      ...assignments.flatMap((one, index): FieldProblem[] => {
        const missing = missingGoods(one.scope, codes);
        const at = `assignments[${String(index)}]`;
        return [
          ...unpublished(`${at}.level`, one.level),
          ...(missing === null ? [] : [{ path: `${at}.scope`, sentence: missing }]),
        ];
      }),
    ];
  });
}
