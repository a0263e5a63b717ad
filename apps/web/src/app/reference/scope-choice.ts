import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { ItemRow } from '@honest-ledger/contracts';
import type { Scope } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { CategoryChoice } from './category-choice';
import { ItemPicker } from './item-picker';
import { startScope } from './scope-edits';
import { CodeChoice } from './code-choice';
import { ITEM_KIND_CHOICES } from './item-kinds';
import { referenceFeature } from './reference.feature';

const KINDS: readonly (readonly [Scope['kind'], string])[] = [
  ['category', 'everything under'],
  ['categoryBrand', 'a brand under'],
  ['supplierCategory', 'a supplier’s under'],
  ['brand', 'a brand'],
  ['supplier', 'a supplier’s goods'],
  ['family', 'a family'],
  ['itemKind', 'a kind of goods'],
  ['item', 'one item'],
  ['all', 'everything'],
];

/** Which goods something is for: first how they are named, then which. */
@Component({
  selector: 'hl-scope-choice',
  imports: [CategoryChoice, CodeChoice, ItemPicker],
  template: `
    <select class="cell" aria-label="Reaches" (change)="chooseKind($event)">
      @for (kind of kinds; track kind[0]) {
        <option [value]="kind[0]" [selected]="kind[0] === scope().kind">{{ kind[1] }}</option>
      }
    </select>
    @if (category() !== null) {
      <hl-category-choice [code]="category() ?? ''" (chosen)="set({ category: $event })" />
    }
    @if (brand() !== null) {
      <hl-code-choice
        label="Brand"
        [code]="brand() ?? ''"
        [all]="reference().goods.brands"
        (chosen)="set({ brand: $event })"
      />
    }
    @if (supplier() !== null) {
      <hl-code-choice
        label="Supplier"
        [code]="supplier() ?? ''"
        [all]="reference().goods.suppliers"
        (chosen)="set({ supplier: $event })"
      />
    }
    @let one = scope();
    @if (one.kind === 'family') {
      <hl-code-choice
        label="Family"
        [code]="one.family"
        [all]="reference().goods.families"
        (chosen)="set({ family: $event })"
      />
    } @else if (one.kind === 'itemKind') {
      <hl-code-choice
        label="Kind of goods"
        [code]="one.itemKind"
        [all]="itemKinds"
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

  protected chooseKind({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const scope = startScope(target.value, this.category() ?? '');
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
