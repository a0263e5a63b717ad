import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  BenchAnswer,
  BenchQuestion,
  EndingAssignments,
  LevelSummary,
  LevelView,
  ReachedPage,
  ReachedQuestion,
} from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class LevelsApi {
  private readonly http = inject(HttpClient);

  all(): Observable<LevelSummary[]> {
    return this.http.get<LevelSummary[]>('/api/levels');
  }

  one(id: string): Observable<LevelView> {
    return this.http.get<LevelView>(`/api/levels/${encodeURIComponent(id)}`);
  }

  ending(days: number): Observable<EndingAssignments> {
    return this.http.get<EndingAssignments>('/api/ending-assignments', { params: { days } });
  }

  reached(id: string, question: ReachedQuestion): Observable<ReachedPage> {
    return this.http.post<ReachedPage>(`/api/levels/${encodeURIComponent(id)}/reached`, question);
  }

  bench(id: string, question: BenchQuestion): Observable<BenchAnswer> {
    return this.http.post<BenchAnswer>(`/api/levels/${encodeURIComponent(id)}/bench`, question);
  }
}
