import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { OwnPassword, SessionAnswer, SignIn } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class SessionApi {
  private readonly http = inject(HttpClient);

  read(): Observable<SessionAnswer> {
    return this.http.get<SessionAnswer>('/api/session');
  }

  signIn(body: SignIn): Observable<SessionAnswer> {
    return this.http.post<SessionAnswer>('/api/session', body);
  }

  changePassword(body: OwnPassword): Observable<unknown> {
    return this.http.put('/api/session/password', body);
  }

  signOut(): Observable<unknown> {
    return this.http.delete('/api/session');
  }
}
