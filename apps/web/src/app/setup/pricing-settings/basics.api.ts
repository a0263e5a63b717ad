import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Basics } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class BasicsApi {
  private readonly http = inject(HttpClient);

  read(): Observable<Basics> {
    return this.http.get<Basics>('/api/basics');
  }
}
