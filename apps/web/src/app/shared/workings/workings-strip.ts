import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { namesFromFacts, type PricedLineForm } from '@honest-ledger/contracts';
import { averageEach, type ClosedBy } from '@honest-ledger/engine';
import {
  notAppliedWording,
  problemSentence,
  stepWording,
  type Names,
} from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { Amount, mostDigits } from '../numbers/amount';
import { namesIn } from '../reference/names';
import { referenceFeature } from '../reference/reference.feature';
import { writeNumber, writer } from '../numbers/numbers';
import { byHandFlats } from './by-hand-flats';
import {
  workingsActions,
  workingsFeature,
  type ExplainedPrice,
  type StripWidth,
} from './workings.feature';

/**
 * How the price under the cursor came about: a running column from start to end, then what was
 * considered and did not apply. It follows the focus on whatever screen has computed prices.
 */
@Component({
  selector: 'hl-workings-strip',
  imports: [Amount, MatButton],
  templateUrl: './workings-strip.html',
  styleUrl: './workings-strip.scss',
  host: {
    '[class.open]': 'shown()',
    '[class.wide]': "width() === 'wide'",
    '[class.sheet]': "width() === 'sheet'",
    '(document:keydown.escape)': 'leaveSheet()',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkingsStrip {
  private readonly store = inject(Store);
  protected readonly open = this.store.selectSignal(workingsFeature.selectOpen);
  protected readonly width = this.store.selectSignal(workingsFeature.selectWidth);
  protected readonly price = this.store.selectSignal(workingsFeature.selectPrice);
  protected readonly shown = computed(() => this.price() !== null && this.open());
  protected readonly column = computed(() => {
    const price = this.price();
    return price && this.shown() ? explain(price, this.names()) : null;
  });
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly names = computed(() => namesIn(this.reference(), []));
  protected readonly write = writeNumber;

  protected toggle(): void {
    this.store.dispatch(workingsActions.toggled());
  }

  protected choose(width: StripWidth): void {
    this.store.dispatch(workingsActions.widthChosen({ width }));
  }

  /** Back beside the sheet, where the cursor is as it was. */
  protected leaveSheet(): void {
    if (this.shown() && this.width() === 'sheet') this.choose('wide');
  }
}

type PricedShareForm = Extract<PricedLineForm, { kind: 'priced' }>['shares'][number];

const CLOSED_BY: Readonly<Record<ClosedBy, string>> = {
  kept: 'its held price',
  priceByHand: 'its manual price',
  agreement: 'its agreed price',
  typedPrice: 'the item price of its level',
  levelEntry: 'the entry of its level',
};

/** What a line priced by hand would be without. */
function computedSentence(computed: PricedLineForm, currency: string): string {
  if (computed.kind === 'unpriced') {
    return `Computed: no price. ${problemSentence(computed.problem, writer)}`;
  }
  const each = writeNumber(averageEach(computed) ?? '');
  return `Computed: ${each} ${currency} each.`;
}

/** What a rule for several lines, or for the document, has to do with this one. */
function shareSentence({ of, units }: PricedShareForm): string {
  if (of === 'document') return 'share of the discount on the document';
  if (units === 0) return 'units of this line earn it for others';
  return `on ${units === 1 ? '1 unit' : `${String(units ?? 0)} units`} of this line`;
}

type PricedSetUpForm = NonNullable<Extract<PricedLineForm, { kind: 'priced' }>['setUp']>;

/** What the break of a line charges once, besides the line. */
function setUpSentence({ break: of, amount, paid }: PricedSetUpForm, currency: string): string {
  if (paid) return `Set-up charge of break ${of.name}: paid before.`;
  return `Set-up charge of break ${of.name}: ${writeNumber(amount)} ${currency}, once.`;
}

/** What the strip shows of a price; the item knows the names of what it belongs to. */
function explain({ line, item, currency: inCurrency }: ExplainedPrice, things: Names) {
  const { category, family, brand, supplier, ...own } = namesFromFacts(
    { items: [item] },
    { levels: [] },
  );
  const names: Names = { ...things, category, family, brand, supplier, item: own.item };
  if (line.kind === 'unpriced') {
    return {
      problem: problemSentence(line.problem, writer),
      unit: item.unit,
      duration: null,
      amount: null,
      closed: null,
      computed: null,
      slices: [],
      flats: [],
      setUp: null,
      notApplied: [],
      more: 0,
    };
  }
  const slices = line.slices.map((slice) => ({
    ...slice,
    digits: mostDigits([
      slice.unitPrice,
      ...slice.steps.flatMap((step) => [step.change, step.after]),
    ]),
    steps: slice.steps.map(({ source, before, change, after, currency }) => ({
      ...stepWording(source, names, writer),
      change: before === null ? null : change,
      lowers: change.startsWith('-'),
      raises: /^[^-]*[1-9]/.test(change),
      after,
      // named where it is another than the price ends in
      currency: currency === inCurrency ? null : currency,
    })),
  }));
  const { unit, duration, closedBy, computed, setUp } = line;
  return {
    problem: null,
    unit,
    duration: duration && `${writeNumber(duration)} ${item.timeUnit ?? ''}`,
    closed: closedBy && `Closed to breaks and rules by ${CLOSED_BY[closedBy]}.`,
    computed: computed && computedSentence(computed, inCurrency),
    slices,
    flats: [
      ...line.flats.map(({ rule, amount, times, tookAll }) => ({
        title: `Rule ${rule.name}`,
        amount,
        sentence: `on the line${times === 1 ? '' : `, ${String(times)} times`}${tookAll ? ': all that was there' : ''}`,
      })),
      ...line.shares.map((share) => ({
        title: `Rule ${share.rule.name}`,
        amount: share.amount,
        sentence: shareSentence(share),
      })),
      ...byHandFlats(line),
    ],
    amount: line.net,
    setUp: setUp && setUpSentence(setUp, inCurrency),
    notApplied: line.notApplied.map((one) => notAppliedWording(one, names, writer)),
    more: line.notAppliedMore,
  };
}
