import {
  decimal,
  serialized,
  type Agreement,
  type BasePrice,
  type Floor,
  type Serialized,
  type Setup,
} from '@honest-ledger/engine';
import { breakFromForm } from './break-form';
import { costTableFromForm } from './cost-table-form';
import { ruleFromForm, savedConditionFromForm } from './rule-form';
import { datedFromForm, levelFromForm } from './level-form';

/** The name and version of the format, as they stand in a setup file. */
export const SETUP_FORMAT = 'honest-ledger-setup';
export const SETUP_FORMAT_VERSION = 4;

/** A published setup as JSON: decimals are text. */
export interface SetupForm extends Serialized<Setup> {
  readonly format: typeof SETUP_FORMAT;
  readonly formatVersion: typeof SETUP_FORMAT_VERSION;
}

export type AgreementForm = Serialized<Agreement>;
export type BasePriceForm = Serialized<BasePrice>;

/** What holds for the whole setup. */
export type SettingsForm = Pick<
  SetupForm,
  | 'homeCurrency'
  | 'roundingMode'
  | 'unitPriceDigits'
  | 'defaultLevel'
  | 'costOrder'
  | 'ruleChoice'
  | 'floors'
>;

/** A setup from its checked form. */
export function setupFromForm(form: SetupForm): Setup {
  const { version, homeCurrency, roundingMode, unitPriceDigits, defaultLevel } = form;
  return {
    version,
    homeCurrency,
    roundingMode,
    unitPriceDigits,
    defaultLevel,
    costOrder: form.costOrder,
    floors: form.floors.map(floorFromForm),
    basePrices: form.basePrices.map(basePriceFromForm),
    sharedPrices: form.sharedPrices.map(({ id, name, price }) => ({
      id,
      name,
      price: decimal(price),
    })),
    agreements: form.agreements.map(agreementFromForm),
    levels: form.levels.map(levelFromForm),
    costTables: form.costTables.map(costTableFromForm),
    breaks: form.breaks.map(breakFromForm),
    conditions: form.conditions.map(savedConditionFromForm),
    rules: form.rules.map(ruleFromForm),
    ruleChoice: form.ruleChoice,
  };
}

export function setupToForm(setup: Setup): SetupForm {
  return { format: SETUP_FORMAT, formatVersion: SETUP_FORMAT_VERSION, ...serialized(setup) };
}

/** A floor from its checked form. */
export function floorFromForm(form: SettingsForm['floors'][number]): Floor {
  const { least } = form;
  return {
    ...form,
    least:
      least.kind === 'amount'
        ? { ...least, amount: decimal(least.amount) }
        : { ...least, percent: decimal(least.percent) },
  };
}

export function agreementFromForm(form: AgreementForm): Agreement {
  const { id, party, currency, open } = form;
  return { ...datedFromForm(form), id, party, currency, open };
}

export function basePriceFromForm(form: BasePriceForm): BasePrice {
  return form.kind === 'own' ? { ...form, price: decimal(form.price) } : form;
}
