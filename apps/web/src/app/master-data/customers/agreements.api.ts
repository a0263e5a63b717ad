import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { AgreementQuery, AgreementRow, SetupContents } from '@honest-ledger/contracts';
import type { Observable } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class AgreementsApi {
  private readonly http = inject(HttpClient);

  find(query: AgreementQuery): Observable<AgreementRow[]> {
    return this.http.get<AgreementRow[]>('/api/agreements', { params: { ...query } });
  }
}

/** What asks for the agreements of one party. */
export function queryOf(party: SetupContents['agreement']['party']): Record<string, string> {
  return party.kind === 'customer' ? { customer: party.customer } : { segment: party.segment };
}
