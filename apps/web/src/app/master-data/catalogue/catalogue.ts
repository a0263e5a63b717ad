import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import {
  MOST_LEVELS_PRICED,
  type ItemPage,
  type ItemRow,
  type LevelPriced,
} from '@honest-ledger/contracts';
import { minorDigits } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import isEqual from 'fast-deep-equal';
import { tap } from 'rxjs';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { longList } from '../../shared/lists/long-list';
import { ITEM_KIND_CHOICES } from '../../shared/reference/item-kinds';
import { itemFilterFields } from '../../shared/reference/item-filter-fields';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { EndlessGrid, type RowsAsked } from '../../shared/grid/endless-grid';
import { dashed, figureColumn } from '../../shared/grid/ledger-grid';
import { Notice } from '../../shared/notices/notice';
import { CatalogueApi } from '../../shared/reference/catalogue.api';

/** What is sold, and each item's base price in the version in force. */
@Component({
  selector: 'hl-catalogue',
  imports: [EndlessGrid, ListFilters, ListTools, MatButton, Notice, RouterLink],
  templateUrl: './catalogue.html',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Catalogue {
  private readonly router = inject(Router);
  private readonly api = inject(CatalogueApi);
  private readonly page = signal<Omit<ItemPage, 'rows' | 'total'> | null>(null);
  protected readonly list = longList(
    'items',
    (search) =>
      this.api.items({ ...search, level: this.levelsShown() }).pipe(
        tap(({ rows: _, total: __, ...page }) => {
          this.page.set(page);
        }),
      ),
    itemFilterFields(),
  );
  private readonly tools = viewChild.required<ListTools<ItemRow>>(ListTools);
  /** The levels whose prices are shown beside the items. */
  private readonly levelsShown = computed(
    () =>
      (this.tools().layout() ?? [])
        .filter(({ hidden }) => !hidden)
        .flatMap(({ id }) => this.levels().find((level) => columnOf(level) === id)?.id ?? [])
        .slice(0, MOST_LEVELS_PRICED),
    { equal: isEqual },
  );
  private readonly reference = inject<Store>(Store).selectSignal(referenceFeature.selectAll);
  private readonly levels = computed(() =>
    (this.reference().value?.levels ?? []).filter(({ state }) => state !== 'new'),
  );
  /** Begins anew where other levels are shown. */
  protected readonly find = computed(() => {
    this.levelsShown();
    const find = this.list.find();
    return (asked: RowsAsked) => find(asked);
  });
  private readonly seesCosts = hasPermission('seeCosts');
  protected readonly version = computed(() => this.page()?.version ?? null);
  protected readonly mayChangePrices = hasPermission('editSetup');
  protected readonly mayEdit = hasPermission('editFacts');
  private readonly currency = computed(() => this.page()?.currency ?? '');
  /** The levels as the version in force has them; the same until others are shown. */
  private readonly levelsPriced = computed(() => this.page()?.levels ?? [], { equal: isEqual });
  protected readonly columns = computed((): ColDef<ItemRow>[] => {
    const currency = this.currency();
    const digits = currency === '' ? 0 : minorDigits(currency);
    return [
      {
        headerName: 'Item',
        colId: 'item',
        field: 'item',
        sortable: true,
        width: 110,
        // stays in sight where there are more columns than fit
        pinned: 'left',
        lockPinned: true,
      },
      { headerName: 'Name', colId: 'name', field: 'name', sortable: true, flex: 3, minWidth: 200 },
      {
        headerName: 'Category',
        colId: 'category',
        sortable: true,
        flex: 2,
        minWidth: 160,
        valueGetter: ({ data }) => data?.categories.map(({ name }) => name).join(' › '),
      },
      {
        headerName: 'Brand',
        colId: 'brand',
        sortable: true,
        flex: 1,
        minWidth: 130,
        valueGetter: ({ data }) => (data ? dashed(data.brand?.name) : ''),
      },
      {
        headerName: 'Supplier',
        colId: 'supplier',
        sortable: true,
        initialHide: true,
        flex: 1,
        valueGetter: ({ data }) => (data ? dashed(data.supplier?.name) : ''),
      },
      {
        headerName: 'Kind of goods',
        colId: 'kind',
        sortable: true,
        initialHide: true,
        width: 130,
        valueGetter: ({ data }) => ITEM_KIND_CHOICES.find(({ code }) => code === data?.kind)?.name,
      },
      { headerName: 'Unit', colId: 'unit', field: 'unit', sortable: true, width: 70 },
      figureColumn(
        {
          headerName: 'List price',
          colId: 'listPrice',
          sortable: true,
          initialHide: true,
          width: 110,
          figure: ({ listPrice }) => listPrice?.amount ?? null,
        },
        digits,
      ),
      ...(this.seesCosts()
        ? [
            figureColumn<ItemRow>(
              {
                headerName: `Cost, ${currency}`,
                colId: 'cost',
                sortable: true,
                width: 110,
                figure: ({ cost }) => cost?.each ?? null,
              },
              digits,
            ),
          ]
        : []),
      figureColumn(
        {
          headerName: `Base price, ${currency}`,
          colId: 'basePrice',
          sortable: true,
          width: 130,
          figure: ({ basePrice }) => basePrice,
        },
        digits,
      ),
      ...(this.seesCosts()
        ? [
            figureColumn<ItemRow>(
              {
                headerName: 'Markup on cost, %',
                colId: 'markup',
                sortable: true,
                initialHide: true,
                width: 140,
                figure: ({ cost }) => cost?.markup ?? null,
              },
              2,
            ),
            figureColumn<ItemRow>(
              {
                headerName: 'Margin, %',
                colId: 'margin',
                sortable: true,
                width: 100,
                figure: ({ cost }) => cost?.margin ?? null,
              },
              2,
            ),
          ]
        : []),
      ...this.levels().map(({ id, content }) =>
        levelColumn(this.levelsPriced().find((one) => one.id === id) ?? { id, name: content.name }),
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

const columnOf = ({ id }: Pick<LevelPriced, 'id'>): string => `level ${id}`;

/**
 * What one unit sells for at a level, in the level's currency as it is in force: known once its prices
 * have come.
 */
function levelColumn({
  id,
  name,
  currency,
}: Pick<LevelPriced, 'id' | 'name'> & Partial<LevelPriced>): ColDef<ItemRow> {
  return figureColumn<ItemRow>(
    {
      headerName: currency === undefined ? name : `${name}, ${currency}`,
      colId: columnOf({ id }),
      initialHide: true,
      width: 130,
      figure: ({ levelPrices }) => levelPrices?.[id] ?? null,
    },
    currency === undefined ? 0 : minorDigits(currency),
  );
}
