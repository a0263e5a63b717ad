import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { namesFromFacts, type NamedSetup, type PricedLineForm } from '@honest-ledger/contracts';
import { averageEach, type ClosedBy } from '@honest-ledger/engine';
import { notAppliedWording, problemSentence, stepWording } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { Amount, mostDigits } from '../numbers/amount';
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
    return price && this.shown() ? explain(price, this.named()) : null;
  });
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly named = computed((): NamedSetup => {
    const { levels, goods } = this.reference();
    return {
      levels: levels.map(({ id, content: { name } }) => ({ id, name })),
      costTables: goods.costTables.map(({ code, name }) => ({ id: code, name })),
      costKinds: goods.costKinds,
    };
  });
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
  kept: 'the promise that was made',
  priceByHand: 'its price by hand',
  agreement: 'its agreement',
  typedPrice: 'its typed price',
  levelEntry: 'its level’s entry',
};

/** What a line priced by hand would be without. */
function computedSentence(computed: PricedLineForm, currency: string): string {
  if (computed.kind === 'unpriced') {
    return `Computed, it would have no price. ${problemSentence(computed.problem, writer)}`;
  }
  const each = writeNumber(averageEach(computed) ?? '');
  return `Computed, it would be ${each} ${currency} each.`;
}

/** What a rule for several lines, or for the document, has to do with this one. */
function shareSentence({ of, units }: PricedShareForm): string {
  if (of === 'document') return 'this line’s part of what comes off the document';
  if (units === 0) return 'units of this line earn it for others';
  return `on ${units === 1 ? '1 unit' : `${String(units ?? 0)} units`} of this line`;
}

type PricedSetUpForm = NonNullable<Extract<PricedLineForm, { kind: 'priced' }>['setUp']>;

/** What the break of a line charges once, besides the line. */
function setUpSentence({ break: of, amount, paid }: PricedSetUpForm, currency: string): string {
  if (paid) return `The set-up charge of the break ${of.name} was paid before.`;
  return `Besides, the break ${of.name} charges ${writeNumber(amount)} ${currency} once for the set-up.`;
}

/** What the strip shows of a price. */
function explain({ line, item, currency: inCurrency }: ExplainedPrice, setup: NamedSetup) {
  const names = namesFromFacts({ items: [item] }, setup);
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
