import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import type { ItemRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { dashed, figureColumn, LedgerGrid } from '../shared/ledger-grid';
import { Notice } from '../shared/notice';
import { catalogueActions, catalogueFeature } from './catalogue.feature';
import { CategoryChoice } from './category-choice';

/** What is sold, and each item's base price in the version in force. */
@Component({
  selector: 'hl-catalogue',
  imports: [LedgerGrid, CategoryChoice, Notice],
  templateUrl: './catalogue.html',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Catalogue {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly text = this.store.selectSignal(catalogueFeature.selectText);
  protected readonly category = this.store.selectSignal(catalogueFeature.selectCategory);
  protected readonly page = this.store.selectSignal(catalogueFeature.selectPage);
  protected readonly rows = computed(() => [...(this.page().value?.items ?? [])]);
  protected readonly columns = computed((): ColDef<ItemRow>[] => [
    { headerName: 'Item', field: 'item', width: 110 },
    { headerName: 'Name', field: 'name', flex: 3, minWidth: 220 },
    {
      headerName: 'Category',
      flex: 2,
      minWidth: 160,
      valueGetter: ({ data }) => data?.categories.map(({ name }) => name).join(' › '),
    },
    { headerName: 'Brand', flex: 1, valueGetter: ({ data }) => dashed(data?.brand?.name) },
    { headerName: 'Unit', field: 'unit', width: 80 },
    figureColumn(
      {
        headerName: `Base price, ${this.page().value?.currency ?? ''}`,
        width: 150,
        figure: ({ basePrice }) => basePrice,
      },
      this.rows(),
    ),
  ]);
  protected readonly rowId = ({ item }: ItemRow): string => item;

  constructor() {
    this.open();
  }

  protected open(): void {
    this.store.dispatch(catalogueActions.opened());
  }

  protected type({ target }: Event): void {
    if (target instanceof HTMLInputElement) {
      this.store.dispatch(catalogueActions.textTyped({ text: target.value }));
    }
  }

  protected show({ item }: ItemRow): void {
    void this.router.navigate(['/catalogue', item]);
  }

  protected choose(category: string): void {
    this.store.dispatch(catalogueActions.categoryChosen({ category }));
  }
}
