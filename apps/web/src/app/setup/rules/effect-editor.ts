import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { RuleEffectForm } from '@honest-ledger/contracts';
import { PRICE_BASES, stageOf, type PriceBase } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { SignedFigure } from '../levels/signed-figure';
import { ChoiceField } from '../../shared/fields/choice-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { FigureField } from '../../shared/fields/figure-field';
import { BundleEditor } from './bundle-editor';
import { BuyAndGetEditor } from './buy-and-get-editor';
import { OffEditor } from './off-editor';
import { OwnPricesEditor } from './own-prices-editor';
import { startEffect } from './rule-edits';

const KINDS: readonly (readonly [RuleEffectForm['kind'], string])[] = [
  ['percent', 'Percent change'],
  ['amountEach', 'Amount change each'],
  ['set', 'Unit price'],
  ['level', 'Price of another level'],
  ['ownPrices', 'Item prices'],
  ['flat', 'Amount change on the line'],
  ['buyAndGet', 'Buy and get'],
  ['bundle', 'Bundle price'],
  ['allocate', 'Amount shared by units'],
  ['subtotal', 'Discount on the document'],
  ['shipping', 'Discount on shipping'],
  ['charge', 'Charge on the document'],
];

const BASES: Readonly<Record<PriceBase, string>> = {
  running: 'price so far',
  afterLevel: 'price after the level',
  basePrice: 'base price',
  listPrice: 'list price',
};

/** What a rule does: to lines, to units together, or to the document. */
@Component({
  selector: 'hl-effect-editor',
  imports: [
    BundleEditor,
    BuyAndGetEditor,
    ChoiceField,
    FigureField,
    MatCheckbox,
    OffEditor,
    OwnPricesEditor,
    SignedFigure,
  ],
  template: `
    @let one = effect();
    <hl-choice
      label="Effect"
      class="wide"
      [code]="one.kind"
      [options]="kinds"
      (chosen)="choose($event)"
    />
    @if (one.kind === 'percent') {
      <hl-signed-figure
        label="Percent"
        sign="%"
        [value]="one.percent"
        [problem]="problem('percent')"
        (changed)="set({ percent: $event })"
      />
      <hl-choice
        label="Percent of"
        [code]="one.of"
        [options]="bases"
        (chosen)="setBase('of', $event)"
      />
    }
    @if (one.kind === 'amountEach' || one.kind === 'flat' || one.kind === 'allocate') {
      <hl-signed-figure
        label="Amount"
        [sign]="currency()"
        [value]="one.amount"
        [problem]="problem('amount')"
        (changed)="set({ amount: $event })"
      />
    }
    @if (one.kind === 'flat' || one.kind === 'allocate') {
      <span>for every</span>
      <hl-figure-field
        label="For every so many"
        [mayBeEmpty]="true"
        [value]="one.every ?? ''"
        [problem]="problem('every')"
        (changed)="set({ every: $event === '' ? null : $event })"
      />
      <span class="soft">{{ one.every === null ? 'empty: once' : 'base units' }}</span>
    }
    @if (one.kind === 'set') {
      <hl-figure-field
        [unit]="currency()"
        label="Price"
        [value]="one.price"
        [problem]="problem('price')"
        (changed)="set({ price: $event })"
      />
    }
    @if (one.kind === 'level') {
      <hl-choice
        label="Level"
        none="choose a level"
        [code]="one.level"
        [options]="levels()"
        (chosen)="set({ level: $event })"
      />
      @if (problem('level'); as problem) {
        <span class="wrong" role="alert">{{ problem }}</span>
      }
    }
    @if (one.kind === 'set' || one.kind === 'level' || one.kind === 'ownPrices') {
      <mat-checkbox [checked]="one.raises" (change)="setRaises($event.checked)"
        >Even if higher</mat-checkbox
      >
    }
    @if (one.kind === 'ownPrices') {
      <hl-own-prices-editor
        [prices]="one.prices"
        [currency]="currency()"
        [problems]="problems()"
        (changed)="set({ prices: $event })"
      />
    }
    @switch (one.kind) {
      @case ('buyAndGet') {
        <hl-buy-and-get-editor
          [effect]="one"
          [currency]="currency()"
          [problems]="problems()"
          (changed)="changed.emit($event)"
        />
      }
      @case ('bundle') {
        <hl-bundle-editor
          [effect]="one"
          [currency]="currency()"
          [problems]="problems()"
          (changed)="changed.emit($event)"
        />
      }
      @case ('subtotal') {
        <hl-off-editor
          path="effect.off"
          [off]="one.off"
          [currency]="currency()"
          [problems]="problems()"
          (changed)="set({ off: $event })"
        />
      }
      @case ('shipping') {
        <hl-off-editor
          path="effect.off"
          [off]="one.off"
          [currency]="currency()"
          [problems]="problems()"
          (changed)="set({ off: $event })"
        />
      }
      @case ('charge') {
        <hl-figure-field
          [unit]="currency()"
          label="Charge"
          [value]="one.amount"
          [problem]="problem('amount')"
          (changed)="set({ amount: $event })"
        />
      }
    }
    @if (isOfDocument()) {
      <span class="soft">If the conditions match one of the lines</span>
    }
    @if (startsFrom(); as base) {
      <hl-choice
        label="Based on"
        [code]="base"
        [options]="bases"
        (chosen)="setBase('startsFrom', $event)"
      />
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EffectEditor {
  readonly effect = input.required<RuleEffectForm>();
  readonly currency = input.required<string>();
  /** What is wrong with the rule, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<RuleEffectForm>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  /** Those of the draft, too: they are published together. */
  protected readonly levels = computed(() =>
    this.reference()
      .levels.filter(({ state }) => state !== 'withdrawn')
      .map(({ id, content: { name } }) => ({ code: id, name })),
  );
  protected readonly kinds = KINDS;
  protected readonly bases = PRICE_BASES.map((base) => [base, BASES[base]] as const);
  protected readonly startsFrom = computed((): PriceBase | null => {
    const effect = this.effect();
    return 'startsFrom' in effect ? effect.startsFrom : null;
  });

  protected readonly isOfDocument = computed(() => stageOf(this.effect()) === 'document');

  protected problem(field: string): string | null {
    return this.problems().get(`effect.${field}`) ?? null;
  }

  protected choose(value: string): void {
    const kind = KINDS.find(([one]) => one === value)?.[0];
    if (kind) this.changed.emit(startEffect(kind, this.effect()));
  }

  protected setBase(field: 'of' | 'startsFrom', value: string): void {
    const base = PRICE_BASES.find((one) => one === value);
    if (base) this.set({ [field]: base });
  }

  protected setRaises(checked: boolean): void {
    this.set({ raises: checked });
  }

  /** The same kind with another part: the fields above offer only what it has, which no type sees. */
  protected set(part: Readonly<Record<string, unknown>>): void {
    this.changed.emit({ ...this.effect(), ...part });
  }
}
