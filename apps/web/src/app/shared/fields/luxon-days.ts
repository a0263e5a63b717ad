import type { Provider } from '@angular/core';
import type { MatDateFormats } from '@angular/material/core';
import { provideLuxonDateAdapter } from '@angular/material-luxon-adapter';

/**
 * Days and times as the reader's locale writes them, months in letters; read also as numbers in the
 * locale's order, and as ISO 8601. The tokens are Luxon's.
 */
const FORMATS: MatDateFormats = {
  parse: {
    dateInput: ['DD', 'D', 'DDD', 'd MMM yyyy', 'd MMMM yyyy', 'd.M.yyyy', 'yyyy-M-d'],
    timeInput: ['T', 't', 'H:mm', 'Hmm', 'H'],
  },
  display: {
    dateInput: 'DD',
    timeInput: 'T',
    monthYearLabel: 'LLLL yyyy',
    dateA11yLabel: 'DDDD',
    monthYearA11yLabel: 'LLLL yyyy',
    timeOptionLabel: 'T',
  },
};

/** The date adapter of a field; it comes with the first screen that has one. */
export function provideDays(): Provider[] {
  return provideLuxonDateAdapter(FORMATS);
}
