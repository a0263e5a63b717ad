import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { MAX_ROWS, type CustomerRow, type ProblemDetails } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { UndoMass } from '../../editing/history/undo-mass-change';
import { Snack } from '../../shared/dialogs/snack';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import type { ListFilterField } from '../../shared/lists/list-filter-field';
import { longList } from '../../shared/lists/long-list';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { EndlessGrid } from '../../shared/grid/endless-grid';
import { dashed } from '../../shared/grid/ledger-grid';
import { Notice } from '../../shared/notices/notice';
import { problemOf } from '../../shared/requests/problems';
import { CustomersApi } from '../../shared/reference/customers.api';
import { LevelGiving, type Given } from './level-giving';

/** Who buys, and the level each has. */
@Component({
  selector: 'hl-customer-list',
  imports: [EndlessGrid, LevelGiving, ListFilters, ListTools, MatButton, Notice, RouterLink],
  templateUrl: './customer-list.html',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CustomerList {
  /** The level that customers are to be given, where the levels' screen led here. */
  readonly give = input<string>();

  private readonly router = inject(Router);
  private readonly api = inject(CustomersApi);
  private readonly undoMass = inject(UndoMass);
  private readonly snack = inject(Snack);
  private readonly grid = viewChild.required<EndlessGrid<CustomerRow>>(EndlessGrid);
  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  private readonly fields = computed((): readonly ListFilterField[] => {
    const { customers, levels } = this.reference();
    return [
      { kind: 'choices', name: 'segment', label: 'Segment', options: customers.segments },
      {
        kind: 'choices',
        name: 'level',
        label: 'Price level',
        options: levels.map(({ id, content }) => ({ code: id, name: content.name })),
      },
      { kind: 'choices', name: 'outlet', label: 'Outlet', options: customers.outlets },
      {
        kind: 'choices',
        name: 'currency',
        label: 'Currency',
        options: customers.currencies.map((code) => ({ code, name: code })),
      },
    ];
  });
  protected readonly list = longList('customers', (search) => this.api.page(search), this.fields);
  protected readonly columns: ColDef<CustomerRow>[] = [
    { headerName: 'Customer', colId: 'code', field: 'code', sortable: true, width: 120 },
    { headerName: 'Name', colId: 'name', field: 'name', sortable: true, flex: 2, minWidth: 220 },
    named('Segment', 'segment', ({ segment }) => segment?.name),
    named('Price level', 'level', ({ level }) => level?.name),
    named('Outlet', 'outlet', ({ outlet }) => outlet?.name),
    { ...named('Currency', 'currency', ({ currency }) => currency), flex: 0, width: 90 },
  ];
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly chosen = signal<readonly CustomerRow[]>([]);
  /** Why not all could be chosen. */
  protected readonly unchosen = signal<string | null>(null);
  protected readonly undoProblem = signal<ProblemDetails | null>(null);
  protected readonly rowId = ({ code }: CustomerRow): string => code;

  constructor() {
    namesOfThings(); // what can be chosen above comes with them
  }

  /** Chooses all that the filter lets through, loaded or not. */
  protected chooseAll(): void {
    this.unchosen.set(null);
    this.api.page({ ...this.list.shown(), limit: MAX_ROWS }).subscribe({
      next: ({ rows, total }) => {
        this.grid().chooseAll(rows);
        if (total > rows.length) {
          const most = String(rows.length);
          this.unchosen.set(`The first ${most} are chosen: no more can be given a level at once.`);
        }
      },
      error: (error: unknown) => {
        this.unchosen.set(problemOf(error).detail);
      },
    });
  }

  protected chooseNone(): void {
    this.unchosen.set(null);
    this.grid().chooseAll([]);
  }

  protected tell(given: Given): void {
    const { customers, level } = given;
    const have = customers === 1 ? '1 customer has' : `${String(customers)} customers have`;
    this.snack.offerUndo(`${have} the level ${level} now.`, () => void this.undo(given));
    this.undoProblem.set(null);
    this.grid().chooseAll([]);
    this.list.again();
  }

  private async undo({ massChange, level }: Given): Promise<void> {
    this.undoProblem.set(null);
    const end = await this.undoMass.ask(massChange, `Undo assigning level ${level}?`);
    if (end === 'left') return;
    if (end !== 'undone') {
      this.undoProblem.set(end);
      return;
    }
    this.list.again();
  }

  protected open({ code }: CustomerRow): void {
    void this.router.navigate(['/customers', code]);
  }
}

/** A column of names, of which some rows have none. */
function named(
  headerName: string,
  colId: string,
  name: (row: CustomerRow) => string | null | undefined,
): ColDef<CustomerRow> {
  return {
    headerName,
    colId,
    sortable: true,
    flex: 1,
    valueGetter: ({ data }) => (data ? dashed(name(data)) : ''),
  };
}
