import { HttpClient, type HttpEvent } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  FileForeseen,
  ImportRowPage,
  ImportView,
  NewImport,
  RowVerdict,
  SaidFormat,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class FilesApi {
  private readonly http = inject(HttpClient);

  all(): Observable<ImportView[]> {
    return this.http.get<ImportView[]>('/api/imports');
  }

  one(id: string): Observable<ImportView> {
    return this.http.get<ImportView>(`/api/imports/${id}`);
  }

  /** Tells how far it is on its way, and answers with the file as the server has it. */
  send(what: NewImport, file: File): Observable<HttpEvent<ImportView>> {
    const form = new FormData();
    form.append('file', file);
    return this.http.post<ImportView>('/api/imports', form, {
      params: { ...what },
      observe: 'events',
      reportProgress: true,
    });
  }

  rows(
    id: string,
    asked: { readonly verdict: RowVerdict | null; readonly offset: number; readonly limit: number },
  ): Observable<ImportRowPage> {
    const { verdict, offset, limit } = asked;
    const params = { offset, limit, ...(verdict === null ? {} : { verdict }) };
    return this.http.get<ImportRowPage>(`/api/imports/${id}/rows`, { params });
  }

  moves(id: string): Observable<FileForeseen> {
    return this.http.get<FileForeseen>(`/api/imports/${id}/moves`);
  }

  readAs(id: string, format: SaidFormat): Observable<ImportView> {
    return this.http.put<ImportView>(`/api/imports/${id}/format`, format);
  }

  takeIn(id: string): Observable<ImportView> {
    return this.http.post<ImportView>(`/api/imports/${id}/apply`, {});
  }

  cancel(id: string): Observable<ImportView> {
    return this.http.delete<ImportView>(`/api/imports/${id}`);
  }
}
