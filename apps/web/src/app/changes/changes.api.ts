import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ChangePage } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

/** What narrows the record; empty for all. */
export interface ChangeFilter {
  readonly kind: string;
  readonly key: string;
  readonly by: string;
}

@Injectable({ providedIn: 'root' })
export class ChangesApi {
  private readonly http = inject(HttpClient);

  find({ kind, key, by }: ChangeFilter, below: number | null): Observable<ChangePage> {
    const params = {
      ...(kind === '' ? {} : { kind }),
      ...(key === '' ? {} : { key }),
      ...(by === '' ? {} : { by }),
      ...(below === null ? {} : { below }),
    };
    return this.http.get<ChangePage>('/api/changes', { params });
  }
}
