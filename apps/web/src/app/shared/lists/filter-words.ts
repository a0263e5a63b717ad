import { writeCalendarDay } from '../numbers/dates';
import { writeNumber } from '../numbers/numbers';
import type { ListFilterField } from './list-filter-field';
import type { ListFilter } from './lists.feature';

/** So many names are told; of more, how many there are. */
const MAX_TOLD = 2;

/** What a field narrows a list to, for its chip; null where it lets everything through. */
export function filterWords(field: ListFilterField, filter: ListFilter): string | null {
  switch (field.kind) {
    case 'flag':
      return filter[field.name] ? field.label : null;
    case 'choices': {
      const codes = filter[field.name] ?? [];
      if (codes.length === 0) return null;
      const names = codes.map(
        (code) => field.options.find((option) => option.code === code)?.name ?? code,
      );
      const told = names.slice(0, MAX_TOLD).join(', ');
      const more = names.length - MAX_TOLD;
      return `${field.label}: ${told}${more > 0 ? ` and ${String(more)} more` : ''}`;
    }
    case 'range':
    case 'days': {
      const write =
        field.kind === 'days'
          ? writeCalendarDay
          : (figure: string) =>
              `${writeNumber(figure)}${field.unit === '' ? '' : ` ${field.unit}`}`;
      const parts = [field.from, field.to].flatMap(([name, label]) => {
        const [value] = filter[name] ?? [];
        return value === undefined ? [] : [`${label.toLowerCase()} ${write(value)}`];
      });
      return parts.length === 0 ? null : `${field.label}: ${parts.join(', ')}`;
    }
  }
}
