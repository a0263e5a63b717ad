import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { FoundThing } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class FindApi {
  private readonly http = inject(HttpClient);

  find(text: string): Observable<FoundThing[]> {
    return this.http.get<FoundThing[]>('/api/find', { params: { text } });
  }
}
