import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  CostGapsPage,
  CostGapsQuery,
  CostTableList,
  CostTableView,
  TableItemsPage,
  TableItemsQuestion,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf } from '../../shared/requests/search-params';

@Injectable({ providedIn: 'root' })
export class CostTablesApi {
  private readonly http = inject(HttpClient);

  all(): Observable<CostTableList> {
    return this.http.get<CostTableList>('/api/cost-tables');
  }

  one(id: string): Observable<CostTableView> {
    return this.http.get<CostTableView>(`/api/cost-tables/${encodeURIComponent(id)}`);
  }

  /** The items that a table takes in as it is edited. */
  items(id: string, question: TableItemsQuestion): Observable<TableItemsPage> {
    const path = `/api/cost-tables/${encodeURIComponent(id)}/items`;
    return this.http.post<TableItemsPage>(path, question);
  }

  gaps(query: CostGapsQuery): Observable<CostGapsPage> {
    return this.http.get<CostGapsPage>('/api/cost-gaps', { params: paramsOf({ ...query }) });
  }
}
