import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  DiscardedDraft,
  DraftRow,
  DraftTrial,
  DraftView,
  EditParams,
  SaveEdit,
  SaveEditAnswer,
  Publish,
  PublishAnswer,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class DraftApi {
  private readonly http = inject(HttpClient);

  all(): Observable<DraftRow[]> {
    return this.http.get<DraftRow[]>('/api/drafts');
  }

  open(name: string): Observable<{ draft: string }> {
    return this.http.post<{ draft: string }>('/api/drafts', { name });
  }

  /** A draft with a page of its edits, from an offset on. */
  one(id: string, offset = 0): Observable<DraftView> {
    const params = offset === 0 ? {} : { offset };
    return this.http.get<DraftView>(`/api/drafts/${id}`, { params });
  }

  trial(id: string): Observable<DraftTrial> {
    return this.http.get<DraftTrial>(`/api/drafts/${id}/trial`);
  }

  takeBack(id: string): Observable<unknown> {
    return this.http.delete(`/api/drafts/${id}/waiting`);
  }

  discard(id: string): Observable<unknown> {
    return this.http.delete(`/api/drafts/${id}`);
  }

  discarded(): Observable<DiscardedDraft[]> {
    return this.http.get<DiscardedDraft[]>('/api/drafts/discarded');
  }

  bringBack(id: string): Observable<unknown> {
    return this.http.post(`/api/drafts/${id}/bring-back`, {});
  }

  publish(id: string, body: Publish): Observable<PublishAnswer> {
    return this.http.post<PublishAnswer>(`/api/drafts/${id}/publish`, body);
  }

  saveEdit(object: EditParams, edit: SaveEdit): Observable<SaveEditAnswer> {
    return this.http.put<SaveEditAnswer>(addressOfEdit(object), edit);
  }

  discardEdit(object: EditParams): Observable<unknown> {
    return this.http.delete(addressOfEdit(object));
  }
}

/** Where an edit of an object is saved. */
export function addressOfEdit({ kind, key }: EditParams): string {
  return `/api/edits/${kind}/${encodeURIComponent(key)}`;
}
