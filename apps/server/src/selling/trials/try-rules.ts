import type { RuleFate, RulesAnswer, Trial } from '@honest-ledger/contracts';
import {
  compileSetup,
  fewestReasons,
  priceDocument,
  print,
  serialized,
  rulesOn,
  type PricedDocument,
} from '@honest-ledger/engine';
import type { Queries } from '../../platform/database/database';
import { editedSetup, heldEdits } from '../../setup/drafts/queries';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { documentOfTrial } from './trial';

/** Tries all rules, as drafts have them, on a quote or a basket. */
export async function tryRules(
  queries: Queries,
  { setups, now }: Services,
  { on, at }: Trial,
): Promise<RulesAnswer> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  const edited = editedSetup(setup, await heldEdits(queries)).setup;
  const compiled = compileSetup(edited);
  const priced = priceDocument(
    compiled,
    await documentOfTrial(queries, compiled, { on, at }, now()),
  );
  const inOrder = edited.rules.toSorted((a, b) => a.place - b.place);
  return {
    currency: priced.currency,
    total: print(priced.total),
    lines: serialized(priced.lines),
    rules: inOrder.flatMap(({ id, name }) => fateOf({ id, name }, priced) ?? []),
    codes: serialized(priced.codes),
  };
}

/** What became of a rule; null where it was not looked at. */
function fateOf(
  { id, name }: Pick<RuleFate, 'id' | 'name'>,
  { lines, rules, notApplied }: PricedDocument,
): RuleFate | null {
  const touched = lines.filter((line) => rulesOn(line).some((rule) => rule.id === id));
  const items = [...new Set(touched.map(({ item }) => item))];
  const done = rules.find(({ rule }) => rule.id === id);
  if (done || items.length > 0) {
    return { id, name, items, amount: done ? print(done.amount) : null, reasons: [] };
  }
  const told = lines.flatMap((line) => (line.kind === 'priced' ? line.notApplied : []));
  const reasons = fewestReasons(id, [...told, ...notApplied]);
  return reasons && { id, name, items, amount: null, reasons: serialized(reasons) };
}
