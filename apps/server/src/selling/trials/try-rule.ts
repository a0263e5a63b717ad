import {
  ruleFromForm,
  type RuleAnswer,
  type RuleContent,
  type RuleQuestion,
  type TriedLine,
} from '@honest-ledger/contracts';
import {
  askRule,
  compileSetup,
  isAtOutlet,
  priceDocument,
  print,
  serialized,
  type NotApplied,
  type PricedLine,
  type PricingDocument,
  type Reason,
} from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { editedSetup, heldEdits } from '../../setup/drafts/queries';
import { documentOfTrial } from './trial';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { withContents } from '../../setup/versions/setup-objects';

/**
 * Tries a rule on a quote as if it were in force and its code typed: the quote as published against
 * the quote with the rule as it is edited, together with what else its draft holds.
 */
export async function tryRule(
  queries: Queries,
  { setups, now }: Services,
  id: string,
  { content: asked, on, at }: RuleQuestion,
): Promise<RuleAnswer> {
  const content: RuleContent = { ...asked, paused: false };
  const { setup, compiled } = await setups.of(queries, await versionInForce(queries));
  const held = await heldEdits(queries);
  const draft = held.find(({ kind, key }) => kind === 'rule' && key === id)?.draft;
  // one that no draft has yet may still name a condition that one has
  const others = held.filter((edit) =>
    draft === undefined ? edit.kind === 'condition' : edit.draft === draft,
  );
  const drafted = editedSetup(setup, others).setup;
  const edited = compileSetup(withContents(drafted, 'rule', new Map([[id, content]])));
  const document = await documentOfTrial(queries, edited, { on, at }, now());
  const begun = started(document, id, content.trigger);
  const [before, after] = [priceDocument(compiled, document), priceDocument(edited, begun)];
  const rule = ruleFromForm({ id, ...content });
  const tests = new Map(askRule(edited, begun, rule).map((one) => [one.id, one]));
  const names = new Map(document.facts.items.map(({ item, name }) => [item, name]));
  // rules for other outlets are not looked at, so it is said here
  const outlet = document.facts.outlet;
  const elsewhere: Reason[] = isAtOutlet(content.outlets, outlet?.code ?? null)
    ? []
    : [{ kind: 'notAtOutlet', outlet: outlet?.name ?? null }];
  const did = after.rules.find((one) => one.rule.id === id);
  return {
    customer: document.facts.customer?.name ?? '',
    currency: document.currency,
    lines: after.lines.map((line, place): TriedLine => ({
      item: line.item,
      name: names.get(line.item) ?? '',
      quantity: print(line.quantity),
      now: netOf(before.lines[place]),
      edited: netOf(line),
      tests: serialized(tests.get(line.id)?.tests ?? []),
      reasons: serialized([
        ...elsewhere,
        ...besidesConditions(reasonsOf(id, line.kind === 'priced' ? line.notApplied : [])),
      ]),
    })),
    total: { now: print(before.total), edited: print(after.total) },
    did: did ? { times: did.times, amount: print(did.amount) } : null,
    reasons: serialized(besidesConditions(reasonsOf(id, after.notApplied))),
  };
}

/** The document with the rule's code typed, or with the rule put on it. */
function started(
  document: PricingDocument,
  rule: string,
  trigger: RuleContent['trigger'],
): PricingDocument {
  const { codes, byHand } = document;
  switch (trigger.kind) {
    case 'automatic':
      return document;
    case 'code': {
      const isTyped = codes.some((one) => one.toLowerCase() === trigger.code.toLowerCase());
      return isTyped ? document : { ...document, codes: [...codes, trigger.code] };
    }
    case 'manual': {
      const others = byHand.filter((one) => one.rule !== rule);
      return { ...document, byHand: [...others, { rule, line: null, is: 'on' }] };
    }
  }
}

function netOf(line: PricedLine | undefined): string | null {
  return line?.kind === 'priced' ? print(line.net) : null;
}

function reasonsOf(id: string, all: readonly NotApplied[]): readonly Reason[] {
  return all
    .filter(({ subject }) => subject.kind === 'rule' && subject.rule.id === id)
    .flatMap(({ reasons }) => reasons);
}

/** What the tests beside them say already is left out. */
function besidesConditions(reasons: readonly Reason[]): readonly Reason[] {
  return reasons.filter(({ kind }) => kind !== 'conditionFails');
}
