import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { CostGapsPage, CostGapsQuery } from '@honest-ledger/contracts';
import { catchError, map, of, switchMap, type Observable } from 'rxjs';
import { problemOf } from '../../shared/requests/problems';
import { CostTablesApi } from './cost-tables.api';

const ROWS_AT_ONCE = 50;
/** More than that nobody reads in a list. */
const MAX_SHOWN = 500;

interface Found {
  readonly page: CostGapsPage | null;
  readonly problem: string | null;
}

/** The items that no cost table takes in, or whose table finds no cost. */
@Component({
  selector: 'hl-cost-gaps',
  imports: [MatButton, RouterLink],
  template: `
    @if (found().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    @if (found().page; as page) {
      <table class="ledger" [attr.aria-label]="heading()">
        <thead>
          <tr>
            <th>Item</th>
            <th>Name</th>
            <th>{{ lack() === 'cost' ? 'Table' : '' }}</th>
          </tr>
        </thead>
        <tbody>
          @for (row of page.rows; track row.item) {
            <tr>
              <td>
                <a [routerLink]="['/catalogue', row.item]">{{ row.item }}</a>
              </td>
              <td>{{ row.name }}</td>
              <td>{{ row.table }}</td>
            </tr>
          }
        </tbody>
      </table>
      @if (page.rows.length < most(page)) {
        <button type="button" matButton (click)="more()">Show more of {{ page.total }}</button>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      max-height: 260px;
      overflow: auto;
      padding: 0 18px 8px;
      border-bottom: 1px solid var(--hairline);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CostGaps {
  readonly lack = input.required<CostGapsQuery['lack']>();

  private readonly api = inject(CostTablesApi);
  private readonly limit = signal(ROWS_AT_ONCE);
  private readonly query = computed(() => ({ lack: this.lack(), offset: 0, limit: this.limit() }));
  protected readonly heading = computed(() =>
    this.lack() === 'cost' ? 'Items without a cost' : 'Items without a cost table',
  );
  protected readonly found = toSignal(
    toObservable(this.query).pipe(
      switchMap((query): Observable<Found> =>
        this.api.gaps(query).pipe(
          map((page): Found => ({ page, problem: null })),
          catchError((error: unknown) =>
            of<Found>({ page: null, problem: problemOf(error).detail }),
          ),
        ),
      ),
    ),
    { initialValue: { page: null, problem: null } },
  );

  protected most({ total }: CostGapsPage): number {
    return Math.min(total, MAX_SHOWN);
  }

  protected more(): void {
    this.limit.update((limit) => Math.min(limit * 2, MAX_SHOWN));
  }
}
