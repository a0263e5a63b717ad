import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { RuleEffectForm } from '@honest-ledger/contracts';
import { PRICE_BASES, stageOf, type PriceBase } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { SignedFigure } from '../levels/signed-figure';
import { CodeChoice } from '../reference/code-choice';
import { referenceFeature } from '../reference/reference.feature';
import { FigureField } from '../shared/figure-field';
import { BundleEditor } from './bundle-editor';
import { BuyAndGetEditor } from './buy-and-get-editor';
import { OffEditor } from './off-editor';
import { OwnPricesEditor } from './own-prices-editor';
import { startEffect } from './rule-edits';

const KINDS: readonly (readonly [RuleEffectForm['kind'], string])[] = [
  ['percent', 'a percent'],
  ['amountEach', 'an amount each'],
  ['set', 'a unit price'],
  ['level', 'the price of another level'],
  ['ownPrices', 'own prices of items'],
  ['flat', 'an amount on the line'],
  ['buyAndGet', 'units for others that are bought'],
  ['bundle', 'a price for goods together'],
  ['allocate', 'an amount shared by units'],
  ['subtotal', 'something off the whole document'],
  ['shipping', 'something off the shipping'],
  ['charge', 'a charge on the document'],
];

const BASES: Readonly<Record<PriceBase, string>> = {
  running: 'the price as it runs',
  afterLevel: 'the price after the level',
  basePrice: 'the base price',
  listPrice: 'the list price',
};

/** What a rule does: to lines, to units together, or to the document. */
@Component({
  selector: 'hl-effect-editor',
  imports: [
    BundleEditor,
    BuyAndGetEditor,
    CodeChoice,
    FigureField,
    OffEditor,
    OwnPricesEditor,
    SignedFigure,
  ],
  template: `
    @let one = effect();
    <select class="cell" aria-label="What is done" (change)="choose($event)">
      @for (kind of kinds; track kind[0]) {
        <option [value]="kind[0]" [selected]="kind[0] === one.kind">{{ kind[1] }}</option>
      }
    </select>
    @if (one.kind === 'percent') {
      <hl-signed-figure
        label="Percent"
        sign="%"
        [value]="one.percent"
        [problem]="problem('percent')"
        (changed)="set({ percent: $event })"
      />
      <span>of</span>
      <select class="cell" aria-label="Of which price" (change)="setBase('of', $event)">
        @for (base of bases; track base) {
          <option [value]="base" [selected]="base === one.of">{{ baseWords[base] }}</option>
        }
      </select>
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
        label="Price"
        [value]="one.price"
        [problem]="problem('price')"
        (changed)="set({ price: $event })"
      />
      <span>{{ currency() }}</span>
    }
    @if (one.kind === 'level') {
      <hl-code-choice
        label="Level"
        none="choose a level"
        [code]="one.level"
        [all]="levels()"
        (chosen)="set({ level: $event })"
      />
      @if (problem('level'); as problem) {
        <span class="wrong" role="alert">{{ problem }}</span>
      }
    }
    @if (one.kind === 'set' || one.kind === 'level' || one.kind === 'ownPrices') {
      <label>
        <input type="checkbox" [checked]="one.raises" (change)="setRaises($event)" />
        also where it raises the price
      </label>
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
          label="Charge"
          [value]="one.amount"
          [problem]="problem('amount')"
          (changed)="set({ amount: $event })"
        />
        <span>{{ currency() }}</span>
      }
    }
    @if (isOfDocument()) {
      <span class="soft">where the conditions hold for one of the lines</span>
    }
    @if (startsFrom(); as base) {
      <span>starting from</span>
      <select class="cell" aria-label="Starting from" (change)="setBase('startsFrom', $event)">
        @for (one of bases; track one) {
          <option [value]="one" [selected]="one === base">{{ baseWords[one] }}</option>
        }
      </select>
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
  protected readonly bases = PRICE_BASES;
  protected readonly baseWords = BASES;
  protected readonly startsFrom = computed((): PriceBase | null => {
    const effect = this.effect();
    return 'startsFrom' in effect ? effect.startsFrom : null;
  });

  protected readonly isOfDocument = computed(() => stageOf(this.effect()) === 'document');

  protected problem(field: string): string | null {
    return this.problems().get(`effect.${field}`) ?? null;
  }

  protected choose({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const kind = KINDS.find(([one]) => one === target.value)?.[0];
    if (kind) this.changed.emit(startEffect(kind, this.effect()));
  }

  protected setBase(field: 'of' | 'startsFrom', { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const base = PRICE_BASES.find((one) => one === target.value);
    if (base) this.set({ [field]: base });
  }

  protected setRaises({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.set({ raises: target.checked });
  }

  /** The same kind with another part: the fields above offer only what it has, which no type sees. */
  protected set(part: Readonly<Record<string, unknown>>): void {
    this.changed.emit({ ...this.effect(), ...part });
  }
}
