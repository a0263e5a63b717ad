import type {
  AskedFor,
  CatalogueMoves,
  DraftTrial,
  EditTrial,
  MovesAsked,
} from '@honest-ledger/contracts';
import { decimal, print, subtract } from '@honest-ledger/engine';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { writeChange, writeNumber } from '../../shared/numbers/numbers';

/** How many prices are other than before. */
export function movedPrices({ lowered, raised, otherwise }: CatalogueMoves): number {
  return lowered + raised + otherwise;
}

/** "31 of 240 prices change: 30 lower, 1 higher" */
export function movesSentence(moves: CatalogueMoves): string {
  const { compared, lowered, raised, otherwise } = moves;
  const moved = movedPrices(moves);
  if (moved === 0) return `None of ${String(compared)} prices changes`;
  const parts = [
    lowered > 0 ? `${String(lowered)} lower` : '',
    raised > 0 ? `${String(raised)} higher` : '',
    otherwise > 0 ? `${String(otherwise)} with a price before or after only` : '',
  ].filter(Boolean);
  return `${String(moved)} of ${String(compared)} prices change: ${parts.join(', ')}`;
}

/** What prices were compared: "1 and 11 of each item, for a customer without a price level". */
export function askedSentence({ who, quantities, outlet, day, trigger }: MovesAsked): string {
  const many = inWords(quantities.map(writeNumber));
  const where = outlet === null ? '' : `, at ${outlet}`;
  const when = day === null ? '' : `, on ${writeCalendarDay(day)}`;
  const how = trigger === null ? '' : trigger === 'code' ? ', with its code' : ', with it applied';
  return `${many} of each item, ${WHO[who.kind](who)}${where}${when}${how}`;
}

const nameOf = (who: AskedFor): string => ('name' in who ? who.name : '');
const WHO: Readonly<Record<AskedFor['kind'], (who: AskedFor) => string>> = {
  noLevel: () => 'at base prices, before any price level',
  level: (who) => `at price level ${nameOf(who)}, against base prices where it is new`,
  nobody: () => 'for a customer without a price level',
  segment: (who) => `for a customer in ${nameOf(who)} without a price level`,
  customer: (who) => `for ${nameOf(who)}`,
};

/** "12 of 140 documents come to less or more: 4,120.00 EUR, now 4,010.00 EUR (−110.00)" */
export function trialSentence(
  { moved, sums }: EditTrial,
  { documents, since, isPart }: DraftTrial,
): string {
  const all = `${isPart ? 'the latest ' : ''}${String(documents)} documents since ${writeCalendarDay(since)}`;
  if (documents === 0)
    return `There are no documents since ${writeCalendarDay(since)} to try it on`;
  if (moved === 0) return `None of ${all} has another total`;
  const parts = sums.map(({ currency, before, after }) => {
    const change = print(subtract(decimal(after), decimal(before)));
    return `${writeNumber(before)} ${currency} becomes ${writeNumber(after)} (${writeChange(change)})`;
  });
  const come = moved === 1 ? 'has' : 'have';
  return `${String(moved)} of ${all} ${come} another total: ${parts.join('; ')}`;
}

function inWords(all: readonly string[]): string {
  if (all.length < 2) return all.join('');
  return `${all.slice(0, -1).join(', ')} and ${all.at(-1) ?? ''}`;
}
