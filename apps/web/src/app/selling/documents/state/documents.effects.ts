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
import { Outbox } from '../../../editing/outbox/outbox';
import { OutboxStorage } from '../../../editing/outbox/outbox-storage';
import { mapResponse } from '../../../shared/requests/map-response';
import type { LeftEdit } from '../../../editing/editing';
import { saveEdits, type Saving } from '../../../editing/outbox/save-edits';
import { foundHere, isUnreachable } from '../../../shared/requests/problems';
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

  open: createEffect(
    (
      actions$ = inject(Actions),
      api = inject(DocumentsApi),
      store = inject(Store),
      outbox = inject(Outbox),
    ) => {
      const document = store.selectSignal(documentsFeature.selectDocument);
      return actions$.pipe(
        ofType(documentsActions.opened),
        filter(() => document().value === null),
        switchMap(({ number }) => {
          const found$ = api
            .one(number)
            .pipe(map((found) => documentsActions.came({ document: found })));
          return outbox.open(parcelId(number), found$, {
            failed: (problem) => documentsActions.failed({ problem }),
            // a parcel of this id is made below alone
            takenUp: (parcel) =>
              documentsActions.takenUp({ parcel: parcel as LeftEdit<DocumentContent> }),
          });
        }),
      );
    },
    { functional: true },
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
        filter(({ document }) => document.version === document.versionInForce),
        switchMap(({ document }) =>
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

  save: createEffect(
    (
      actions$ = inject(Actions),
      api = inject(DocumentsApi),
      store = inject(Store),
      storage = inject(OutboxStorage),
    ) => {
      const document = store.selectSignal(documentsFeature.selectDocument);
      const saving: Saving<DocumentContent, number> = {
        edited$: actions$.pipe(ofType(...EDITS, documentsActions.rebased)),
        hurried$: actions$.pipe(ofType(documentsActions.opened, documentsActions.priceAgain)),
        left$: actions$.pipe(ofType(documentsActions.left)),
        given$: actions$.pipe(ofType(documentsActions.serverVersionTaken)),
        unreachable$: actions$.pipe(
          ofType(documentsActions.notSaved),
          filter(({ problem }) => isUnreachable(problem)),
        ),
        editing: () => {
          const open = document().value;
          return open && { key: open.number, editing: open.editing };
        },
        check: problemIn,
        send: (number, content, revision) =>
          api.save(number, { ...content, revision }).pipe(
            map((saved) => {
              const open = document().value;
              const view = open?.number === number ? asKnown(saved, open) : saved;
              return {
                saved: documentsActions.saved({ content, document: view }),
                revision: saved.revision,
              };
            }),
          ),
        saving: (number) => documentsActions.saving({ number }),
        notSaved: (number, problem) => documentsActions.notSaved({ number, problem }),
        handedOver: () => documentsActions.handedOver(),
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
      return saveEdits(saving, parcelId, storage);
    },
    { functional: true },
  ),
};

const parcelId = (number: number): string => `document ${String(number)}`;

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
