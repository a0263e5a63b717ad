import { testsOf } from '../compile/compile-rule';
import type { CompiledSetup } from '../compile/compile-setup';
import { withSaved } from '../compile/saved-conditions';
import type { Exact } from '../number/exact';
import type { PricingDocument } from '../setup/document';
import type { Rule, RuleTest } from '../setup/rule';
import { priceDocument, upToRules, withoutPriceIn } from '../pricing/price-document';
import { actualOf, holdsFor, testHolds } from '../pricing/rules/rule-conditions';

/** A test of a rule's condition, asked of a line. */
export interface AskedTest {
  readonly test: RuleTest;
  readonly holds: boolean;
  /** What there is; null where it is not known. */
  readonly actual: Exact | string | null;
}

export interface LineAsked {
  /** The line's id. */
  readonly id: string;
  /** Whether the whole condition holds. */
  readonly holds: boolean;
  readonly tests: readonly AskedTest[];
}

/** Asks every test of a rule's condition of every line that has a price. */
export function askRule(
  setup: CompiledSetup,
  document: PricingDocument,
  asked: Rule,
): readonly LineAsked[] {
  const rule = withSaved(asked, setup.conditions);
  const wish = { workings: false };
  const unpriced = withoutPriceIn(priceDocument(setup, document, wish));
  const { before } = upToRules(setup, document, wish, unpriced);
  const tests = testsOf(rule.when);
  return before.lines.map((line) => ({
    id: line.inProgress.written.id,
    holds: holdsFor(rule.when, rule, line, before),
    tests: tests.map((test) => ({
      test,
      holds: testHolds(test, rule, line, before),
      actual: actualOf(test, rule, line, before),
    })),
  }));
}
