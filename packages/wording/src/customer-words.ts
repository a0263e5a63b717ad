import type { DocumentOff, LineWithPrice, Serialized, WorkingSource } from '@honest-ledger/engine';
import { tierWords } from './break-sentences';
import { plainWriter, type Writer } from './setup-sentences';
import { unitAfter } from './units';

type Line = Serialized<LineWithPrice>;

/** The words for the customer of everything that touched a line, each once. */
export function customerWords(line: Line, write: Writer = plainWriter): string[] {
  const { flats, shares, discount, kept } = line;
  return eachOnce([
    ...(kept?.words ?? []),
    ...wordsOfUnits(line, write),
    ...flats.map(({ rule }) => rule.words),
    ...shares.map(({ rule, of, units }) => (of === 'group' && units !== 0 ? rule.words : '')),
    discount ? discountWords(discount.off) : '',
  ]);
}

/** The same of what touched its unit prices alone. */
export function wordsOfUnits({ slices }: Line, write: Writer = plainWriter): string[] {
  return eachOnce(
    slices.flatMap(({ steps }) =>
      steps.map(({ source }) => {
        if (source.kind === 'rule') return source.rule.words;
        return source.kind === 'quantityBreak' ? breakWords(source, write) : '';
      }),
    ),
  );
}

/** What a break's own words may name of the tier that is reached. */
export const TIER_PLACEHOLDERS = ['{percent}', '{amount}', '{quantity}'] as const;

/**
 * What a customer reads of a tier: the break's words with what the tier fills in, or without any a plain
 * sentence, which tells nothing of what the tier is reckoned on.
 */
function breakWords(
  { break: { words, currency }, tier, measured, basis }: Source<'quantityBreak'>,
  write: Writer,
): string {
  const from = `${write.number(tier.from)} ${unitAfter(tier.from, measured)}`;
  const { adjustment } = tier;
  if (words === '') {
    const isOpen = basis.kind !== 'cost' && ['percent', 'amount'].includes(adjustment.kind);
    const what = isOpen ? tierWords(adjustment, currency, write) : 'Quantity price';
    return `${what} from ${from}`;
  }
  const percent = 'percent' in adjustment ? unsigned(adjustment.percent) : '';
  const amount = 'amount' in adjustment ? unsigned(adjustment.amount) : '';
  const fill = {
    '{percent}': `${write.number(percent)} %`,
    '{amount}': `${write.number(amount)} ${currency}`,
    '{quantity}': from,
  } satisfies Record<(typeof TIER_PLACEHOLDERS)[number], string>;
  return TIER_PLACEHOLDERS.reduce(
    (text, placeholder) => text.replaceAll(placeholder, fill[placeholder]),
    words,
  );
}

type Source<Kind> = Extract<Serialized<WorkingSource>, { kind: Kind }>;

/** Why it is given is not for the customer. */
export function discountWords(off: Serialized<DocumentOff>): string {
  return off.kind === 'percent'
    ? `${unsigned(off.percent)} % discount`
    : `${unsigned(off.amount)} discount`;
}

function unsigned(text: string): string {
  return text.replace(/^[-+]/, '');
}

function eachOnce(said: readonly string[]): string[] {
  return [...new Set(said.filter((words) => words !== ''))];
}
