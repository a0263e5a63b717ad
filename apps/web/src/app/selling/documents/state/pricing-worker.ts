import { Injectable, type OnDestroy } from '@angular/core';
import type {
  DocumentFactsForm,
  DocumentForm,
  PricedDocumentForm,
  PricedLineForm,
  SetupForm,
} from '@honest-ledger/contracts';
import { Observable, Subject } from 'rxjs';
import type { PricingAnswer, PricingRequest } from './pricing-messages';

/** What came of one question. */
type Answered =
  | { readonly id: number; readonly priced: PricedDocumentForm }
  | { readonly id: number; readonly fault: string };

/** The page's side of the web worker that prices documents. */
@Injectable({ providedIn: 'root' })
export class PricingWorker implements OnDestroy {
  private readonly worker = new Worker(new URL('./pricing.worker', import.meta.url), {
    type: 'module',
  });
  private readonly answers = new Subject<Answered>();
  private last = 0;
  /** What the worker was told last; it remembers that. */
  private told: { readonly setup: SetupForm; readonly facts: DocumentFactsForm } | null = null;
  /** The lines as they were answered last, by their ids: one that stays is the same object. */
  private lines: ReadonlyMap<string, PricedLineForm> = new Map();

  constructor() {
    // every answer is taken in, also one that nobody waits for: later ones go on from it
    this.worker.addEventListener('message', ({ data }: MessageEvent<PricingAnswer>) => {
      if ('fault' in data) this.told = null; // it may not have got so far as to remember
      this.answers.next('fault' in data ? data : this.whole(data));
    });
  }

  /** Prices once; an answer that nobody waits for any more is dropped. */
  price(setup: SetupForm, { facts, ...document }: DocumentForm): Observable<PricedDocumentForm> {
    return new Observable((subscriber) => {
      const id = (this.last += 1);
      const listening = this.answers.subscribe((answer) => {
        if (answer.id !== id) return;
        if ('fault' in answer) {
          subscriber.error(new Error(answer.fault));
          return;
        }
        subscriber.next(answer.priced);
        subscriber.complete();
      });
      const request: PricingRequest = {
        id,
        setup: this.told?.setup === setup ? null : setup,
        facts: this.told?.facts === facts ? null : facts,
        document,
      };
      this.told = { setup, facts };
      this.worker.postMessage(request);
      return () => {
        listening.unsubscribe();
      };
    });
  }

  ngOnDestroy(): void {
    this.worker.terminate();
  }

  private whole({ id, priced, lines }: Exclude<PricingAnswer, { fault: string }>): Answered {
    const whole = lines.flatMap((line) =>
      typeof line === 'string' ? (this.lines.get(line) ?? []) : [line],
    );
    this.lines = new Map(whole.map((line) => [line.id, line]));
    return { id, priced: { ...priced, lines: whole } };
  }
}
