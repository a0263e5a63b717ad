import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { ItemRow } from '@honest-ledger/contracts';
import { minorDigits } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { map, tap, type Observable } from 'rxjs';
import { CodeChoice } from '../reference/code-choice';
import { namesOfThings } from '../reference/names';
import { referenceFeature } from '../reference/reference.feature';
import { mayDo } from '../session/may-do';
import { EndlessGrid, type RowsAsked, type RowsFound } from '../shared/endless-grid';
import { FileLinks } from '../shared/file-links';
import { dashed, endlessFigureColumn } from '../shared/ledger-grid';
import { Notice } from '../shared/notice';
import { problemOf } from '../shared/problems';
import { CatalogueApi } from './catalogue.api';
import { catalogueActions, catalogueFeature, type ItemFilter } from './catalogue.feature';
import { CategoryChoice } from './category-choice';

const KINDS = [
  { code: 'stock', name: 'Stock goods' },
  { code: 'nonStock', name: 'Non-stock goods' },
  { code: 'service', name: 'Services' },
  { code: 'fee', name: 'Fees' },
];

/** What is sold, and each item's base price in the version in force. */
@Component({
  selector: 'hl-catalogue',
  imports: [CategoryChoice, CodeChoice, EndlessGrid, FileLinks, Notice, RouterLink],
  templateUrl: './catalogue.html',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Catalogue {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly api = inject(CatalogueApi);
  protected readonly typed = this.store.selectSignal(catalogueFeature.selectTyped);
  private readonly filter = this.store.selectSignal(catalogueFeature.selectFilter);
  protected readonly found = this.store.selectSignal(catalogueFeature.selectFound);
  protected readonly problem = this.store.selectSignal(catalogueFeature.selectProblem);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly kinds = KINDS;
  protected readonly mayEdit = mayDo('editFacts');
  private readonly currency = computed(() => this.found()?.currency ?? '');
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
      endlessFigureColumn(
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
  protected readonly find = computed(() => {
    const filter = this.filter();
    return (asked: RowsAsked): Observable<RowsFound<ItemRow>> => this.rows(filter, asked);
  });
  protected readonly rowId = ({ item }: ItemRow): string => item;
  private readonly sorted = signal<Pick<RowsAsked, 'sort' | 'descending'>>({
    sort: null,
    descending: false,
  });
  /** What the grid shows, for the file of it. */
  protected readonly shown = computed(() => ({ ...this.filter(), ...this.sorted() }));

  constructor() {
    namesOfThings(); // the choices below are filled from them
  }

  protected type({ target }: Event): void {
    if (target instanceof HTMLInputElement) {
      this.store.dispatch(catalogueActions.textTyped({ text: target.value }));
    }
  }

  protected choose(part: Partial<Omit<ItemFilter, 'text'>>): void {
    this.store.dispatch(catalogueActions.chosen({ part }));
  }

  protected show({ item }: ItemRow): void {
    void this.router.navigate(['/catalogue', item]);
  }

  protected again(): void {
    this.store.dispatch(catalogueActions.askedAgain());
  }

  private rows(filter: ItemFilter, asked: RowsAsked): Observable<RowsFound<ItemRow>> {
    const { sort, descending } = asked;
    this.sorted.set({ sort, descending });
    return this.api.items({ ...filter, text: filter.text.trim(), ...asked }).pipe(
      tap({
        next: ({ total, currency, version }) => {
          this.store.dispatch(catalogueActions.found({ found: { total, currency, version } }));
        },
        error: (error: unknown) => {
          this.store.dispatch(catalogueActions.failed({ problem: problemOf(error) }));
        },
      }),
      map(({ items, total }) => ({ rows: items, total })),
    );
  }
}
