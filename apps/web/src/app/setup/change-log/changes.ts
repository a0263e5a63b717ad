import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { ChangeRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { changeWords, RECORD_KINDS } from '../../editing/history/record-words';
import { differences, withLevelNames } from '../../editing/history/differences';
import { EndlessGrid } from '../../shared/grid/endless-grid';
import type { ListFilterField } from '../../shared/lists/list-filter-field';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { listsFeature } from '../../shared/lists/lists.feature';
import { longList } from '../../shared/lists/long-list';
import { Notice } from '../../shared/notices/notice';
import { writeInstant } from '../../shared/numbers/dates';
import { namesOfThings } from '../../shared/reference/names';
import { ChangeLogApi } from './changes.api';

/** The change log: who changed what, when, and the values before. */
@Component({
  selector: 'hl-changes',
  imports: [EndlessGrid, ListFilters, ListTools, MatButton, Notice],
  templateUrl: './changes.html',
  styleUrl: './changes.scss',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Changes {
  private readonly api = inject(ChangeLogApi);
  private readonly lists = inject<Store>(Store).selectSignal(listsFeature.selectListsState);
  private readonly names = namesOfThings();
  private readonly fields = computed((): readonly ListFilterField[] => [
    { kind: 'choices', name: 'kind', label: 'Kind', options: RECORD_KINDS },
    {
      kind: 'days',
      label: 'Changed',
      from: ['changedFrom', 'First day'],
      to: ['changedTo', 'Last day'],
    },
    {
      // what another screen asks the history of
      kind: 'choices',
      name: 'key',
      label: 'Number',
      options: (this.lists().changes.typed['key'] ?? []).map((code) => ({
        code,
        name: this.names().level(code),
      })),
    },
  ]);
  protected readonly list = longList('changes', (search) => this.api.page(search), this.fields);
  protected readonly columns: ColDef<ChangeRow>[] = [
    {
      headerName: 'Changed',
      colId: 'at',
      sortable: true,
      width: 180,
      valueGetter: ({ data }) => data && writeInstant(data.at),
    },
    { headerName: 'By', colId: 'by', field: 'by', sortable: true, width: 150 },
    {
      headerName: 'Kind',
      colId: 'kind',
      sortable: true,
      width: 170,
      valueGetter: ({ data }) => data && changeWords(data).thing,
    },
    {
      headerName: 'Name',
      colId: 'name',
      field: 'name',
      sortable: true,
      flex: 1,
      minWidth: 200,
    },
    {
      headerName: 'Change',
      colId: 'action',
      sortable: true,
      width: 160,
      valueGetter: ({ data }) => data && changeWords(data).action,
    },
  ];
  /** The entry whose fields are shown. */
  protected readonly opened = signal<ChangeRow | null>(null);
  protected readonly shown = computed(() => {
    const change = this.opened();
    const all = change ? differences(change.before, change.after) : [];
    // it goes up with every change, whatever was changed
    return all
      .filter(({ path }) => path !== 'revision')
      .map((one) => withLevelNames(one, this.names()));
  });
  protected readonly words = changeWords;
  protected readonly writeInstant = writeInstant;
  protected readonly rowId = ({ id }: ChangeRow): string => String(id);
}
