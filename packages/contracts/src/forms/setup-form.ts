import { decimal, printed, type Printed, type Setup } from '@honest-ledger/engine';
import { levelFromForm } from './level-form';

/** The name and version of the format, as they stand in a setup file. */
export const SETUP_FORMAT = 'honest-ledger-setup';
export const SETUP_FORMAT_VERSION = 1;

/** A published setup as JSON: decimals are text. */
export interface SetupForm extends Printed<Setup> {
  readonly format: typeof SETUP_FORMAT;
  readonly formatVersion: typeof SETUP_FORMAT_VERSION;
}

/** A setup from its checked form. */
export function setupFromForm(form: SetupForm): Setup {
  const { version, homeCurrency, roundingMode, unitPriceDigits } = form;
  return {
    version,
    homeCurrency,
    roundingMode,
    unitPriceDigits,
    basePrices: form.basePrices.map(({ item, price }) => ({ item, price: decimal(price) })),
    levels: form.levels.map(levelFromForm),
  };
}

export function setupToForm(setup: Setup): SetupForm {
  return { format: SETUP_FORMAT, formatVersion: SETUP_FORMAT_VERSION, ...printed(setup) };
}
