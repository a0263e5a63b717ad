import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ChangeRow, Page } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../../shared/requests/search-params';

/** The change log, as a list. */
@Injectable({ providedIn: 'root' })
export class ChangeLogApi {
  private readonly http = inject(HttpClient);

  page(search: QueryParams): Observable<Page<ChangeRow>> {
    return this.http.get<Page<ChangeRow>>('/api/change-log', { params: paramsOf(search) });
  }
}
