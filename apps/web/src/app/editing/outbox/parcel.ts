import type { ItemCosts } from '@honest-ledger/contracts';

/** An edit that the server does not have yet, with all that it takes to send it. */
export interface Parcel {
  /** The object, one parcel for each: "document 1042", "level 6f0c…". */
  readonly id: string;
  /** What its reader calls it: "Order 1042". */
  readonly name: string;
  /** The screen on which it is edited. */
  readonly address: string;
  readonly request: ParcelRequest;
  /** What the object is to be; null where it is to be withdrawn. */
  readonly content: unknown;
  /** The revision on the server that it was made from. */
  readonly revision: number;
  /** What the object was before, where its screen needs that to take it back. */
  readonly before?: unknown;
}

/** Where a parcel goes. */
export type ParcelRequest =
  /** The content itself, with its revision. */
  | { readonly way: 'object'; readonly url: string }
  /** The content as an edit of a draft; null for the draft that is open. */
  | { readonly way: 'draft'; readonly url: string; readonly draft: string | null }
  /** An item’s costs, made from what was seen of them: they have no revision of their own. */
  | { readonly way: 'costs'; readonly url: string; readonly seen: ItemCosts }
  /** The edit is to be taken out of its draft. */
  | { readonly way: 'discard'; readonly url: string };

/** What is sent for a parcel. */
export function bodyOf({ request, content, revision }: Parcel): object {
  switch (request.way) {
    case 'draft':
      return { content, revision, draft: request.draft };
    case 'costs':
      return { seen: request.seen, content };
    case 'object':
    case 'discard':
      return { ...(content as object), revision };
  }
}
