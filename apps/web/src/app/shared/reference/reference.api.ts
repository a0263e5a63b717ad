import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { CustomerGroups, GoodsGroups, LevelSummary } from '@honest-ledger/contracts';
import { forkJoin, type Observable } from 'rxjs';

/** What several screens choose from and name things by. */
export interface Reference {
  readonly goods: GoodsGroups;
  readonly customers: CustomerGroups;
  readonly levels: readonly LevelSummary[];
}

@Injectable({ providedIn: 'root' })
export class ReferenceApi {
  private readonly http = inject(HttpClient);

  read(): Observable<Reference> {
    return forkJoin({
      goods: this.http.get<GoodsGroups>('/api/goods-groups'),
      customers: this.http.get<CustomerGroups>('/api/customer-groups'),
      levels: this.http.get<LevelSummary[]>('/api/levels'),
    });
  }
}
