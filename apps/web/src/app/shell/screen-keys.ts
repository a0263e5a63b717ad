/** What a key does on a screen. */
export interface ScreenKey {
  readonly keys: string;
  readonly does: string;
}

const EVERYWHERE: readonly ScreenKey[] = [
  { keys: 'Ctrl K', does: 'find any item, customer, level, document or screen' },
  { keys: 'F9', does: 'the price desk: any price, without a document' },
  { keys: '?', does: 'these keys' },
  { keys: 'Esc', does: 'put the workings back beside the sheet' },
  { keys: 'Tab, Shift Tab', does: 'the next field, the one before' },
];

const LIST: readonly ScreenKey[] = [
  { keys: '↑ ↓ ← →', does: 'walk through the list' },
  { keys: 'Enter', does: 'open the row' },
  { keys: 'Enter on a heading', does: 'sort by the column' },
];

const EDITING: readonly ScreenKey[] = [
  { keys: 'Ctrl Z', does: 'take back the last edit' },
  { keys: 'Ctrl Shift Z', does: 'make it again' },
];

const DOCUMENT: readonly ScreenKey[] = [
  { keys: '↑ ↓', does: 'the same field of the line above or below' },
  { keys: 'Enter', does: 'keep what is typed' },
  { keys: 'Tab to a price', does: 'show how it came about in the workings' },
  { keys: 'Alt L', does: 'take the price that the customer paid last for the line’s item' },
  ...EDITING,
];

/** The keys of each screen, by the beginning of its address; the longest that fits counts. */
const SCREENS: readonly { readonly at: string; readonly keys: readonly ScreenKey[] }[] = [
  { at: '/catalogue', keys: LIST },
  {
    at: '/catalogue/',
    keys: [{ keys: 'Tab to a price', does: 'show how it came about in the workings' }, ...EDITING],
  },
  { at: '/customers', keys: [...LIST, { keys: 'Space', does: 'choose the customer of the row' }] },
  {
    at: '/customers/',
    keys: [{ keys: 'Tab to a price', does: 'show how it came about in the workings' }, ...EDITING],
  },
  { at: '/levels', keys: LIST },
  {
    at: '/levels/',
    keys: [
      ...EDITING,
      {
        keys: 'Ctrl V',
        does: 'paste item numbers and prices from a spreadsheet, under typed prices',
      },
    ],
  },
  { at: '/basics', keys: EDITING },
  { at: '/quotes', keys: LIST },
  { at: '/quotes/', keys: DOCUMENT },
  { at: '/orders', keys: LIST },
  { at: '/orders/', keys: DOCUMENT },
  { at: '/sales', keys: LIST },
  { at: '/sales/', keys: DOCUMENT },
  {
    at: '/price-desk',
    keys: [
      { keys: 'Enter', does: 'take the first item that fits, or what is typed' },
      { keys: 'Tab to a price', does: 'show how it came about in the workings' },
    ],
  },
  { at: '/versions', keys: LIST },
  { at: '/files', keys: LIST },
];

/** The keys that the screen at an address knows. */
export function keysAt(address: string): readonly ScreenKey[] {
  const [own] = SCREENS.filter(({ at }) => address.startsWith(at)).sort(
    (a, b) => b.at.length - a.at.length,
  );
  return [...(own?.keys ?? []), ...EVERYWHERE];
}
