import { datedPriceKey, type FieldProblem, type SetupContents } from '@honest-ledger/contracts';
import { serialized, type ItemFacts, type Party, type Setup } from '@honest-ledger/engine';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import { customers, segments } from '../../platform/database/schema/index';
import { knownCurrencies } from '../../master-data/currencies/known';

type AgreementContent = SetupContents['agreement'];

export interface KeyedAgreement {
  readonly key: string;
  readonly content: AgreementContent;
}

/** What agreements are checked against. */
interface Known {
  readonly items: ReadonlyMap<string, ItemFacts>;
  readonly customers: ReadonlySet<string>;
  readonly segments: ReadonlySet<string>;
  readonly homeCurrency: string;
  readonly currencies: ReadonlySet<string>;
  /** Which agreement there is for the same party, goods, days and quantity. */
  readonly keys: ReadonlyMap<string, string>;
}

/**
 * What the form alone cannot know of agreements: for each its problems.
 * @param edited the setup as the draft would have it
 */
export async function agreementProblems(
  queries: Queries,
  edited: Setup,
  all: readonly KeyedAgreement[],
): Promise<FieldProblem[][]> {
  const known = await knownOf(queries, edited, all);
  return all.map((one) => problemsOf(one, known));
}

async function knownOf(
  queries: Queries,
  { agreements, homeCurrency }: Setup,
  all: readonly KeyedAgreement[],
): Promise<Known> {
  const items = await readItemFacts(
    queries,
    all.map(({ content }) => content.item),
  );
  const parties = all.map(({ content }) => content.party);
  const codesOf = (kind: Party['kind']): string[] =>
    parties.flatMap((party) => (party.kind === kind ? [partyCode(party)] : []));
  const buyers = await queries
    .select({ code: customers.code })
    .from(customers)
    .where(inList(customers.code, codesOf('customer')));
  const groups = await queries
    .select({ code: segments.code })
    .from(segments)
    .where(inList(segments.code, codesOf('segment')));
  return {
    items: new Map(items.map((item) => [item.item, item])),
    customers: new Set(buyers.map(({ code }) => code)),
    segments: new Set(groups.map(({ code }) => code)),
    homeCurrency,
    currencies: new Set(await knownCurrencies(queries, homeCurrency)),
    keys: new Map(serialized(agreements).map((one) => [agreementKey(one), one.id])),
  };
}

/** The same for two agreements of which the second could never apply. */
export function agreementKey(content: AgreementContent): string {
  return `${content.party.kind} ${partyCode(content.party)} ${datedPriceKey(content)}`;
}

export function partyCode(party: Party): string {
  return party.kind === 'customer' ? party.customer : party.segment;
}

function problemsOf({ key, content }: KeyedAgreement, known: Known): FieldProblem[] {
  const { item: number, party, unit, currency } = content;
  const item = known.items.get(number);
  const parties = party.kind === 'customer' ? known.customers : known.segments;
  const twin = known.keys.get(agreementKey(content));
  const bad = (path: string, sentence: string): FieldProblem[] => [{ path, sentence }];
  return [
    ...(item ? [] : bad('item', `There is no item ${number}`)),
    ...(parties.has(partyCode(party)) ? [] : bad('party', `There is no such ${party.kind}`)),
    ...(item && unit !== null && !sells(item, unit)
      ? bad('unit', `${number} is not sold by the ${unit}`)
      : []),
    ...(twin === undefined || twin === key
      ? []
      : bad('price', 'There is an agreement for the same days and quantity already')),
    ...(known.currencies.has(currency)
      ? []
      : bad('currency', `There is no rate from ${known.homeCurrency} to ${currency}`)),
  ];
}

/** True where an item is sold by a unit. */
export function sells({ unit: base, units }: ItemFacts, unit: string): boolean {
  return unit === base || units.some((one) => one.unit === unit);
}
