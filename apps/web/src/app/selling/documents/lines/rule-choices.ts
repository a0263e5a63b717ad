import type { DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import {
  type NotApplied,
  type Serialized,
  type Reason,
  type RuleByHand,
  rulesOn,
  stageOf,
} from '@honest-ledger/engine';
import { effectWords, type Names, reasonSentence } from '@honest-ledger/wording';
import { unbroken, writer } from '../../../shared/numbers/numbers';

/** A rule that somebody can decide about, with what it does here or why it does nothing. */
export interface RuleChoice {
  readonly rule: string;
  readonly name: string;
  readonly sentence: string;
  readonly applied: boolean;
  /** What was decided; null for nothing. */
  readonly chosen: RuleByHand['is'] | null;
}

type WithPrice = Extract<PricedLineForm, { kind: 'priced' }>;

/** The rules on a line: what is applied, and what waits for a hand or was decided about. */
export function choicesOfLine(
  line: PricedLineForm,
  byHand: readonly RuleByHand[],
  names: Names,
): RuleChoice[] {
  if (line.kind === 'unpriced') return [];
  return choices(appliedOnLine(line, names), line.notApplied, byHand, line.id, names);
}

/** The rules for the document. */
export function choicesOfDocument(
  { rules, notApplied }: DocumentOutcome,
  byHand: readonly RuleByHand[],
  names: Names,
): RuleChoice[] {
  const applied = rules
    .filter(({ effect }) => stageOf(effect) === 'document')
    .map(({ rule, effect }) => ({
      ...rule,
      sentence: effectWords(effect, rule.currency, names, writer),
    }));
  return choices(applied, notApplied, byHand, null, names);
}

/** What was decided about rules, with another word on one of them; null takes the word back. */
export function withChoice(
  byHand: readonly RuleByHand[],
  rule: string,
  line: string | null,
  is: RuleByHand['is'] | null,
): readonly RuleByHand[] {
  const others = byHand.filter((one) => one.rule !== rule || one.line !== line);
  return is === null ? others : [...others, { rule, line, is }];
}

/** The names of all rules that are told of a document, applied or not, by their ids. */
export function namesOfRules(
  priced: readonly PricedLineForm[],
  outcome: DocumentOutcome,
): ReadonlyMap<string, string> {
  const lines = priced.filter((line) => line.kind === 'priced');
  const applied = [
    ...lines.flatMap((line) => rulesOn(line)),
    ...outcome.rules.map(({ rule }) => rule),
  ];
  const notApplied = [...lines.flatMap((line) => line.notApplied), ...outcome.notApplied].flatMap(
    ({ subject }) => (subject.kind === 'rule' ? [subject.rule] : []),
  );
  return new Map([...applied, ...notApplied].map(({ id, name }) => [id, name]));
}

interface Applied {
  readonly id: string;
  readonly name: string;
  readonly sentence: string;
}

function choices(
  applied: readonly Applied[],
  notApplied: readonly Serialized<NotApplied>[],
  byHand: readonly RuleByHand[],
  line: string | null,
  names: Names,
): RuleChoice[] {
  const chosen = (rule: string): RuleByHand['is'] | null =>
    byHand.find((one) => one.rule === rule && one.line === line)?.is ?? null;
  const found = new Map<string, RuleChoice>();
  for (const { id, name, sentence } of applied) {
    const one = { rule: id, name, sentence: unbroken(sentence), applied: true };
    found.set(id, { ...one, chosen: chosen(id) });
  }
  for (const { subject, reasons } of notApplied) {
    if (subject.kind !== 'rule' || found.has(subject.rule.id)) continue;
    const { id, name } = subject.rule;
    const decided = chosen(id);
    if (decided === null && !reasons.some(isByHand)) continue;
    const why = reasons.map((reason) => reasonSentence(reason, names, writer)).join('; ');
    const sentence = decided === 'off' ? 'taken off' : why;
    found.set(id, {
      rule: id,
      name,
      sentence: unbroken(sentence),
      applied: false,
      chosen: decided,
    });
  }
  return [...found.values()];
}

function isByHand({ kind }: Serialized<Reason>): boolean {
  return kind === 'handNeeded';
}

function appliedOnLine({ slices, flats, shares }: WithPrice, names: Names): Applied[] {
  const onUnits = slices.flatMap(({ steps }) =>
    steps.flatMap(({ source }) =>
      source.kind === 'rule'
        ? [
            {
              ...source.rule,
              sentence: effectWords(source.effect, source.rule.currency, names, writer),
            },
          ]
        : [],
    ),
  );
  const onLine = flats.map(({ rule }) => ({ ...rule, sentence: 'Amount change on the line' }));
  const shared = shares
    .filter(({ of }) => of === 'group')
    .map(({ rule }) => ({ ...rule, sentence: 'for units of this line with others' }));
  return [...onUnits, ...onLine, ...shared];
}
