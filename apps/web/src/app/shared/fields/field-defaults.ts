import type { Provider } from '@angular/core';
import { MAT_DATE_LOCALE } from '@angular/material/core';
import {
  MAT_FORM_FIELD_DEFAULT_OPTIONS,
  type MatFormFieldDefaultOptions,
} from '@angular/material/form-field';

const FIELDS: MatFormFieldDefaultOptions = {
  appearance: 'outline',
  subscriptSizing: 'dynamic',
  // nothing is marked as required by a star: what is missing is said in words
  hideRequiredMarker: true,
};

/** How every field looks, and in whose locale days are written and read. */
export function provideFieldDefaults(): Provider[] {
  return [
    { provide: MAT_FORM_FIELD_DEFAULT_OPTIONS, useValue: FIELDS },
    { provide: MAT_DATE_LOCALE, useFactory: () => navigator.language },
  ];
}
