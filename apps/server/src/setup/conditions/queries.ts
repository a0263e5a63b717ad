import type { ConditionSummary, ConditionView } from '@honest-ledger/contracts';
import { savedIn } from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { draftedObjects, heldEdit, stateOf } from '../drafts/queries';
import type { Services } from '../versions/services';
import { contentOfCondition } from '../versions/conditions-of-version';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentOfRule } from '../versions/rules-of-version';
import { contentIn } from '../versions/setup-objects';

/** All saved conditions by name, those that only a draft has included, with the rules that use them. */
export async function findConditions(
  queries: Queries,
  { setups }: Services,
): Promise<ConditionSummary[]> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  const published = new Map(setup.conditions.map((one) => [one.id, contentOfCondition(one)]));
  const rules = new Map(setup.rules.map((rule) => [rule.id, contentOfRule(rule)]));
  const using = (await draftedObjects(queries, 'rule', rules)).flatMap(
    ({ published: old, draft }) => draft?.content ?? old ?? [],
  );
  const namesBy = new Map<string, string[]>();
  for (const { name, when } of using) {
    for (const id of new Set(savedIn(when))) namesBy.set(id, [...(namesBy.get(id) ?? []), name]);
  }
  const rows = await draftedObjects(queries, 'condition', published);
  return rows
    .flatMap(({ id, published: old, draft }): ConditionSummary[] => {
      const content = draft?.content ?? old;
      if (!content) return [];
      return [{ id, state: stateOf(old, draft), content, rules: namesBy.get(id) ?? [] }];
    })
    .sort((a, b) => a.content.name.localeCompare(b.content.name, 'en'));
}

/** A saved condition as published and as a draft would have it; null where neither knows it. */
export async function findCondition(
  queries: Queries,
  { setups }: Services,
  id: string,
): Promise<ConditionView | null> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  const published = contentIn(setup, { kind: 'condition', key: id });
  const draft = await heldEdit(queries, 'condition', id);
  return published || draft ? { id, published, draft } : null;
}
