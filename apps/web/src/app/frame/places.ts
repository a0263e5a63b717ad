/** A screen that can be gone to. */
export interface Place {
  readonly name: string;
  readonly link: string;
}

export interface PlaceGroup {
  readonly name: string;
  readonly places: readonly Place[];
}

/** The screens there are, in the order of the work. */
export const PLACES: readonly PlaceGroup[] = [
  { name: 'Goods', places: [{ name: 'Catalogue', link: '/catalogue' }] },
  { name: 'Customers', places: [{ name: 'Customers', link: '/customers' }] },
  {
    name: 'Pricing',
    places: [
      { name: 'Levels', link: '/levels' },
      { name: 'Basics', link: '/basics' },
    ],
  },
  { name: 'Documents', places: [{ name: 'Quotes', link: '/quotes' }] },
  {
    name: 'Records',
    places: [
      { name: 'Draft', link: '/draft' },
      { name: 'Versions', link: '/versions' },
      { name: 'Files', link: '/files' },
      { name: 'Changes', link: '/changes' },
      { name: 'Settings', link: '/settings' },
    ],
  },
];
