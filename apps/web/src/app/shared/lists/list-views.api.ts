import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  ListColumn,
  ListName,
  ListView,
  ListViewContent,
  ListViews,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

/** What people saved of a list. */
@Injectable({ providedIn: 'root' })
export class ListViewsApi {
  private readonly http = inject(HttpClient);

  of(list: ListName): Observable<ListViews> {
    return this.http.get<ListViews>(`/api/list-views/${list}`);
  }

  keepLayout(list: ListName, columns: readonly ListColumn[]): Observable<unknown> {
    return this.http.put(`/api/list-views/${list}/layout`, { columns });
  }

  create(list: ListName, content: ListViewContent): Observable<ListView> {
    return this.http.post<ListView>(`/api/list-views/${list}`, content);
  }

  save(list: ListName, id: string, content: ListViewContent): Observable<ListView> {
    return this.http.put<ListView>(`/api/list-views/${list}/${id}`, content);
  }

  delete(list: ListName, id: string): Observable<unknown> {
    return this.http.delete(`/api/list-views/${list}/${id}`);
  }
}
