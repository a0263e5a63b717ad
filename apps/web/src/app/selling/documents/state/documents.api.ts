import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  Transition,
  TransitionView,
  ComputedAgain,
  DocumentEdit,
  DocumentRow,
  DocumentView,
  NewDocument,
  Page,
} from '@honest-ledger/contracts';
import type { DocumentKind } from '@honest-ledger/engine';
import type { Observable } from 'rxjs';
import { paramsOf, type QueryParams } from '../../../shared/requests/search-params';

export type TakeBack = 'cancel' | 'reopen';

@Injectable({ providedIn: 'root' })
export class DocumentsApi {
  private readonly http = inject(HttpClient);

  page(search: QueryParams): Observable<Page<DocumentRow>> {
    return this.http.get<Page<DocumentRow>>('/api/documents', { params: paramsOf(search) });
  }

  one(number: number): Observable<DocumentView> {
    return this.http.get<DocumentView>(`/api/documents/${String(number)}`);
  }

  begin(body: NewDocument): Observable<DocumentView> {
    return this.http.post<DocumentView>('/api/documents', body);
  }

  foreseeTransition(number: number, into: DocumentKind): Observable<TransitionView> {
    const params = { into };
    return this.http.get<TransitionView>(`/api/documents/${String(number)}/transition`, { params });
  }

  transition(number: number, transition: Transition): Observable<DocumentView> {
    return this.http.post<DocumentView>(`/api/documents/${String(number)}/transition`, transition);
  }

  /** As it was priced, computed once more. */
  again(number: number): Observable<ComputedAgain> {
    return this.http.get<ComputedAgain>(`/api/documents/${String(number)}/again`);
  }

  /** Cancels an order, or opens it again. */
  takeBack(number: number, how: TakeBack, revision: number): Observable<DocumentView> {
    return this.http.post<DocumentView>(`/api/documents/${String(number)}/${how}`, { revision });
  }

  save(number: number, edit: DocumentEdit): Observable<DocumentView> {
    return this.http.put<DocumentView>(`/api/documents/${String(number)}`, edit);
  }
}
