import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Page, VersionRow, VersionView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../../shared/requests/search-params';

@Injectable({ providedIn: 'root' })
export class VersionsApi {
  private readonly http = inject(HttpClient);

  page(search: QueryParams): Observable<Page<VersionRow>> {
    return this.http.get<Page<VersionRow>>('/api/versions', { params: paramsOf(search) });
  }

  one(number: number, against: number | null): Observable<VersionView> {
    const params = against === null ? {} : { against };
    return this.http.get<VersionView>(`/api/versions/${String(number)}`, { params });
  }

  draftOf(number: number): Observable<{ draft: string }> {
    return this.http.post<{ draft: string }>(`/api/versions/${String(number)}/draft`, {});
  }
}
