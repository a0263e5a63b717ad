import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  DocumentRow,
  Page,
  RuleAnswer,
  RuleItemsPage,
  RuleItemsQuestion,
  RuleList,
  RuleQuestion,
  RuleRecord,
  RulesAnswer,
  RuleView,
  Trial,
} from '@honest-ledger/contracts';
import { map, type Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class RulesApi {
  private readonly http = inject(HttpClient);

  all(): Observable<RuleList> {
    return this.http.get<RuleList>('/api/rules');
  }

  one(id: string): Observable<RuleView> {
    return this.http.get<RuleView>(`/api/rules/${encodeURIComponent(id)}`);
  }

  /** What a rule did on posted sales. */
  record(id: string): Observable<RuleRecord> {
    return this.http.get<RuleRecord>(`/api/rules/${encodeURIComponent(id)}/record`);
  }

  /** The goods that a rule reaches as it is edited. */
  items(id: string, question: RuleItemsQuestion): Observable<RuleItemsPage> {
    return this.http.post<RuleItemsPage>(`/api/rules/${encodeURIComponent(id)}/items`, question);
  }

  /** The documents on which a rule can be tried, the latest first. */
  latestDocuments(limit: number): Observable<readonly DocumentRow[]> {
    return this.http
      .get<Page<DocumentRow>>('/api/documents', { params: { limit, offset: 0 } })
      .pipe(map(({ rows }) => rows));
  }

  /** What becomes of all rules on a quote or a basket. */
  attemptAll(trial: Trial): Observable<RulesAnswer> {
    return this.http.post<RulesAnswer>('/api/rules/try', trial);
  }

  /** What a rule makes of a quote or a basket as it is edited. */
  attempt(id: string, question: RuleQuestion): Observable<RuleAnswer> {
    return this.http.post<RuleAnswer>(`/api/rules/${encodeURIComponent(id)}/try`, question);
  }
}
