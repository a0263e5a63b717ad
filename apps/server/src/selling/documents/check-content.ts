import { may, type DocumentContent, type Role } from '@honest-ledger/contracts';
import { and, eq, not, sql } from 'drizzle-orm';
import { isDeepStrictEqual } from 'node:util';
import { attributesOf, valueProblems } from '../../master-data/attributes/values';
import type { Transaction } from '../../platform/database/database';
import { changes } from '../../platform/database/schema/index';
import { checkAsOf, momentOf } from '../../master-data/facts/as-of';
import { ratesAt } from '../../master-data/currencies/known';
import { Problem, refused } from '../../platform/http/problems';
import { WORDS } from '../../master-data/lists/save-entry';
import { LISTS } from '../../master-data/lists/lists';
import type { Services } from '../../setup/versions/services';
import { settingsInForce, versionInForce } from '../../master-data/in-force/queries';

type Line = DocumentContent['lines'][number];

/** What somebody may not write, and what does not exist. What stood there before stays. */
export async function checkContent(
  transaction: Transaction,
  services: Services,
  number: number,
  before: DocumentContent,
  after: DocumentContent,
  role: Role,
): Promise<void> {
  checkOverrides(before, after, role);
  await checkAsOf(transaction, after);
  await checkPromises(transaction, number, before, after);
  await checkByHand(transaction, services, before, after);
  const at = await momentOf(transaction, after, services.now());
  await checkCurrency(transaction, after.currency, at);
  await checkAttributes(transaction, after);
  await checkSalesContext(transaction, after);
}

/** What was typed by hand or chosen by somebody who may stays; anything new needs the right to. */
function checkOverrides(before: DocumentContent, after: DocumentContent, role: Role): void {
  if (!may(role, 'chooseRules') && !isDeepStrictEqual(before.byHand, after.byHand)) {
    throw new Problem(403, 'Your role may not put rules on or take them off.');
  }
  const old = byId(before);
  const same = (of: (line: Line | undefined) => unknown): boolean =>
    after.lines.every((line) => isDeepStrictEqual(of(old.get(line.id)), of(line)));
  const levels = before.level === after.level && same((line) => line?.level ?? null);
  if (!levels && !may(role, 'chooseLevels')) {
    throw new Problem(403, 'Your role may not choose a level.');
  }
  if (before.asOf !== after.asOf && !may(role, 'chooseMoment')) {
    throw new Problem(403, 'Your role may not choose as of when a document is priced.');
  }
  const prices =
    isDeepStrictEqual(before.discount, after.discount) &&
    same((line) => [line?.priceByHand ?? null, line?.discount ?? null]);
  if (!prices && !may(role, 'priceByHand')) {
    throw new Problem(403, 'Your role may not enter manual prices or discounts.');
  }
}

/**
 * A promise is made by a document, and never typed: it stays as it was, or is given up. One that was
 * given up may be taken up again: the record has it.
 */
async function checkPromises(
  transaction: Transaction,
  number: number,
  before: DocumentContent,
  after: DocumentContent,
): Promise<void> {
  const old = byId(before);
  const problems = [];
  for (const [index, { id, item, kept }] of after.lines.entries()) {
    if (kept === null || isDeepStrictEqual(kept, old.get(id)?.kept)) continue;
    // promises from before there were set-up charges say nothing of them on record
    const { setUp, ...unsaid } = kept;
    const once = { lines: [{ item, kept: setUp ? kept : unsaid }] };
    const charged = sql`jsonb_path_exists(${changes.after},
      '$.lines[*] ? (@.item == $item).kept.setUp ? (@ != null)', ${JSON.stringify({ item })}::jsonb)`;
    const [known] = await transaction
      .select({ id: changes.id })
      .from(changes)
      .where(
        and(
          eq(changes.objectKind, 'document'),
          eq(changes.objectKey, String(number)),
          sql`${changes.after} @> ${JSON.stringify(once)}::jsonb`,
          setUp ? undefined : not(charged),
        ),
      )
      .limit(1);
    if (known) continue;
    const sentence = 'No such price was held';
    problems.push({ path: `lines[${String(index)}].kept`, sentence });
  }
  if (problems.length > 0) throw refused(problems);
}

/** A rule that is put on or taken off is one that there is, on a line that there is. */
async function checkByHand(
  transaction: Transaction,
  { setups }: Services,
  before: DocumentContent,
  { byHand, lines }: DocumentContent,
): Promise<void> {
  if (byHand.length === 0) return;
  const { setup } = await setups.of(transaction, await versionInForce(transaction));
  const rules = new Set([
    ...setup.rules.map(({ id }) => id),
    ...before.byHand.map(({ rule }) => rule),
  ]);
  const ids = new Set<string | null>([null, ...lines.map(({ id }) => id)]);
  const problems = byHand.flatMap(({ rule, line }, index) => {
    const at = `byHand[${String(index)}]`;
    return [
      ...(rules.has(rule) ? [] : [{ path: `${at}.rule`, sentence: 'There is no such rule' }]),
      ...(ids.has(line) ? [] : [{ path: `${at}.line`, sentence: 'There is no such line' }]),
    ];
  });
  if (problems.length > 0) throw refused(problems);
}

async function checkAttributes(
  transaction: Transaction,
  { attributes }: DocumentContent,
): Promise<void> {
  const known = await attributesOf(transaction, 'documents');
  const problems = valueProblems(known, attributes);
  if (problems.length > 0) throw refused(problems);
}

/** Who sells and how goods are delivered are chosen from lists. */
async function checkSalesContext(
  transaction: Transaction,
  { salesContext }: DocumentContent,
): Promise<void> {
  const problems = [];
  for (const [field, list] of CHOSEN) {
    const code = salesContext[field];
    if (code === null || (await LISTS[list].read(transaction)).has(code)) continue;
    problems.push({
      path: `salesContext.${field}`,
      sentence: `There is no ${WORDS[list]} ${code}`,
    });
  }
  if (problems.length > 0) throw refused(problems);
}

const CHOSEN = [
  ['salesPerson', 'salesPeople'],
  ['department', 'departments'],
  ['deliveryMethod', 'deliveryMethods'],
] as const;

async function checkCurrency(transaction: Transaction, currency: string, at: Date): Promise<void> {
  const { homeCurrency } = await settingsInForce(transaction);
  if (currency === homeCurrency) return;
  const rates = await ratesAt(transaction, at);
  if (!rates.some((one) => one.currency === currency)) {
    const sentence = `There is no rate from ${homeCurrency} to ${currency}`;
    throw new Problem(422, `${sentence}.`, { fields: [{ path: 'currency', sentence }] });
  }
}

function byId({ lines }: DocumentContent): ReadonlyMap<string, Line> {
  return new Map(lines.map((line) => [line.id, line]));
}
