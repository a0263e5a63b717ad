import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { CategoryRow, ItemEdit, ItemPage, ItemView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

/** What to look for; what is left out or empty does not narrow. */
export type ItemSearch = Partial<
  Readonly<Record<'text' | 'category' | 'brand' | 'supplier' | 'kind', string>> & {
    readonly sort: string | null;
    readonly descending: boolean;
    readonly offset: number;
    readonly limit: number;
  }
>;

@Injectable({ providedIn: 'root' })
export class CatalogueApi {
  private readonly http = inject(HttpClient);

  items(search: ItemSearch): Observable<ItemPage> {
    const said = Object.entries(search).flatMap(([name, value]) =>
      value === '' || value === null ? [] : [[name, String(value)]],
    );
    const params = Object.fromEntries(said) as Record<string, string>; // texts, as made above
    return this.http.get<ItemPage>('/api/items', { params });
  }

  categories(): Observable<CategoryRow[]> {
    return this.http.get<CategoryRow[]>('/api/categories');
  }

  keep(item: string, edit: ItemEdit): Observable<ItemView> {
    return this.http.put<ItemView>(`/api/items/${encodeURIComponent(item)}`, edit);
  }

  one(item: string): Observable<ItemView> {
    return this.http.get<ItemView>(`/api/items/${encodeURIComponent(item)}`);
  }
}
