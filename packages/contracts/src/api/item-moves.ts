/** What a change of an item's facts does to a price of it. */
export interface ItemMove {
  /** The name of the level that it is asked at; null for a customer without one. */
  readonly level: string | null;
  /** The name of the quantity break that it is asked under; null for none. */
  readonly break: string | null;
  /** In base units. */
  readonly quantity: string;
  readonly unit: string;
  /** What all of it comes to, in the home currency; null for no price. */
  readonly was: string | null;
  readonly now: string | null;
  readonly currency: string;
}

/** What somebody is shown before facts of an item are saved. */
export interface ItemForeseen {
  readonly moves: readonly ItemMove[];
}

/** What becomes of one item. */
export interface NamedItemForeseen extends ItemForeseen {
  readonly item: string;
  readonly name: string;
}

/** What taking in a file of items would move besides what its rows say. */
export interface FileForeseen {
  /** How many rows change an item that is there. */
  readonly changed: number;
  /** How many of them were priced: the first ones of a large file. */
  readonly priced: number;
  /** Those whose prices move. */
  readonly items: readonly NamedItemForeseen[];
}
