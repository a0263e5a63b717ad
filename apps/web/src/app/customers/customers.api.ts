import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { CustomerRow, LevelChoice, LevelPreview } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class CustomersApi {
  private readonly http = inject(HttpClient);

  all(): Observable<CustomerRow[]> {
    return this.http.get<CustomerRow[]>('/api/customers');
  }

  one(code: string): Observable<CustomerRow> {
    return this.http.get<CustomerRow>(`/api/customers/${encodeURIComponent(code)}`);
  }

  previewLevel(code: string, level: string | null): Observable<LevelPreview> {
    const params = { level: level ?? '' };
    return this.http.get<LevelPreview>(`/api/customers/${encodeURIComponent(code)}/level-preview`, {
      params,
    });
  }

  chooseLevel(code: string, choice: LevelChoice): Observable<CustomerRow> {
    return this.http.put<CustomerRow>(`/api/customers/${encodeURIComponent(code)}/level`, choice);
  }
}
