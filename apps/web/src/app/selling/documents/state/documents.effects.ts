import { inject } from '@angular/core';
import { Router } from '@angular/router';
import {
  documentEditSchema,
  type PricedDocumentForm,
  type PricedLineForm,
  type ProblemDetails,
  type DocumentContent,
} from '@honest-ledger/contracts';
import { MODEL_VERSION } from '@honest-ledger/engine';
import { documentTitle } from '@honest-ledger/wording';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, filter, map, switchMap, tap, type Observable } from 'rxjs';
import { editedEffects } from '../../../editing/edited/edited-effects';
import { mapResponse } from '../../../shared/requests/map-response';
import { foundHere } from '../../../shared/requests/problems';
import { asKnown } from './as-known';
import { inputsFor, type PricingInputs } from './pricing-inputs';
import { PricingWorker } from './pricing-worker';
import { addressOf } from '../../../shared/documents/document-words';
import { DocumentsApi } from './documents.api';
import { documentsActions, documentsFeature } from './documents.feature';

const EDITS = [
  documentsActions.edited,
  documentsActions.lineAdded,
  documentsActions.undone,
  documentsActions.redone,
  documentsActions.takenUp,
] as const;

export const documentsEffects = {
  begin: createEffect(
    (actions$ = inject(Actions), api = inject(DocumentsApi)) =>
      actions$.pipe(
        ofType(documentsActions.begin),
        exhaustMap(({ kind, customer }) =>
          mapResponse(
            api.begin({ kind, customer }),
            (document) => documentsActions.begun({ document }),
            (problem) => documentsActions.notBegun({ problem }),
          ),
        ),
      ),
    { functional: true },
  ),

  showBegun: createEffect(
    (actions$ = inject(Actions), router = inject(Router)) =>
      actions$.pipe(
        ofType(documentsActions.begun),
        tap(({ document }) => void router.navigate([...addressOf(document)])),
      ),
    { functional: true, dispatch: false },
  ),

  ...editedEffects(
    {
      actions: documentsActions,
      select: documentsFeature.selectDocument,
      key: ({ number }) => number,
      id: parcelId,
      edits: [documentsActions.lineAdded],
      hurries: [documentsActions.priceAgain],
    },
    (api = inject(DocumentsApi), store = inject(Store)) => {
      const document = store.selectSignal(documentsFeature.selectDocument);
      return {
        load: ({ key }) =>
          api.one(key).pipe(map((found) => documentsActions.came({ document: found }))),
        check: problemIn,
        send: (number, content, revision) =>
          api.save(number, { ...content, revision }).pipe(
            map((view) => {
              const open = document().value;
              const answer = open?.number === number ? asKnown(view, open) : view;
              return { answer, revision: view.revision };
            }),
          ),
        parcel: (number, content, revision) => {
          const kind = document().value?.view.kind ?? 'quote';
          return {
            id: parcelId(number),
            name: documentTitle({ kind, number }),
            address: addressOf({ kind, number }).join('/'),
            request: { way: 'object', url: `/api/documents/${String(number)}` },
            content,
            revision,
          };
        },
      };
    },
  ),

  /** Prices at once, here, what was edited; the server's answer follows and counts. */
  priceHere: createEffect(
    (actions$ = inject(Actions), store = inject(Store), worker = inject(PricingWorker)) => {
      const document = store.selectSignal(documentsFeature.selectDocument);
      return actions$.pipe(
        ofType(...EDITS),
        switchMap(() => {
          const open = document().value;
          const content = open?.editing.content;
          const inputs = open && content && inputsFor(open.inputs, content);
          if (!inputs || problemIn(content, open.editing.revision)) return EMPTY;
          return worker.price(inputs.setup, inputs.document).pipe(
            map((priced) => documentsActions.pricedHere({ content, priced })),
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

  /**
   * An open document is priced here as it comes: so the worker knows what the first edit needs, and one
   * that was priced under an older version is told what the version in force would make of it.
   */
  foresee: createEffect(
    (actions$ = inject(Actions), worker = inject(PricingWorker)) =>
      actions$.pipe(
        ofType(documentsActions.came),
        filter(({ document: { state } }) => state === 'open'),
        switchMap(({ document: { number, pricing, version, versionInForce } }) =>
          priceOnce(worker, pricing).pipe(
            filter(() => version !== versionInForce),
            map((priced) => documentsActions.priceForeseen({ number, priced })),
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
        ofType(documentsActions.saved),
        filter(({ answer }) => answer.version === answer.versionInForce),
        switchMap(({ answer: document }) =>
          priceOnce(worker, document.pricing).pipe(
            tap(({ lines, modelVersion }) => {
              if (modelVersion !== MODEL_VERSION) return; // another build is on its way
              if (columns(lines) !== columns(document.priced)) {
                console.error('the browser and the server price this document otherwise', {
                  here: lines,
                  server: document.priced,
                });
              }
            }),
            catchError(() => EMPTY),
          ),
        ),
      ),
    { functional: true, dispatch: false },
  ),
};

function parcelId(number: number): string {
  return `document ${String(number)}`;
}

/** Prices here what may be priced here. */
function priceOnce(
  worker: PricingWorker,
  { setup, document }: Pick<PricingInputs, 'setup' | 'document'>,
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
function problemIn(content: DocumentContent, revision: number): ProblemDetails | null {
  return foundHere(documentEditSchema, { ...content, revision });
}
