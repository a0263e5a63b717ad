import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatFormField, MatLabel, MatPrefix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { Store } from '@ngrx/store';
import { listsActions, listsFeature, type ListName } from './lists.feature';

/** The field above a long list that narrows it by what its rows are called. */
@Component({
  selector: 'hl-list-search',
  imports: [MatFormField, MatIcon, MatInput, MatLabel, MatPrefix],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <mat-icon matIconPrefix svgIcon="search" />
      <input matInput type="search" [value]="text()" (input)="type($event)" />
    </mat-form-field>
  `,
  styles: `
    :host {
      display: inline-block;
      width: 340px;
      max-width: 100%;
    }
    mat-form-field {
      width: 100%;
    }
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
