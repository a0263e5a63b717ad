import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { CustomerRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { FileLinks } from '../shared/file-links';
import { mayDo } from '../session/may-do';
import { LedgerGrid } from '../shared/ledger-grid';
import { Notice } from '../shared/notice';
import { customersActions, customersFeature } from './customers.feature';
import { LevelGiving } from './level-giving';

/** Who buys, and the level each has. */
@Component({
  selector: 'hl-customer-list',
  imports: [FileLinks, LedgerGrid, LevelGiving, Notice, RouterLink],
  templateUrl: './customer-list.html',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CustomerList {
  /** The level that customers are to be given, where the levels' screen led here. */
  readonly give = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly list = this.store.selectSignal(customersFeature.selectList);
  protected readonly text = signal('');
  protected readonly rows = computed(() => {
    const words = this.text().toLowerCase().split(/\s+/).filter(Boolean);
    return (this.list().value ?? []).filter(({ code, name, segment, level, outlet }) => {
      const named = [segment, level, outlet].map((one) => one?.name ?? '').join(' ');
      const all = `${code} ${name} ${named}`.toLowerCase();
      return words.every((word) => all.includes(word));
    });
  });
  protected readonly columns: ColDef<CustomerRow>[] = [
    { headerName: 'Customer', field: 'code', width: 120 },
    { headerName: 'Name', field: 'name', flex: 2, minWidth: 220 },
    { headerName: 'Segment', flex: 1, valueGetter: ({ data }) => data?.segment?.name ?? '–' },
    { headerName: 'Level', flex: 1, valueGetter: ({ data }) => data?.level?.name ?? '–' },
    { headerName: 'Buys at', flex: 1, valueGetter: ({ data }) => data?.outlet?.name ?? '–' },
    { headerName: 'In', width: 80, valueGetter: ({ data }) => data?.currency ?? '–' },
  ];
  protected readonly mayEdit = mayDo('editFacts');
  private readonly picked = signal<readonly CustomerRow[]>([]);
  /** The chosen rows as the list has them by now. */
  protected readonly chosen = computed(() => {
    const codes = new Set(this.picked().map(({ code }) => code));
    return this.rows().filter(({ code }) => codes.has(code));
  });
  protected readonly rowId = ({ code }: CustomerRow): string => code;

  constructor() {
    this.ask();
  }

  protected choose(rows: readonly CustomerRow[]): void {
    this.picked.set(rows);
  }

  protected ask(): void {
    this.store.dispatch(customersActions.listOpened());
  }

  protected type({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.text.set(target.value);
  }

  protected open({ code }: CustomerRow): void {
    void this.router.navigate(['/customers', code]);
  }
}
