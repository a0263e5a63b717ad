import {
  ruleFromForm,
  type RuleItem,
  type RuleItemsPage,
  type RuleItemsQuestion,
} from '@honest-ledger/contracts';
import {
  compileSetup,
  NO_LIMITS,
  serialized,
  ruleFinder,
  roundToDigits,
  stageOf,
  withSavedConditions,
  type PricedLine,
  type Rule,
} from '@honest-ledger/engine';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { priceCatalogue } from '../../master-data/catalogue/price-catalogue';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';

/** Digits that costs are told with. */
const COST_DIGITS = 4;

/**
 * The goods that a rule reaches as it is edited, each with what one costs without any rule and with
 * this one alone: today, for anybody, as if all that it asks besides goods held.
 */
export async function itemsOfRule(
  queries: Queries,
  { setups, now }: Services,
  id: string,
  { content, offset, limit }: RuleItemsQuestion,
  seesCosts: boolean,
): Promise<RuleItemsPage> {
  const { setup, compiled } = await setups.of(queries, await versionInForce(queries));
  const written = ruleFromForm({ id, ...content, paused: false });
  const [rule = written] = withSavedConditions([written], setup.conditions);
  const find = ruleFinder([rule]);
  const reached = (await readItemFacts(queries)).filter((item) => find(item).length > 0);
  const { currency } = content;
  const where = { customer: null, outlet: content.outlets?.[0] ?? null };
  const facts = await loadDocumentFacts(queries, where, now());
  const numbers = reached.slice(offset, offset + limit).map(({ item }) => item);
  const day = pricingDay(facts.local.day, compiled);
  const page = await readItemsToPrice(queries, day, numbers);
  const [without, under] = [[], [anyhow(rule)]].map(
    (rules) =>
      priceCatalogue(
        page,
        { facts, level: null, currency, setup: compileSetup({ ...setup, rules }) },
        now(),
        true,
      ).lines,
  );
  return {
    rows: page.map(({ item, name, unit }, place): RuleItem => {
      const line = under?.[place];
      return {
        item,
        name,
        unit,
        without: eachOf(without?.[place]),
        under: eachOf(line),
        ...(seesCosts ? costOf(line) : {}),
      };
    }),
    total: reached.length,
    currency,
    pricesLines: stageOf(rule.effect) === 'line',
  };
}

/** The rule wherever it reaches, whatever else it asks. */
function anyhow(rule: Rule): Rule {
  return {
    ...rule,
    when: { kind: 'all', of: [] },
    validity: { days: { from: null, until: null }, weekdays: null, times: null },
    outlets: null,
    trigger: { kind: 'automatic' },
    limits: NO_LIMITS,
  };
}

/** What is paid for the one unit, flat amounts among it. */
function eachOf(line: PricedLine | undefined): string | null {
  return line?.kind === 'priced' ? serialized(line.amount) : null;
}

function costOf(line: PricedLine | undefined): Pick<RuleItem, 'cost' | 'margin'> {
  const cost = line?.kind === 'priced' ? line.cost : null;
  // a cost in another currency may not end
  const each = cost && roundToDigits(cost.each, COST_DIGITS, 'halfAwayFromZero');
  return { cost: each && serialized(each), margin: cost?.margin ? serialized(cost.margin) : null };
}
