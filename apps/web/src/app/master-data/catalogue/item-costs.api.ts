import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ItemCostsEdit, ItemCostsView, RuleInForce } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class ItemCostsApi {
  private readonly http = inject(HttpClient);

  of(item: string): Observable<ItemCostsView> {
    return this.http.get<ItemCostsView>(addressOfCosts(item));
  }

  save(item: string, edit: ItemCostsEdit): Observable<ItemCostsView> {
    return this.http.put<ItemCostsView>(addressOfCosts(item), edit);
  }

  /** What says how the item's price follows its cost. */
  ruleFor(item: string): Observable<RuleInForce> {
    return this.http.get<RuleInForce>(`/api/items/${encodeURIComponent(item)}/follow-rule`);
  }
}

/** Where the costs of an item are saved. */
export const addressOfCosts = (item: string): string =>
  `/api/items/${encodeURIComponent(item)}/costs`;
