import type { ImportView, NewImport, ProblemDetails, SaidFormat } from '@honest-ledger/contracts';
import {
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';

export const filesActions = createActionGroup({
  source: 'Files',
  events: {
    'List Opened': emptyProps(),
    'List Came': props<{ files: readonly ImportView[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** A file chosen or dropped by the user. */
    Send: props<{ what: NewImport; file: File }>(),
    /** How much of it is on the server, from 0 to 1. */
    'On Its Way': props<{ part: number }>(),
    Sent: props<{ file: ImportView }>(),
    'Not Sent': props<{ problem: ProblemDetails }>(),
    /** Watched until the server has nothing more to do with it. */
    Opened: props<{ id: string }>(),
    Came: props<{ file: ImportView }>(),
    Failed: props<{ problem: ProblemDetails }>(),
    /** Somebody says how its figures and days are written. */
    'Read As': props<{ id: string; format: SaidFormat }>(),
    'Take In': props<{ id: string }>(),
    Cancel: props<{ id: string }>(),
    /** What was asked of it was refused. */
    Refused: props<{ problem: ProblemDetails }>(),
    Left: emptyProps(),
  },
});

interface FilesState {
  readonly list: Loadable<readonly ImportView[]>;
  readonly file: Loadable<ImportView>;
  /** How much of a file is on the server; null while none is on its way. */
  readonly onItsWay: number | null;
  readonly problem: ProblemDetails | null;
}

const beginning: FilesState = {
  list: idle,
  file: idle,
  onItsWay: null,
  problem: null,
};

export const filesFeature = createFeature({
  name: 'files',
  reducer: createReducer(
    beginning,
    on(filesActions.listOpened, (state): FilesState => ({
      ...state,
      list: loading(state.list),
      problem: null,
    })),
    on(filesActions.listCame, (state, { files }): FilesState => ({ ...state, list: ready(files) })),
    on(filesActions.listFailed, (state, { problem }): FilesState => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(filesActions.send, (state): FilesState => ({ ...state, onItsWay: 0, problem: null })),
    on(filesActions.onItsWay, (state, { part }): FilesState => ({ ...state, onItsWay: part })),
    on(filesActions.sent, filesActions.left, (state): FilesState => ({ ...state, onItsWay: null })),
    on(filesActions.notSent, (state, { problem }): FilesState => ({
      ...state,
      onItsWay: null,
      problem,
    })),
    on(filesActions.opened, (state, { id }): FilesState => ({
      ...state,
      file: state.file.value?.id === id ? loading(state.file) : idle,
      problem: null,
    })),
    on(filesActions.readAs, filesActions.takeIn, filesActions.cancel, (state): FilesState => ({
      ...state,
      problem: null,
    })),
    on(filesActions.came, (state, { file }): FilesState => ({ ...state, file: ready(file) })),
    on(filesActions.failed, (state, { problem }): FilesState => ({
      ...state,
      file: failed(state.file, problem),
    })),
    on(filesActions.refused, (state, { problem }): FilesState => ({ ...state, problem })),
  ),
});
