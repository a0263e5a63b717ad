import type { RuleFate, RulesAnswer, Trial } from '@honest-ledger/contracts';
import {
  compileSetup,
  priceDocument,
  print,
  printed,
  type NotApplied,
  type PricedDocument,
  type PricedLine,
  type Reason,
  type RuleName,
} from '@honest-ledger/engine';
import type { Queries } from '../database/database';
import { editedSetup, heldEdits } from '../drafts/queries';
import type { Services } from '../services';
import { versionInForce } from '../versions/queries';
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
  const moment = at === null ? now() : new Date(at);
  const priced = priceDocument(compiled, await documentOfTrial(queries, compiled, on, moment));
  const fates = fatesIn(priced);
  const inOrder = edited.rules.toSorted((a, b) => a.place - b.place);
  return {
    currency: priced.currency,
    total: print(priced.total),
    lines: printed(priced.lines),
    rules: inOrder.flatMap(({ id }) => fates.get(id) ?? []),
  };
}

/** What became of each rule that was looked at. */
function fatesIn(priced: PricedDocument): ReadonlyMap<string, RuleFate> {
  const fates = new Map<string, RuleFate>();
  const did = ({ id, name }: RuleName, item: string | null, amount: string | null): void => {
    const known = fates.get(id) ?? { id, name, items: [], amount: null, reasons: [] };
    const items =
      item === null || known.items.includes(item) ? known.items : [...known.items, item];
    fates.set(id, { ...known, items, amount: amount ?? known.amount, reasons: [] });
  };
  for (const line of priced.lines) {
    for (const rule of rulesOn(line)) did(rule, line.item, null);
  }
  for (const { rule, amount } of priced.rules) did(rule, null, print(amount));
  for (const { subject, reasons } of notAppliedIn(priced)) {
    if (subject.kind !== 'rule') continue;
    const { id, name } = subject.rule;
    const known = fates.get(id)?.reasons;
    // what was done stays, and so does what needs less
    if (known && known.length <= reasons.length) continue;
    fates.set(id, {
      id,
      name,
      items: [],
      amount: null,
      reasons: printed<readonly Reason[]>(reasons),
    });
  }
  return fates;
}

function rulesOn(line: PricedLine): readonly RuleName[] {
  if (line.kind === 'unpriced') return [];
  const onUnits = line.slices.flatMap(({ steps }) =>
    steps.flatMap(({ source }) => (source.kind === 'rule' ? [source.rule] : [])),
  );
  return [
    ...onUnits,
    ...line.flats.map(({ rule }) => rule),
    ...line.shares.map(({ rule }) => rule),
  ];
}

function notAppliedIn({ lines, notApplied }: PricedDocument): readonly NotApplied[] {
  return [
    ...lines.flatMap((line) => (line.kind === 'priced' ? line.notApplied : [])),
    ...notApplied,
  ];
}
