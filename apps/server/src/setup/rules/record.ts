import type {
  DocumentOutcome,
  PricedLineForm,
  RuleDeed,
  RuleRecord,
} from '@honest-ledger/contracts';
import {
  add,
  decimal,
  givenByRule,
  marginOfLines,
  minorDigits,
  print,
  withDigits,
  ZERO,
  type Decimal,
  type RuleId,
} from '@honest-ledger/engine';
import { and, count, eq, or, sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database';
import { documentLines, documents, ruleUses } from '../../platform/database/schema/index';

/** What a rule did on posted sales, by month and currency, the latest first. */
export async function recordOfRule(
  queries: Queries,
  rule: RuleId,
  seesCosts: boolean,
): Promise<RuleRecord> {
  const [used] = await queries
    .select({ uses: count() })
    .from(ruleUses)
    .where(eq(ruleUses.ruleId, rule));
  const months = new Map<string, Month>();
  for (const { at, number, currency, outcome, priced } of await soldUnder(queries, rule)) {
    const month = at?.toISOString().slice(0, 7) ?? '';
    const key = `${month} ${currency}`;
    const known: Month = months.get(key) ?? { month, currency, numbers: new Map(), lines: [] };
    known.numbers.set(number, outcome);
    if (priced) known.lines.push(priced);
    months.set(key, known);
  }
  const deeds = [...months.values()].map((one) => deedOf(one, rule, seesCosts));
  return {
    uses: used?.uses ?? 0,
    deeds: deeds.sort(
      (a, b) => b.month.localeCompare(a.month) || a.currency.localeCompare(b.currency),
    ),
  };
}

interface Month {
  readonly month: string;
  readonly currency: string;
  /** Its sales, with what was priced of them besides their lines. */
  readonly numbers: Map<number, DocumentOutcome | null>;
  readonly lines: PricedLineForm[];
}

function deedOf(
  { month, currency, numbers, lines }: Month,
  rule: RuleId,
  seesCosts: boolean,
): RuleDeed {
  const digits = minorDigits(currency);
  const total = (amounts: readonly Decimal[]): string =>
    print(withDigits(amounts.reduce<Decimal>(add, ZERO), digits));
  // what rules take off the subtotal is shared over lines, and stands there
  const whole = [...numbers.values()].flatMap((outcome) =>
    (outcome?.rules ?? []).filter(
      (one) => one.rule.id === rule && ['shipping', 'charge'].includes(one.effect.kind),
    ),
  );
  return {
    month,
    currency,
    uses: numbers.size,
    lines: lines.length,
    sales: total(lines.map((line) => (line.kind === 'priced' ? decimal(line.net) : ZERO))),
    given: total([
      ...lines.map((line) => givenByRule(line, rule, digits)),
      ...whole.map(({ amount }) => decimal(amount)),
    ]),
    margin: seesCosts ? (marginOfLines(lines)?.margin ?? null) : null,
  };
}

/** The lines that a rule touched on posted sales, and sales that it touched as a whole. */
async function soldUnder(queries: Queries, rule: RuleId) {
  const names = { rule: { id: rule } };
  const has = (part: object): SQL => sql`${documentLines.priced} @> ${JSON.stringify(part)}::jsonb`;
  const touched = or(
    has({ slices: [{ steps: [{ source: names }] }] }),
    has({ flats: [names] }),
    has({ shares: [names] }),
    has({ kept: { rules: [{ id: rule }] } }),
  );
  const onWhole = sql`${documents.outcome} @> ${JSON.stringify({ rules: [names] })}::jsonb`;
  return queries
    .select({
      at: documents.settledAt,
      number: documents.number,
      currency: documents.currency,
      outcome: documents.outcome,
      priced: documentLines.priced,
    })
    .from(documents)
    .leftJoin(documentLines, and(eq(documentLines.documentNumber, documents.number), touched))
    .where(and(eq(documents.state, 'posted'), or(onWhole, sql`${documentLines.id} is not null`)));
}
