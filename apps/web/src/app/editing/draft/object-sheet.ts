import { computed, inject, type Signal } from '@angular/core';
import {
  check,
  type ObjectDraft,
  type SetupContents,
  type SetupObjectKind,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { Schema } from 'joi';
import { draftedNow } from './drafted-now';
import { objectEditsActions, objectEditsFeature, type Drafted } from './object-edits.feature';

/** True where content can be read and computed with, though a name may still be missing. */
export function isReadable<Content>(schema: Schema<Content>, content: unknown): boolean {
  const reading = check<Content>(schema, content);
  return reading.ok || reading.problems.every(({ path }) => NAMES.has(path));
}

/** What is said in words alone. */
const NAMES: ReadonlySet<string> = new Set(['name', 'words']);

/** An object of the setup as published and as a draft would have it. */
export interface ObjectView<Content> {
  readonly id: string;
  readonly published: Content | null;
  readonly draft: ObjectDraft<Content> | null;
}

/** One object of the setup on a screen of its own: what it says, what is wrong, and how it is edited. */
export interface ObjectSheet<Content> {
  /** What the fields show: the draft's, else the published, else what it begins as; null unread. */
  readonly content: Signal<Content | null>;
  /** The same where it can be read and computed with: only names may be missing. Null elsewhere. */
  readonly readable: Signal<Content | null>;
  /** How it stands, in words: "as published". */
  readonly state: Signal<string>;
  /** What is wrong with it, by path: found here as it is typed, or told by the server. */
  readonly problems: Signal<ReadonlyMap<string, string>>;
  /** What is wrong at one path. */
  wrong(path: string): string | null;
  /** Keeps the whole content anew. */
  save(content: Content): void;
  /** The same with some parts of it changed. */
  set(part: Partial<Content>): void;
  withdraw(): void;
  discard(): void;
}

/** Where called, dependencies can be injected. */
export function objectSheet<Kind extends SetupObjectKind>({
  kind,
  id,
  view,
  schema,
  beginning,
}: {
  readonly kind: Kind;
  readonly id: Signal<string>;
  readonly view: Signal<ObjectView<SetupContents[Kind] & object> | null>;
  readonly schema: Schema<SetupContents[Kind]>;
  /** What an object that nobody has yet says. */
  readonly beginning: () => SetupContents[Kind] & object;
}): ObjectSheet<SetupContents[Kind] & object> {
  type Content = SetupContents[Kind] & object;
  const store = inject(Store);
  const drafts = draftedNow();
  const refused = store.selectSignal(objectEditsFeature.selectRefused);
  const drafted = computed((): Drafted => drafts()(id(), view()?.draft ?? null));
  const content = computed((): Content | null => {
    const found = view();
    if (found?.id !== id()) return null;
    const now = drafted();
    // what was drafted as an object of this kind
    const edited = now.edited ? (now.content as Content | null) : null;
    return edited ?? found.published ?? beginning();
  });
  const readable = computed((): Content | null => {
    const shown = content();
    return shown && isReadable(schema, shown) ? shown : null;
  });
  const state = computed(() => {
    const now = drafted();
    const isPublished = view()?.published != null;
    if (!now.edited) return isPublished ? 'Published' : 'New: not saved yet';
    if (now.content === null) return '△ Deleted in draft';
    if (refused()[id()]) return isPublished ? '△ Changed, not saved' : '△ New, not saved';
    return isPublished ? '△ Changed in draft' : '△ New in draft';
  });
  const problems = computed((): ReadonlyMap<string, string> => {
    const shown = content();
    if (!shown || !drafted().edited) return new Map();
    const reading = check<SetupContents[Kind]>(schema, shown);
    const told = refused()[id()]?.problem.fields ?? [];
    const all = [
      ...told.map(({ path, sentence }) => ({ path: path.replace(/^content\.?/, ''), sentence })),
      ...(reading.ok ? [] : reading.problems),
    ];
    return new Map(all.map(({ path, sentence }) => [path, sentence]));
  });
  const send = (after: Drafted): void => {
    const isNew = view()?.published == null && view()?.draft == null;
    const edit = { object: { kind, key: id() }, before: drafted(), after, isNew };
    store.dispatch(objectEditsActions.edited({ edit }));
  };
  const save = (whole: Content): void => {
    send({ edited: true, content: whole });
  };
  return {
    content,
    readable,
    state,
    problems,
    wrong: (path) => problems().get(path) ?? null,
    save,
    set: (part) => {
      const shown = content();
      if (shown) save(Object.assign({}, shown, part));
    },
    withdraw: () => {
      send({ edited: true, content: null });
    },
    discard: () => {
      send({ edited: false });
    },
  };
}
