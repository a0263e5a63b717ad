import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import type { DocumentLineInput } from '@honest-ledger/contracts';
import type { CodeAndName, RoundingMode, RuleByHand } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../../shared/fields/choice-field';
import { namesOfThings } from '../../../shared/reference/names';
import { referenceFeature } from '../../../shared/reference/reference.feature';
import { hasPermission } from '../../../shared/session/may-do';
import { FigureField } from '../../../shared/fields/figure-field';
import { TextField } from '../../../shared/fields/text-field';
import type { ShownLine } from './document-lines';
import { DiscountField } from './discount-field';
import { marginToType, priceToMargin } from './margin-by-hand';
import { RuleChoiceList } from './rule-choice-list';
import { choicesOfLine } from './rule-choices';

/** What few lines need: the form of supply, a level, a price or a discount by hand, a note, rules applied manually. */
@Component({
  selector: 'hl-line-further',
  imports: [
    ChoiceField,
    DiscountField,
    FigureField,
    MatFormField,
    MatInput,
    RuleChoiceList,
    TextField,
  ],
  template: `
    @let one = line();
    @if (forms().length > 0) {
      <fieldset [disabled]="!mayWrite()">
        <span>Supplied as</span>
        <hl-choice
          [label]="'Form of supply of ' + one.item"
          none="as usual"
          [code]="one.formOfSupply ?? ''"
          [options]="forms()"
          (chosen)="changed.emit({ formOfSupply: $event === '' ? null : $event })"
        />
      </fieldset>
    }
    <fieldset [disabled]="!mayChooseLevels()">
      <span>Level</span>
      <hl-choice
        [label]="'Level of ' + one.item"
        none="the customer’s"
        [code]="one.level ?? ''"
        [options]="levels()"
        (chosen)="changed.emit({ level: $event === '' ? null : $event })"
      />
    </fieldset>
    <fieldset [disabled]="!mayDiscount()">
      <span>Manual price</span>
      <hl-figure-field
        [label]="'Manual price of ' + one.item"
        [value]="one.priceByHand?.price ?? ''"
        [mayBeEmpty]="true"
        [problem]="problems().get('priceByHand.price') ?? null"
        (changed)="setPriceByHand($event)"
      />
      @if (seesCosts()) {
        <span>Target margin</span>
        <hl-figure-field
          unit="%"
          [label]="'Margin of ' + one.item + ', in percent'"
          [value]="margin()"
          [mayBeEmpty]="true"
          [problem]="noMargin()"
          (changed)="setMargin($event)"
        />
      }
      @if (one.priceByHand; as byHand) {
        <span>because</span>
        <mat-form-field class="bare reason"
          ><input
            matInput
            [attr.aria-label]="'Reason for the price of ' + one.item"
            maxlength="200"
            autocomplete="off"
            [value]="byHand.reason"
            (change)="setReason($event)"
        /></mat-form-field>
        @if (problems().has('priceByHand.reason')) {
          <span class="wrong" role="alert">Reason is missing. Enter why.</span>
        }
      }
    </fieldset>
    <fieldset [disabled]="!mayDiscount()">
      <span>Discount</span>
      <hl-discount-field
        [label]="'Discount on ' + one.item"
        [discount]="one.discount"
        [currency]="currency()"
        [figureProblem]="
          problems().get('discount.off.percent') ?? problems().get('discount.off.amount') ?? null
        "
        [reasonMissing]="problems().has('discount.reason')"
        (changed)="changed.emit({ discount: $event })"
      />
    </fieldset>
    <fieldset [disabled]="!mayWrite()">
      <span>Note</span>
      <hl-text-field
        class="note"
        [label]="'Note on ' + one.item"
        placeholder="what the customer reads of it besides"
        [most]="500"
        [value]="one.note"
        [problem]="problems().get('note') ?? null"
        (changed)="changed.emit({ note: $event })"
      />
    </fieldset>
    @if (choices().length > 0) {
      <fieldset [disabled]="!mayChooseRules()">
        <span>Rules</span>
        <hl-rule-choice-list
          [choices]="choices()"
          [byHand]="byHand()"
          [line]="one.id"
          [where]="', ' + one.item"
          (changed)="chosen.emit($event)"
        />
      </fieldset>
    }
  `,
  styles: `
    fieldset {
      border: 0;
      margin: 0;
      padding: 0 0 0 24px;
      display: flex;
      align-items: baseline;
      gap: 8px;
    }
    .reason {
      width: 260px;
    }
    .note {
      flex: 0 1 480px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineFurther {
  readonly line = input.required<ShownLine>();
  /** The levels that may be chosen. */
  readonly levels = input.required<readonly CodeAndName[]>();
  /** What was decided about rules, on all of the quote. */
  readonly byHand = input.required<readonly RuleByHand[]>();
  /** What is wrong with the line, by the path in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly currency = input.required<string>();
  /** How prices are rounded. */
  readonly mode = input.required<RoundingMode>();
  readonly changed = output<Partial<DocumentLineInput>>();
  readonly chosen = output<readonly RuleByHand[]>();

  private readonly names = namesOfThings();
  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly mayWrite = hasPermission('writeDocuments');
  protected readonly mayChooseLevels = hasPermission('chooseLevels');
  protected readonly mayDiscount = hasPermission('priceByHand');
  protected readonly seesCosts = hasPermission('seeCosts');
  protected readonly margin = computed(() => marginToType(this.line().priced));
  /** Why a margin that was typed makes no price. */
  protected readonly noMargin = linkedSignal({
    source: () => this.line().id,
    computation: (): string | null => null,
  });
  protected readonly mayChooseRules = hasPermission('chooseRules');
  /** The forms in which goods are supplied, each with a cost of its own. */
  protected readonly forms = computed(() =>
    this.reference().goods.costKinds.filter(({ formOfSupply }) => formOfSupply),
  );
  protected readonly choices = computed(() => {
    const { priced } = this.line();
    return priced ? choicesOfLine(priced, this.byHand(), this.names()) : [];
  });

  /** An empty field takes the price by hand back; a first one begins with a reason still to be given. */
  protected setPriceByHand(price: string): void {
    const reason = this.line().priceByHand?.reason ?? '';
    this.changed.emit({ priceByHand: price === '' ? null : { price, reason } });
  }

  /** The price that leaves this margin, by hand. */
  protected setMargin(margin: string): void {
    if (margin === '') return;
    const found = priceToMargin(this.line().priced, margin, this.mode());
    this.noMargin.set('sentence' in found ? found.sentence : null);
    if ('price' in found) this.setPriceByHand(found.price);
  }

  protected setReason({ target }: Event): void {
    const { priceByHand } = this.line();
    if (!(target instanceof HTMLInputElement) || !priceByHand) return;
    const { price } = priceByHand;
    this.changed.emit({ priceByHand: { price, reason: target.value.trim() } });
  }
}
