import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { ItemRow } from '@honest-ledger/contracts';
import type { Scope } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { CategoryChoice } from './category-choice';
import { ItemPicker } from './item-picker';
import { startScope } from './scope-edits';
import { ChoiceField } from '../fields/choice-field';
import { ITEM_KIND_CHOICES } from './item-kinds';
import { referenceFeature } from './reference.feature';

const KINDS: readonly (readonly [Scope['kind'], string])[] = [
  ['category', 'Category'],
  ['categoryBrand', 'Brand in a category'],
  ['supplierCategory', 'Supplier in a category'],
  ['brand', 'Brand'],
  ['supplier', 'Supplier'],
  ['family', 'Family'],
  ['itemKind', 'Kind of goods'],
  ['item', 'Item'],
  ['all', 'All items'],
];

/** Which goods something is for: first how they are named, then which. */
@Component({
  selector: 'hl-scope-choice',
  imports: [CategoryChoice, ChoiceField, ItemPicker],
  template: `
    <hl-choice
      label="Applies to"
      [code]="scope().kind"
      [options]="kinds"
      (chosen)="chooseKind($event)"
    />
    @if (category() !== null) {
      <hl-category-choice [code]="category() ?? ''" (chosen)="set({ category: $event })" />
    }
    @if (brand() !== null) {
      <hl-choice
        label="Brand"
        [code]="brand() ?? ''"
        [options]="reference().goods.brands"
        (chosen)="set({ brand: $event })"
      />
    }
    @if (supplier() !== null) {
      <hl-choice
        label="Supplier"
        [code]="supplier() ?? ''"
        [options]="reference().goods.suppliers"
        (chosen)="set({ supplier: $event })"
      />
    }
    @let one = scope();
    @if (one.kind === 'family') {
      <hl-choice
        label="Family"
        [code]="one.family"
        [options]="reference().goods.families"
        (chosen)="set({ family: $event })"
      />
    } @else if (one.kind === 'itemKind') {
      <hl-choice
        label="Kind of goods"
        [code]="one.itemKind"
        [options]="itemKinds"
        (chosen)="set({ itemKind: $event })"
      />
    } @else if (one.kind === 'item') {
      @if (one.item !== '') {
        <span class="chosen">{{ one.item }}</span>
      }
      <hl-item-picker
        [label]="one.item === '' ? 'Type an item number or a name' : 'Another item'"
        (picked)="pick($event)"
      />
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 8px;
    }
    .chosen {
      font-weight: 600;
    }
    hl-item-picker {
      flex: 1;
      min-width: 180px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScopeChoice {
  readonly scope = input.required<Scope>();
  readonly changed = output<Scope>();

  private readonly store = inject(Store);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly kinds = KINDS;
  protected readonly itemKinds = ITEM_KIND_CHOICES;
  protected readonly category = computed(() => named(this.scope(), 'category'));
  protected readonly brand = computed(() => named(this.scope(), 'brand'));
  protected readonly supplier = computed(() => named(this.scope(), 'supplier'));

  protected chooseKind(value: string): void {
    const scope = startScope(value, this.category() ?? '');
    if (scope) this.changed.emit(scope);
  }

  protected pick({ item }: ItemRow): void {
    this.changed.emit({ kind: 'item', item });
  }

  /** The same kind of reach with another thing named; the choices above offer only what it has. */
  protected set(part: Readonly<Record<string, string>>): void {
    this.changed.emit({ ...this.scope(), ...part });
  }
}

function named(scope: Scope, part: 'category' | 'brand' | 'supplier'): string | null {
  const parts: Readonly<Record<string, string>> = { ...scope };
  return parts[part] ?? null;
}
