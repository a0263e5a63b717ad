import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { categoriesActions, categoriesFeature, type PlacedCategory } from './categories.feature';

/** Chooses a category from the tree. */
@Component({
  selector: 'hl-category-choice',
  template: `
    <select class="cell" [attr.aria-label]="label()" (change)="choose($event)">
      @if (none(); as none) {
        <option value="" [selected]="code() === ''">{{ none }}</option>
      } @else if (code() === '') {
        <option value="" selected disabled>choose a category</option>
      }
      @for (category of categories(); track category.code) {
        <option [value]="category.code" [selected]="category.code === code()">
          {{ indented(category) }}
        </option>
      }
    </select>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CategoryChoice {
  readonly code = input.required<string>();
  readonly label = input('Category');
  /** What choosing no category is called; without it one must be chosen. */
  readonly none = input<string | null>(null);
  readonly chosen = output<string>();

  private readonly store = inject(Store);
  protected readonly categories = this.store.selectSignal(categoriesFeature.selectPlaced);

  constructor() {
    this.store.dispatch(categoriesActions.asked());
  }

  protected choose({ target }: Event): void {
    if (target instanceof HTMLSelectElement) this.chosen.emit(target.value);
  }

  protected indented({ name, depth }: PlacedCategory): string {
    return `${'\u2003'.repeat(depth)}${name}`;
  }
}
