import {
  ChangeDetectionStrategy,
  Component,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { MAX_ROWS, type CustomerRow, type ProblemDetails } from '@honest-ledger/contracts';
import type { ColDef } from 'ag-grid-community';
import { UndoMass } from '../../editing/history/undo-mass-change';
import { ListSearch } from '../../shared/lists/list-search';
import { longList } from '../../shared/lists/long-list';
import { hasPermission } from '../../shared/session/may-do';
import { EndlessGrid } from '../../shared/grid/endless-grid';
import { FileLinks } from '../../shared/files/file-links';
import { dashed } from '../../shared/grid/ledger-grid';
import { Notice } from '../../shared/notices/notice';
import { problemOf } from '../../shared/requests/problems';
import { CustomersApi } from '../../shared/reference/customers.api';
import { LevelGiving, type Given } from './level-giving';

/** Who buys, and the level each has. */
@Component({
  selector: 'hl-customer-list',
  imports: [EndlessGrid, FileLinks, LevelGiving, ListSearch, MatButton, Notice, RouterLink],
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
  private readonly grid = viewChild.required<EndlessGrid<CustomerRow>>(EndlessGrid);
  protected readonly list = longList('customers', (search) => this.api.page(search));
  protected readonly columns: ColDef<CustomerRow>[] = [
    { headerName: 'Customer', colId: 'code', field: 'code', sortable: true, width: 120 },
    { headerName: 'Name', colId: 'name', field: 'name', sortable: true, flex: 2, minWidth: 220 },
    named('Segment', 'segment', ({ segment }) => segment?.name),
    named('Level', 'level', ({ level }) => level?.name),
    named('Buys at', 'outlet', ({ outlet }) => outlet?.name),
    { ...named('In', 'currency', ({ currency }) => currency), flex: 0, width: 80 },
  ];
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly chosen = signal<readonly CustomerRow[]>([]);
  /** Why not all could be chosen. */
  protected readonly unchosen = signal<string | null>(null);
  /** The level that was given last, until something else is. */
  protected readonly given = signal<Given | null>(null);
  protected readonly undoProblem = signal<ProblemDetails | null>(null);
  protected readonly rowId = ({ code }: CustomerRow): string => code;

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
    this.given.set(given);
    this.undoProblem.set(null);
    this.grid().chooseAll([]);
    this.list.again();
  }

  protected async undo({ massChange, level }: Given): Promise<void> {
    this.undoProblem.set(null);
    const end = await this.undoMass.ask(massChange, `Undo giving the level ${level}?`);
    if (end === 'left') return;
    if (end !== 'undone') {
      this.undoProblem.set(end);
      return;
    }
    this.given.set(null);
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
