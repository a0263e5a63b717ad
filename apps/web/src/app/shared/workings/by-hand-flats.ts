import type { PricedLineForm } from '@honest-ledger/contracts';
import { leastWords } from '@honest-ledger/wording';
import { writeNumber, writer } from '../numbers/numbers';

type Priced = Extract<PricedLineForm, { kind: 'priced' }>;

/** An amount on a line as a whole, as the workings tell it. */
export interface FlatTold {
  readonly title: string;
  readonly amount: string;
  readonly sentence: string;
}

/** What is done to a line by hand, and by the floor of its goods. */
export function byHandFlats({ discount, floor, discountShare }: Priced): FlatTold[] {
  return [
    ...(discount
      ? [
          {
            title: 'Manual discount',
            amount: discount.amount,
            sentence: `${offWords(discount.off)}: ${discount.reason}${discount.tookAll ? ': all that was there' : ''}`,
          },
        ]
      : []),
    ...(floor && /[1-9]/.test(floor.lifted)
      ? [
          {
            title: 'Floor',
            amount: floor.lifted,
            sentence:
              floor.least === null
                ? 'lifted to the least that its goods are sold for'
                : `lifted to ${leastWords(floor.least, writer)}`,
          },
        ]
      : []),
    ...(discountShare && /[1-9]/.test(discountShare)
      ? [
          {
            title: 'Manual discount on the document',
            amount: discountShare,
            sentence: 'its part',
          },
        ]
      : []),
  ];
}

function offWords(off: NonNullable<Priced['discount']>['off']): string {
  return off.kind === 'percent' ? `${writeNumber(off.percent)} %` : writeNumber(off.amount);
}
