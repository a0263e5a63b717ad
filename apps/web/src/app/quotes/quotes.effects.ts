import { inject } from '@angular/core';
import { Router } from '@angular/router';
import {
  check,
  quoteEditSchema,
  type PricedDocumentForm,
  type PricedLineForm,
  type ProblemDetails,
  type QuoteContent,
} from '@honest-ledger/contracts';
import { MODEL_VERSION } from '@honest-ledger/engine';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, filter, map, switchMap, tap, type Observable } from 'rxjs';
import { answer } from '../shared/answer';
import { keepEdits } from '../shared/keep-edits';
import { isUnreachable } from '../shared/problems';
import { inputsFor, type PricingInputs } from './pricing-inputs';
import { PricingWorker } from './pricing-worker';
import { QuotesApi } from './quotes.api';
import { quotesActions, quotesFeature } from './quotes.feature';

const EDITS = [
  quotesActions.edited,
  quotesActions.lineAdded,
  quotesActions.undone,
  quotesActions.redone,
] as const;

export const quotesEffects = {
  begin: createEffect(
    (actions$ = inject(Actions), api = inject(QuotesApi)) =>
      actions$.pipe(
        ofType(quotesActions.begin),
        exhaustMap(({ customer }) =>
          answer(
            api.begin({ customer }),
            (quote) => quotesActions.begun({ quote }),
            (problem) => quotesActions.notBegun({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  showBegun: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(quotesActions.begun),
        tap(({ quote }) => void router.navigate(['/quotes', quote.number])),
      ),
    { functional: true, dispatch: false },
  ),

  open: createEffect(
    (actions$ = inject(Actions), api = inject(QuotesApi), store = inject(Store)) => {
      const quote = store.selectSignal(quotesFeature.selectQuote);
      return actions$.pipe(
        ofType(quotesActions.opened),
        filter(() => quote().value === null),
        switchMap(({ number }) =>
          answer(
            api.one(number),
            (found) => quotesActions.came({ quote: found }),
            (problem) => quotesActions.failed({ problem }),
          ),
        ),
      );
    },
    { functional: true },
  ),

  /** Prices at once, here, what was edited; the server's answer follows and counts. */
  priceHere: createEffect(
    (actions$ = inject(Actions), store = inject(Store), worker = inject(PricingWorker)) => {
      const quote = store.selectSignal(quotesFeature.selectQuote);
      return actions$.pipe(
        ofType(...EDITS),
        switchMap(() => {
          const open = quote().value;
          const content = open?.editing.content;
          const inputs = open && content && inputsFor(open.inputs, content);
          if (!inputs || problemIn(content, open.editing.revision)) return EMPTY;
          return worker.price(inputs.setup, inputs.document).pipe(
            map((priced) => quotesActions.pricedHere({ content, priced })),
            catchError((error: unknown) => {
              console.error('pricing in the browser failed', error);
              return EMPTY;
            }),
          );
        }),
      );
    },
    { functional: true },
  ),

  /** A quote priced under an older version: what would the version in force make of it? */
  foresee: createEffect(
    (actions$ = inject(Actions), worker = inject(PricingWorker)) =>
      actions$.pipe(
        ofType(quotesActions.came),
        filter(({ quote }) => quote.version !== quote.versionInForce),
        switchMap(({ quote: { number, pricing } }) =>
          priceOnce(worker, pricing).pipe(
            map((priced) => quotesActions.priceForeseen({ number, priced })),
            catchError(() => EMPTY),
          ),
        ),
      ),
    { functional: true },
  ),

  /**
   * The server's prices are those of the same engine: what it answers is priced here, too, and a
   * difference is an error of ours that must not go unseen.
   */
  compare: createEffect(
    (actions$ = inject(Actions), worker = inject(PricingWorker)) =>
      actions$.pipe(
        ofType(quotesActions.kept),
        filter(({ quote }) => quote.version === quote.versionInForce),
        switchMap(({ quote }) =>
          priceOnce(worker, quote.pricing).pipe(
            tap(({ lines, modelVersion }) => {
              if (modelVersion !== MODEL_VERSION) return; // another build is on its way
              if (columns(lines) !== columns(quote.priced)) {
                console.error('the browser and the server price this quote otherwise', {
                  here: lines,
                  server: quote.priced,
                });
              }
            }),
            catchError(() => EMPTY),
          ),
        ),
      ),
    { functional: true, dispatch: false },
  ),

  keep: createEffect(
    (actions$ = inject(Actions), api = inject(QuotesApi), store = inject(Store)) => {
      const quote = store.selectSignal(quotesFeature.selectQuote);
      return keepEdits({
        edited$: actions$.pipe(ofType(...EDITS, quotesActions.mineInsisted)),
        hurried$: actions$.pipe(
          ofType(quotesActions.opened, quotesActions.left, quotesActions.priceAgain),
        ),
        unreachable$: actions$.pipe(
          ofType(quotesActions.notKept),
          filter(({ problem }) => isUnreachable(problem)),
        ),
        editing: () => {
          const open = quote().value;
          return open && { key: open.number, editing: open.editing };
        },
        check: problemIn,
        send: (number, content, revision) =>
          api
            .keep(number, { ...content, revision })
            .pipe(map((kept) => quotesActions.kept({ content, quote: kept }))),
        keeping: (number) => quotesActions.keeping({ number }),
        notKept: (number, problem) => quotesActions.notKept({ number, problem }),
      });
    },
    { functional: true },
  ),
};

/** Prices here what may be priced here. */
function priceOnce(
  worker: PricingWorker,
  { setup, document }: PricingInputs,
): Observable<PricedDocumentForm> {
  return setup ? worker.price(setup, document) : EMPTY;
}

/** Every figure of some priced lines, as one text. */
function columns(lines: readonly PricedLineForm[]): string {
  return JSON.stringify(
    lines.map((line) =>
      line.kind === 'priced'
        ? [line.amount, line.slices.map(({ steps }) => steps.map(({ after }) => after))]
        : line.problem.kind,
    ),
  );
}

/** The same check that guards the server. */
function problemIn(content: QuoteContent, revision: number): ProblemDetails | null {
  const reading = check(quoteEditSchema, { ...content, revision });
  if (reading.ok) return null;
  const detail = reading.problems.map(({ sentence }) => `${sentence}.`).join(' ');
  return { type: 'about:blank', title: 'Not kept', status: 422, detail, fields: reading.problems };
}
