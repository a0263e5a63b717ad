import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { categoriesActions, categoriesFeature, type PlacedCategory } from './categories.feature';
import { ChoiceField } from '../fields/choice-field';

/** Chooses a category from the tree. */
@Component({
  selector: 'hl-category-choice',
  imports: [ChoiceField],
  template: `
    <hl-choice
      [label]="label()"
      [bare]="bare()"
      [code]="code()"
      [none]="none()"
      [options]="options()"
      (chosen)="chosen.emit($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CategoryChoice {
  readonly code = input.required<string>();
  readonly label = input('Category');
  /** What choosing no category is called; without it one must be chosen. */
  readonly none = input<string | null>(null);
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  readonly chosen = output<string>();

  private readonly store = inject(Store);
  private readonly categories = this.store.selectSignal(categoriesFeature.selectPlaced);
  protected readonly options = computed(() =>
    this.categories().map((category) => [category.code, indented(category)] as const),
  );

  constructor() {
    this.store.dispatch(categoriesActions.asked());
  }
}

function indented({ name, depth }: PlacedCategory): string {
  return `${'\u2003'.repeat(depth)}${name}`;
}
