import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { ItemPage, ItemRow } from '@honest-ledger/contracts';
import { minorDigits } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { tap } from 'rxjs';
import { ListSearch } from '../../shared/lists/list-search';
import { longList } from '../../shared/lists/long-list';
import { ChoiceField } from '../../shared/fields/choice-field';
import { ITEM_KIND_CHOICES } from '../../shared/reference/item-kinds';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { EndlessGrid } from '../../shared/grid/endless-grid';
import { FileLinks } from '../../shared/files/file-links';
import { dashed, figureColumn } from '../../shared/grid/ledger-grid';
import { Notice } from '../../shared/notices/notice';
import { CatalogueApi } from '../../shared/reference/catalogue.api';
import { CategoryChoice } from '../../shared/reference/category-choice';

/** What is sold, and each item's base price in the version in force. */
@Component({
  selector: 'hl-catalogue',
  imports: [
    CategoryChoice,
    ChoiceField,
    EndlessGrid,
    FileLinks,
    ListSearch,
    MatButton,
    Notice,
    RouterLink,
  ],
  templateUrl: './catalogue.html',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Catalogue {
  private readonly router = inject(Router);
  private readonly api = inject(CatalogueApi);
  private readonly page = signal<Pick<ItemPage, 'currency' | 'version'> | null>(null);
  protected readonly list = longList('items', (search) =>
    this.api.items(search).pipe(
      tap(({ currency, version }) => {
        this.page.set({ currency, version });
      }),
    ),
  );
  protected readonly version = computed(() => this.page()?.version ?? null);
  protected readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly kinds = ITEM_KIND_CHOICES;
  protected readonly mayChangePrices = hasPermission('editSetup');
  protected readonly mayEdit = hasPermission('editFacts');
  private readonly currency = computed(() => this.page()?.currency ?? '');
  protected readonly columns = computed((): ColDef<ItemRow>[] => {
    const currency = this.currency();
    return [
      { headerName: 'Item', colId: 'item', field: 'item', sortable: true, width: 110 },
      { headerName: 'Name', colId: 'name', field: 'name', sortable: true, flex: 3, minWidth: 220 },
      {
        headerName: 'Category',
        flex: 2,
        minWidth: 160,
        valueGetter: ({ data }) => data?.categories.map(({ name }) => name).join(' › '),
      },
      {
        headerName: 'Brand',
        colId: 'brand',
        sortable: true,
        flex: 1,
        valueGetter: ({ data }) => (data ? dashed(data.brand?.name) : ''),
      },
      { headerName: 'Unit', field: 'unit', width: 80 },
      figureColumn(
        {
          headerName: `Base price, ${currency}`,
          colId: 'basePrice',
          sortable: true,
          width: 150,
          figure: ({ basePrice }) => basePrice,
        },
        currency === '' ? 0 : minorDigits(currency),
      ),
    ];
  });
  protected readonly rowId = ({ item }: ItemRow): string => item;

  constructor() {
    namesOfThings(); // the choices below are filled from them
  }

  protected show({ item }: ItemRow): void {
    void this.router.navigate(['/catalogue', item]);
  }
}
