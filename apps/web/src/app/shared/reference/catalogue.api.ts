import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  CategoryRow,
  ItemEdit,
  ItemForeseen,
  ItemPage,
  ItemRow,
  ItemView,
} from '@honest-ledger/contracts';
import { map, type Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../requests/search-params';

/** As many are read at a glance. */
const MAX_FOUND = 12;

@Injectable({ providedIn: 'root' })
export class CatalogueApi {
  private readonly http = inject(HttpClient);

  items(search: QueryParams): Observable<ItemPage> {
    return this.http.get<ItemPage>('/api/items', { params: paramsOf(search) });
  }

  /** The first that fit what somebody types to find one: that whose number it is before all others. */
  found(text: string): Observable<readonly ItemRow[]> {
    const isExact = ({ item }: ItemRow): boolean => item.toLowerCase() === text.toLowerCase();
    return this.items({ text, limit: MAX_FOUND }).pipe(
      map(({ rows }) => [...rows.filter(isExact), ...rows.filter((item) => !isExact(item))]),
    );
  }

  categories(): Observable<CategoryRow[]> {
    return this.http.get<CategoryRow[]>('/api/categories');
  }

  save(item: string, edit: ItemEdit): Observable<ItemView> {
    return this.http.put<ItemView>(`/api/items/${encodeURIComponent(item)}`, edit);
  }

  /** What an edit would move, without keeping it. */
  foresee(item: string, edit: ItemEdit): Observable<ItemForeseen> {
    return this.http.post<ItemForeseen>(`/api/items/${encodeURIComponent(item)}/foresee`, edit);
  }

  one(item: string): Observable<ItemView> {
    return this.http.get<ItemView>(`/api/items/${encodeURIComponent(item)}`);
  }
}
