import { filterWords } from './filter-words';
import type { ListFilterField } from './list-filter-field';

const BRAND: ListFilterField = {
  kind: 'choices',
  name: 'brand',
  label: 'Brand',
  options: ['Ebb', 'Flood', 'Tern', 'Quay'].map((name) => ({ code: name.toLowerCase(), name })),
};
const MARGIN: ListFilterField = {
  kind: 'range',
  label: 'Margin',
  from: ['marginFrom', 'At least'],
  to: ['marginBelow', 'Less than'],
  unit: '%',
};
const CHANGED: ListFilterField = {
  kind: 'days',
  label: 'Changed',
  from: ['changedFrom', 'First day'],
  to: ['changedTo', 'Last day'],
};

describe('the words of a filter', () => {
  it('name what is chosen, and count what would be too long', () => {
    expect(filterWords(BRAND, {})).toBeNull();
    expect(filterWords(BRAND, { brand: ['ebb', 'tern'] })).toBe('Brand: Ebb, Tern');
    expect(filterWords(BRAND, { brand: ['ebb', 'flood', 'tern', 'quay'] })).toBe(
      'Brand: Ebb, Flood and 2 more',
    );
    expect(filterWords(BRAND, { brand: ['gone'] })).toBe('Brand: gone');
  });

  it('say either end of a range, with its unit, and days with the month in letters', () => {
    expect(filterWords(MARGIN, { marginBelow: ['20'] })).toBe('Margin: less than 20 %');
    expect(filterWords(MARGIN, { marginFrom: ['12.5'], marginBelow: ['20'] })).toBe(
      'Margin: at least 12.5 %, less than 20 %',
    );
    const day = filterWords(CHANGED, { changedTo: ['2026-11-24'] });
    expect(day).toMatch(/^Changed: last day .*Nov.* 2026$/);
  });

  it('of a flag are its label', () => {
    const field: ListFilterField = { kind: 'flag', name: 'repeating', label: 'Repeating only' };
    expect(filterWords(field, { repeating: ['true'] })).toBe('Repeating only');
    expect(filterWords(field, {})).toBeNull();
  });
});
