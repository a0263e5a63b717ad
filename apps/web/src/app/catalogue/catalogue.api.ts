import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { CategoryRow, ItemPage, ItemView } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

/** What to look for; what is left out does not narrow. */
export interface ItemSearch {
  readonly text?: string;
  readonly category?: string;
  readonly limit?: number;
}

@Injectable({ providedIn: 'root' })
export class CatalogueApi {
  private readonly http = inject(HttpClient);

  items({ text, category, limit }: ItemSearch): Observable<ItemPage> {
    const params = {
      ...(text ? { text } : {}),
      ...(category ? { category } : {}),
      ...(limit === undefined ? {} : { limit }),
    };
    return this.http.get<ItemPage>('/api/items', { params });
  }

  categories(): Observable<CategoryRow[]> {
    return this.http.get<CategoryRow[]>('/api/categories');
  }

  one(item: string): Observable<ItemView> {
    return this.http.get<ItemView>(`/api/items/${encodeURIComponent(item)}`);
  }
}
