import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { listsActions, listsFeature, type ListName } from './lists.feature';

/** The line above a long list that narrows it by what its rows are called. */
@Component({
  selector: 'hl-list-search',
  template: `
    <input
      class="cell"
      type="search"
      [attr.aria-label]="label()"
      [placeholder]="label()"
      [value]="text()"
      (input)="type($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ListSearch {
  readonly list = input.required<ListName>();
  readonly label = input.required<string>();

  private readonly store = inject(Store);
  private readonly lists = this.store.selectSignal(listsFeature.selectListsState);
  protected readonly text = computed(() => this.lists()[this.list()].typed['text'] ?? '');

  protected type({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    this.store.dispatch(listsActions.textTyped({ list: this.list(), text: target.value }));
  }
}
