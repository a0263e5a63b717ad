import type { ProblemDetails } from '@honest-ledger/contracts';
import {
  createReducer,
  emptyProps,
  on,
  props,
  type Action,
  type ActionCreator,
  type ActionReducer,
} from '@ngrx/store';
import { failed, loading, idle, ready, type Loadable } from '../../shared/requests/loadable';
import type { OpenedObject } from './object-effects';

/** What happens to a kind of setup objects that has a list and a screen of its own. */
// the parameters say what the actions carry, which nothing else can
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export function objectEvents<Summary, Content>() {
  return {
    'List Opened': emptyProps(),
    'List Came': props<{ all: readonly Summary[] }>(),
    'List Failed': props<{ problem: ProblemDetails }>(),
    /** `isNew` begins an object that nobody has yet, as a copy of another where one is named. */
    Opened: props<{ id: string; isNew: boolean; like: string | null }>(),
    Came: props<{ opened: OpenedObject<Content> }>(),
    Failed: props<{ problem: ProblemDetails }>(),
  };
}

type Creator<Props extends object> = ActionCreator<
  string,
  (props: Props & Record<never, never>) => Props & Action
>;

/** The actions of these events, whatever they are called. */
interface ObjectActions<Summary, Content> {
  readonly listOpened: ActionCreator<string, () => Action>;
  readonly listCame: Creator<{ all: readonly Summary[] }>;
  readonly listFailed: Creator<{ problem: ProblemDetails }>;
  readonly opened: Creator<{ id: string; isNew: boolean; like: string | null }>;
  readonly came: Creator<{ opened: OpenedObject<Content> }>;
  readonly failed: Creator<{ problem: ProblemDetails }>;
}

export interface ObjectsState<Summary, Content> {
  readonly list: Loadable<readonly Summary[]>;
  readonly opened: Loadable<OpenedObject<Content>>;
}

/** What these actions do to the list, and to the object that is open. */
export function objectReducer<Summary, Content>(
  actions: ObjectActions<Summary, Content>,
): ActionReducer<ObjectsState<Summary, Content>> {
  type State = ObjectsState<Summary, Content>;
  const beginning: State = { list: idle, opened: idle };
  return createReducer<State>(
    beginning,
    on(actions.listOpened, (state): State => ({ ...state, list: loading(state.list) })),
    on(actions.listCame, (state, { all }): State => ({ ...state, list: ready(all) })),
    on(actions.listFailed, (state, { problem }): State => ({
      ...state,
      list: failed(state.list, problem),
    })),
    on(actions.opened, (state, { id }): State => ({
      ...state,
      opened: state.opened.value?.id === id ? loading(state.opened) : loading(idle),
    })),
    on(actions.came, (state, { opened }): State => ({ ...state, opened: ready(opened) })),
    on(actions.failed, (state, { problem }): State => ({
      ...state,
      opened: failed(state.opened, problem),
    })),
  );
}
