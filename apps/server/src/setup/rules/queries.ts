import {
  ruleFromForm,
  savedConditionFromForm,
  type RuleList,
  type RuleSummary,
  type RuleView,
} from '@honest-ledger/contracts';
import {
  ruleSnags,
  withSavedConditions,
  type SavedCondition,
  type Setup,
} from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { draftedObjects, heldEdit, stateOf } from '../drafts/queries';
import type { Services } from '../versions/services';
import { contentOfCondition } from '../versions/conditions-of-version';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentOfRule, inRuleOrder } from '../versions/rules-of-version';
import { contentIn } from '../versions/setup-objects';

/** All rules, those that only a draft has included, in the order in which they are applied. */
export async function findRules(queries: Queries, services: Services): Promise<RuleList> {
  const setup = await setupInForce(queries, services);
  const published = new Map(setup.rules.map((rule) => [rule.id, contentOfRule(rule)]));
  const rows = await draftedObjects(queries, 'rule', published);
  const rules = rows
    .flatMap(({ id, published: old, draft }) => {
      const content = draft?.content ?? old;
      return content ? [{ id, state: stateOf(old, draft), content }] : [];
    })
    .sort((a, b) => inRuleOrder(a.content, b.content));
  const all = rules.map(({ id, content }) => ruleFromForm({ id, ...content }));
  const conditions = await conditionsDrafted(queries, setup);
  const written = withSavedConditions(all, conditions);
  const snags = ruleSnags(written, setup.ruleChoice, services.now().toISOString().slice(0, 10));
  return {
    rules: rules.map((rule): RuleSummary => ({ ...rule, snag: snags.get(rule.id) ?? null })),
  };
}

/** The saved conditions as drafts have them. */
async function conditionsDrafted(queries: Queries, setup: Setup): Promise<SavedCondition[]> {
  const published = new Map(setup.conditions.map((one) => [one.id, contentOfCondition(one)]));
  const rows = await draftedObjects(queries, 'condition', published);
  return rows.flatMap(({ id, published: old, draft }) => {
    const content = draft?.content ?? old;
    return content ? [savedConditionFromForm({ id, ...content })] : [];
  });
}

/** A rule as published and as a draft would have it; null where neither knows it. */
export async function findRule(
  queries: Queries,
  services: Services,
  id: string,
): Promise<RuleView | null> {
  const setup = await setupInForce(queries, services);
  const published = contentIn(setup, { kind: 'rule', key: id });
  const draft = await heldEdit(queries, 'rule', id);
  return published || draft ? { id, published, draft } : null;
}

async function setupInForce(queries: Queries, { setups }: Services): Promise<Setup> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  return setup;
}
