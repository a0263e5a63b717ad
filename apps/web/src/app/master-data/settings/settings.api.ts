import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  HandLimit,
  HandLimitEdit,
  ListEdit,
  ListKind,
  ListRow,
  RateEdit,
  RateRow,
  UserEdit,
  UserRow,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class SettingsApi {
  private readonly http = inject(HttpClient);

  list(list: ListKind): Observable<ListRow[]> {
    return this.http.get<ListRow[]>(`/api/lists/${list}`);
  }

  saveEntry(list: ListKind, code: string, edit: ListEdit): Observable<unknown> {
    return this.http.put(`/api/lists/${list}/${encodeURIComponent(code)}`, edit);
  }

  rates(): Observable<RateRow[]> {
    return this.http.get<RateRow[]>('/api/rates');
  }

  saveRate(rate: RateEdit): Observable<unknown> {
    return this.http.put('/api/rates', rate);
  }

  handLimits(): Observable<HandLimit[]> {
    return this.http.get<HandLimit[]>('/api/hand-limits');
  }

  saveHandLimit(role: string, edit: HandLimitEdit): Observable<unknown> {
    return this.http.put(`/api/hand-limits/${role}`, edit);
  }

  users(): Observable<UserRow[]> {
    return this.http.get<UserRow[]>('/api/users');
  }

  saveUser(email: string, edit: UserEdit): Observable<unknown> {
    return this.http.put(`/api/users/${encodeURIComponent(email)}`, edit);
  }
}
