import {
  ChangeDetectionStrategy,
  Component,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import type { ItemRow } from '@honest-ledger/contracts';
import { map, type Observable } from 'rxjs';
import type { Offer } from '../fields/pick-field';
import { SearchPick } from '../fields/search-pick';
import { CatalogueApi } from './catalogue.api';

/** Finds an item by typing its number or words of its name. */
@Component({
  selector: 'hl-item-picker',
  imports: [SearchPick],
  template: `
    <hl-search-pick [label]="label()" [search]="search" (picked)="picked.emit($event)" />
  `,
  styles: `
    :host {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemPicker {
  readonly label = input('Type an item number or a name');
  readonly picked = output<ItemRow>();

  private readonly api = inject(CatalogueApi);
  private readonly field = viewChild.required<SearchPick<ItemRow>>(SearchPick);
  protected readonly search = (text: string): Observable<Offer<ItemRow>[]> =>
    this.api
      .found(text)
      .pipe(
        map((items) => items.map((item) => ({ key: item.item, text: item.name, value: item }))),
      );

  focus(): void {
    this.field().focus();
  }
}
