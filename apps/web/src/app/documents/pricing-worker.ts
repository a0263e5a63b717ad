import { Injectable, type OnDestroy } from '@angular/core';
import type { DocumentForm, PricedDocumentForm, SetupForm } from '@honest-ledger/contracts';
import { Observable } from 'rxjs';
import type { PricingAnswer, PricingRequest } from './pricing-messages';

/** The page's side of the web worker that prices documents. */
@Injectable({ providedIn: 'root' })
export class PricingWorker implements OnDestroy {
  private readonly worker = new Worker(new URL('./pricing.worker', import.meta.url), {
    type: 'module',
  });
  private last = 0;

  /** Prices once; an answer that nobody waits for any more is dropped. */
  price(setup: SetupForm, document: DocumentForm): Observable<PricedDocumentForm> {
    return new Observable((subscriber) => {
      const id = (this.last += 1);
      const listen = ({ data }: MessageEvent<PricingAnswer>): void => {
        if (data.id !== id) return;
        if ('fault' in data) {
          subscriber.error(new Error(data.fault));
          return;
        }
        subscriber.next(data.priced);
        subscriber.complete();
      };
      this.worker.addEventListener('message', listen);
      this.worker.postMessage({ id, setup, document } satisfies PricingRequest);
      return () => {
        this.worker.removeEventListener('message', listen);
      };
    });
  }

  ngOnDestroy(): void {
    this.worker.terminate();
  }
}
