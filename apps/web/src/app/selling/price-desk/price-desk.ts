import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { CustomerRow, DeskAnswer, ItemRow, PricedLineForm } from '@honest-ledger/contracts';
import { averageEach } from '@honest-ledger/engine';
import { problemSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { ItemPicker } from '../../shared/reference/item-picker';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { ChoiceField } from '../../shared/fields/choice-field';
import { countedUnits, namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { writeInstant, writeWallClock } from '../../shared/numbers/dates';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { Notice } from '../../shared/notices/notice';
import { writeNumber, writer } from '../../shared/numbers/numbers';
import { whenChanged } from '../../shared/requests/when-changed';
import { workingsActions } from '../../shared/workings/workings.feature';
import { PaidBefore } from '../documents/lines/paid-before';
import { priceDeskActions, priceDeskFeature, type DeskTerms } from './price-desk.feature';
import { ScannerStandIn } from './scanner-stand-in';

/** A price in one of the tables, and what the strip calls it. */
interface ShownPrice {
  readonly key: string;
  readonly name: string;
  readonly priced: PricedLineForm;
  readonly each: string | null;
  readonly amount: string | null;
  readonly problem: string | null;
  /** The one that was asked for. */
  readonly asked: boolean;
}

/** Any price, for anybody, anywhere and at any moment, without a document. */
@Component({
  selector: 'hl-price-desk',
  imports: [
    Amount,
    ChoiceField,
    CustomerPicker,
    DayField,
    FigureField,
    ItemPicker,
    MatButton,
    Notice,
    PaidBefore,
    RouterLink,
    ScannerStandIn,
  ],
  templateUrl: './price-desk.html',
  styleUrl: './price-desk.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PriceDesk {
  private readonly store = inject(Store);
  private readonly counted = countedUnits();
  private readonly picker = viewChild.required(ItemPicker);
  protected readonly item = this.store.selectSignal(priceDeskFeature.selectItem);
  protected readonly unitChoices = computed(() => this.item()?.units.map(({ unit }) => unit) ?? []);
  protected readonly customer = this.store.selectSignal(priceDeskFeature.selectCustomer);
  protected readonly terms = this.store.selectSignal(priceDeskFeature.selectTerms);
  protected readonly prices = this.store.selectSignal(priceDeskFeature.selectPrices);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly levels = this.store.selectSignal(referenceFeature.selectPublishedLevels);
  protected readonly mayQuote = hasPermission('writeDocuments');
  protected readonly mayChooseMoment = hasPermission('chooseMoment');
  protected readonly mayOverride = hasPermission('chooseLevels');
  /** What came last, while it is still the answer to this item. */
  protected readonly answer = computed(() => {
    const answer = this.prices().value?.answer ?? null;
    return answer?.item.item === this.item()?.item ? answer : null;
  });
  protected readonly paid = computed(() => this.prices().value?.paid ?? null);
  protected readonly levelChoices = computed(() =>
    this.levels().map(({ id, content: { name } }) => ({ code: id, name })),
  );
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  /** Why no quote of what was asked is written; null where it is. */
  protected readonly whyNotQuoted = computed((): string | null => {
    const { level, asOf } = this.terms();
    if (level !== null && !this.mayOverride()) return 'Your role may not choose a level.';
    if (asOf !== null && !this.mayChooseMoment()) {
      return 'Your role may not choose as of when a quote is priced.';
    }
    return null;
  });
  protected readonly whose = computed(() => this.customer()?.name ?? 'no customer');
  protected readonly price = computed(() => {
    const answer = this.answer();
    return answer && this.shown('asked', 'as asked', answer.priced, true);
  });
  protected readonly ladder = computed((): readonly ShownPrice[] =>
    (this.answer()?.ladder ?? []).map(({ quantity, priced }) =>
      this.shown(`at ${quantity}`, writeNumber(quantity), priced, quantity === this.asked()),
    ),
  );
  protected readonly atLevels = computed((): readonly ShownPrice[] => {
    const answer = this.answer();
    const own = answer?.priced.kind === 'priced' ? answer.priced.level?.level.id : undefined;
    return (answer?.levels ?? []).map(({ id, name, priced }) =>
      this.shown(`level ${id}`, name, priced, id === own),
    );
  });
  protected readonly digits = computed(() =>
    mostDigits([...this.ladder(), ...this.atLevels()].map(({ each }) => each ?? '')),
  );
  protected readonly amountDigits = computed(() =>
    mostDigits(this.ladder().map(({ amount }) => amount ?? '')),
  );
  private readonly asked = computed(() => {
    const priced = this.answer()?.priced;
    return priced?.quantity ?? '';
  });
  protected readonly write = writeNumber;

  constructor() {
    namesOfThings(); // the levels and outlets come with them
    afterNextRender(() => {
      this.listen();
    });
    // the workings show the price that was asked for, without a click
    whenChanged(this.price, (price) => {
      if (price) this.follow(price);
    });
  }

  /** What is typed or scanned next is an item. */
  protected listen(): void {
    this.picker().focus();
  }

  protected choose(item: ItemRow): void {
    this.store.dispatch(priceDeskActions.itemChosen({ item }));
  }

  protected setCustomer(customer: CustomerRow | null): void {
    this.store.dispatch(priceDeskActions.customerChosen({ customer }));
  }

  protected set(terms: Partial<DeskTerms>): void {
    this.store.dispatch(priceDeskActions.termsChanged({ terms }));
  }

  protected setUnit(value: string): void {
    this.set({ unit: value === '' ? null : value });
  }

  protected again(): void {
    this.store.dispatch(priceDeskActions.asked());
  }

  protected quote(): void {
    this.store.dispatch(priceDeskActions.quoted());
  }

  protected follow({ priced, name, asked }: ShownPrice): void {
    const answer = this.answer();
    if (!answer) return;
    const { item, currency, version } = answer;
    const as = asked ? '' : ` (${name})`;
    const units = this.counted()(priced.quantity, this.terms().unit ?? item.unit);
    const whose = `${units} for ${this.whose()}${as}, ${this.when(answer)}`;
    const price = { line: priced, item, currency, whose, version, provisional: false };
    this.store.dispatch(workingsActions.followed({ price }));
  }

  /** As of when it is priced: by the clock of the outlet where it was asked by that. */
  protected when({ asOf, pricedAt }: DeskAnswer): string {
    return asOf === null ? writeInstant(pricedAt) : writeWallClock(asOf);
  }

  private shown(key: string, name: string, priced: PricedLineForm, asked: boolean): ShownPrice {
    const each = averageEach(priced);
    return priced.kind === 'priced'
      ? { key, name, priced, each, amount: priced.net, problem: null, asked }
      : {
          key,
          name,
          priced,
          each,
          amount: null,
          problem: problemSentence(priced.problem, writer),
          asked,
        };
  }
}
