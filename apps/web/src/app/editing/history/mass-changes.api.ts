import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  MassChangeKind,
  MassChangeRow,
  MassChangeView,
  UndoMassChange,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class MassChangesApi {
  private readonly http = inject(HttpClient);

  all(kind: MassChangeKind): Observable<MassChangeRow[]> {
    return this.http.get<MassChangeRow[]>('/api/mass-changes', { params: { kind } });
  }

  /** With what undoing it would do as things stand. */
  one(id: string): Observable<MassChangeView> {
    return this.http.get<MassChangeView>(`/api/mass-changes/${id}`);
  }

  undo(id: string, seen: UndoMassChange): Observable<MassChangeRow> {
    return this.http.post<MassChangeRow>(`/api/mass-changes/${id}/undo`, seen);
  }
}
