import type { AnyObjectChange, EditParams } from '@honest-ledger/contracts';
import type { Parcel } from '../outbox/parcel';
import { addressOfEdit } from './draft.api';
import type { Drafted, ObjectEdit } from './object-edits.feature';
import { objectAddress, objectTitle } from './object-words';

/** The id of the parcel with an edit of this object. */
export function objectParcelId({ kind, key }: EditParams): string {
  return `${kind} ${key}`;
}

/** An edit of an object of the setup, as it waits to be sent. */
export function objectParcel(
  object: EditParams,
  content: unknown,
  revision: number,
  { draft, isNew }: { readonly draft: string | null; readonly isNew: boolean },
): Parcel {
  const name = nameIn(content) ?? (object.kind === 'basePrice' ? object.key : '');
  // it was edited as an object of its kind
  const change = { ...object, name, before: null, after: content } as AnyObjectChange;
  const address = (objectAddress(change) ?? ['/draft']).join('/');
  return {
    id: objectParcelId(object),
    name: objectTitle(change).trim(),
    address: isNew ? `${address}?new=yes` : address,
    request: { way: 'draft', url: addressOfEdit(object), draft },
    content,
    revision,
  };
}

/** The same for an edit that a grid sends, which may take the object’s edit out of its draft. */
export function editParcel(
  { object, before, after, isNew = false }: ObjectEdit,
  revision: number,
  draft: string | null,
): Parcel {
  const content = after.edited ? after.content : null;
  const made = objectParcel(object, content, revision, { draft, isNew: isNew && revision === 0 });
  const parcel = { ...made, before };
  return after.edited
    ? parcel
    : { ...parcel, request: { way: 'discard', url: addressOfEdit(object) } };
}

/** The edit that such a parcel is. */
export function editIn({ id, content, before, request }: Parcel): ObjectEdit {
  const [kind, ...key] = id.split(' ');
  const after: Drafted =
    request.way === 'discard'
      ? { edited: false }
      : // a grid’s edit, made above
        { edited: true, content: content as object | null };
  return {
    object: { kind: kind as EditParams['kind'], key: key.join(' ') },
    before: (before as Drafted | undefined) ?? { edited: false },
    after,
  };
}

function nameIn(content: unknown): string | null {
  if (typeof content !== 'object' || content === null) return null;
  if ('name' in content && typeof content.name === 'string') return content.name;
  return 'item' in content && typeof content.item === 'string' ? content.item : null;
}
