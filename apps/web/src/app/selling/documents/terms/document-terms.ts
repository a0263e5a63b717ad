import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type {
  AttributeValues,
  CodeAndName,
  DiscountForm,
  DocumentContent,
} from '@honest-ledger/contracts';
import type { SalesContext } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { CustomerPicker } from '../../../shared/reference/customer-picker';
import { AttributeFields } from '../../../shared/reference/attribute-fields';
import { ChoiceField } from '../../../shared/fields/choice-field';
import { referenceFeature } from '../../../shared/reference/reference.feature';
import { hasPermission } from '../../../shared/session/may-do';
import { writeInstant, writeWallClock } from '../../../shared/numbers/dates';
import { DayField } from '../../../shared/fields/day-field';
import { FigureField } from '../../../shared/fields/figure-field';
import { TextField } from '../../../shared/fields/text-field';
import { DiscountField } from '../lines/discount-field';
import { discountToMargin } from '../lines/margin-by-hand';
import { DocumentSalesContext } from './document-sales-context';
import type { OpenDocument } from '../state/documents.feature';

/** A change of what holds for the whole document. */
export interface TermsChange {
  readonly part: Partial<DocumentContent>;
  /** What is told with the prices that it moves; `always`, too, where it moves none. */
  readonly moving: { readonly what: string; readonly always: boolean } | null;
}

/** What holds for the whole document: for whom, where, in what, at which level, how it goes there. */
@Component({
  selector: 'hl-document-terms',
  imports: [
    AttributeFields,
    ChoiceField,
    CustomerPicker,
    DayField,
    DiscountField,
    DocumentSalesContext,
    FigureField,
    MatButton,
    RouterLink,
    TextField,
  ],
  templateUrl: './document-terms.html',
  styleUrl: './document-terms.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentTerms {
  readonly open = input.required<OpenDocument>();
  readonly editable = input.required<boolean>();
  /** The levels that may be chosen for it, and those that its lines have, in words. */
  readonly levelChoices = input.required<readonly CodeAndName[]>();
  readonly levelNames = input.required<string>();
  readonly changed = output<TermsChange>();

  private readonly store = inject(Store);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly levels = this.store.selectSignal(referenceFeature.selectPublishedLevels);
  protected readonly mayOverride = hasPermission('chooseLevels');
  protected readonly mayChooseMoment = hasPermission('chooseMoment');
  protected readonly mayDiscount = hasPermission('priceByHand');
  protected readonly seesCosts = hasPermission('seeCosts');
  /** Why a margin that was typed gives no discount. */
  protected readonly noMargin = signal<string | null>(null);
  protected readonly customer = computed(() => this.open().inputs.document.facts.customer);
  private readonly number = computed(() => this.open().number);
  protected readonly changingCustomer = linkedSignal({
    source: this.number,
    computation: () => false,
  });
  protected readonly choosingMoment = linkedSignal({
    source: this.number,
    computation: () => false,
  });
  protected readonly currencies = computed(() => {
    const { currencies } = this.reference().customers;
    const own = this.open().editing.content.currency;
    return currencies.includes(own) ? currencies : [own, ...currencies];
  });
  protected readonly writeInstant = writeInstant;

  protected wrongOf(path: string): string | null {
    const fields = this.open().editing.problem?.fields;
    return fields?.find((field) => field.path === path)?.sentence ?? null;
  }

  protected setCustomer(customer: string | null): void {
    this.changingCustomer.set(false);
    this.set({ customer }, 'For another customer');
  }

  protected setAsOf(asOf: string | null): void {
    this.choosingMoment.set(true); // the field stays where it is, with the cursor in it
    this.set({ asOf }, asOf === null ? 'As of now' : `As of ${writeWallClock(asOf)}`, true);
  }

  protected setValidUntil(validUntil: string | null): void {
    this.set({ validUntil });
  }

  protected setOutlet(outlet: string): void {
    this.set({ outlet: outlet === '' ? null : outlet }, 'At another outlet');
  }

  protected setCurrency(currency: string): void {
    const was = this.open().editing.content.currency;
    this.set({ currency }, `From ${was} to ${currency}`, true);
  }

  /** Codes as they are typed, apart by blanks or commas; each once. */
  protected setCodes(text: string): void {
    const typed = text.split(/[\s,;]+/).filter((code) => code !== '');
    const once = typed.filter(
      (code, place) =>
        typed.findIndex((other) => other.toLowerCase() === code.toLowerCase()) === place,
    );
    this.set({ codes: once });
  }

  protected setShipping(shipping: string): void {
    this.set({ shipping: shipping === '' ? null : shipping });
  }

  protected setDiscount(discount: DiscountForm | null): void {
    this.noMargin.set(null);
    this.set({ discount });
  }

  /** As much off the open lines as leaves this margin of them together. */
  protected setMargin(margin: string): void {
    if (margin === '') return;
    const found = discountToMargin(this.open(), margin);
    if ('sentence' in found) this.noMargin.set(found.sentence);
    else this.setDiscount(found.discount);
  }

  protected setLevel(level: string): void {
    const called = (id: string | null): string =>
      this.levels().find((one) => one.id === id)?.content.name ?? 'the customer’s own level';
    const was = called(this.open().editing.content.level);
    const now = level === '' ? null : level;
    this.set({ level: now }, `From ${was} to ${called(now)}`, true);
  }

  protected setAttributes(attributes: AttributeValues): void {
    this.set({ attributes }, 'With other fields of the document');
  }

  protected setSalesContext(salesContext: SalesContext): void {
    this.set({ salesContext }, 'Sold or delivered otherwise');
  }

  private set(part: Partial<DocumentContent>, what?: string, always = false): void {
    this.changed.emit({ part, moving: what === undefined ? null : { what, always } });
  }
}
