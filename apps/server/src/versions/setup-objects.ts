import {
  agreementFromForm,
  basePriceFromForm,
  levelFromForm,
  type AnyObjectChange,
  type BasePriceForm,
  type ObjectChange,
  type SetupContents,
  type SetupObjectKind,
} from '@honest-ledger/contracts';
import { decimal, printed, type Setup } from '@honest-ledger/engine';
import { isDeepStrictEqual } from 'node:util';
import { contentOf } from './levels-of-version';

/** The settings are one object. */
export const SETTINGS_KEY = 'settings';

/** Names an object of the setup. Base prices go by their item's number. */
export interface ObjectName<Kind extends SetupObjectKind = SetupObjectKind> {
  readonly kind: Kind;
  readonly key: string;
}

type Content<Kind extends SetupObjectKind> = SetupContents[Kind] | null;

interface ObjectOfSetup<Kind extends SetupObjectKind> {
  /** What a setup has under a key; null where it has nothing. */
  get(setup: Setup, key: string): Content<Kind>;
  /** The setup with the object set, or withdrawn where the content is null. */
  set(setup: Setup, key: string, content: Content<Kind>): Setup;
  /** Everything of its kind, by key. */
  all(setup: Setup): Map<string, SetupContents[Kind]>;
  name(key: string, content: SetupContents[Kind]): string;
}

const OBJECTS: { readonly [Kind in SetupObjectKind]: ObjectOfSetup<Kind> } = {
  level: {
    get: (setup, key) => {
      const level = setup.levels.find(({ id }) => id === key);
      return level ? contentOf(level) : null;
    },
    set: (setup, key, content) => ({
      ...setup,
      levels: [
        ...setup.levels.filter(({ id }) => id !== key),
        ...(content ? [levelFromForm({ id: key, ...content })] : []),
      ],
    }),
    all: ({ levels }) => new Map(levels.map((level) => [level.id, contentOf(level)])),
    name: (_, { name }) => name,
  },
  basePrice: {
    get: ({ basePrices }, key) => {
      const found = basePrices.filter(({ item }) => item === key);
      return found.length === 0 ? null : printed(found);
    },
    set: (setup, key, content) => ({
      ...setup,
      basePrices: [
        ...setup.basePrices.filter(({ item }) => item !== key),
        ...(content ?? []).map(basePriceFromForm),
      ],
    }),
    all: ({ basePrices }) => {
      const all = new Map<string, BasePriceForm[]>();
      for (const one of basePrices) {
        const prices = all.get(one.item);
        if (prices) prices.push(printed(one));
        else all.set(one.item, [printed(one)]);
      }
      return all;
    },
    name: (key) => key,
  },
  sharedPrice: {
    get: ({ sharedPrices }, key) => {
      const found = sharedPrices.find(({ id }) => id === key);
      return found ? printed({ name: found.name, price: found.price }) : null;
    },
    set: (setup, key, content) => ({
      ...setup,
      sharedPrices: [
        ...setup.sharedPrices.filter(({ id }) => id !== key),
        ...(content ? [{ id: key, name: content.name, price: decimal(content.price) }] : []),
      ],
    }),
    all: ({ sharedPrices }) =>
      new Map(sharedPrices.map(({ id, ...shared }) => [id, printed(shared)])),
    name: (_, { name }) => name,
  },
  agreement: {
    get: ({ agreements }, key) => {
      const found = agreements.find(({ id }) => id === key);
      if (!found) return null;
      const { id: _, ...content } = printed(found);
      return content;
    },
    set: (setup, key, content) => ({
      ...setup,
      agreements: [
        ...setup.agreements.filter(({ id }) => id !== key),
        ...(content ? [agreementFromForm({ id: key, ...content })] : []),
      ],
    }),
    all: ({ agreements }) =>
      new Map(agreements.map(({ id, ...agreement }) => [id, printed(agreement)])),
    name: (_, { party, item }) =>
      `${party.kind === 'customer' ? party.customer : `segment ${party.segment}`}, ${item}`,
  },
  settings: {
    get: settingsOf,
    set: (setup, _, content) => ({ ...setup, ...content }),
    all: (setup) => new Map([[SETTINGS_KEY, settingsOf(setup)]]),
    name: () => 'Settings',
  },
};

/** What a setup says of an object; null where it has none such. */
export function contentIn<Kind extends SetupObjectKind>(
  setup: Setup,
  { kind, key }: ObjectName<Kind>,
): Content<Kind> {
  return OBJECTS[kind].get(setup, key);
}

/** A setup with one object as an edit would have it. */
export function withContent<Kind extends SetupObjectKind>(
  setup: Setup,
  { kind, key }: ObjectName<Kind>,
  content: Content<Kind>,
): Setup {
  return OBJECTS[kind].set(setup, key, content);
}

/** What one object is changed from and to. */
export function objectChange<Kind extends SetupObjectKind>(
  { kind, key }: ObjectName<Kind>,
  before: Content<Kind>,
  after: Content<Kind>,
): ObjectChange<Kind> {
  const content = after ?? before;
  return { kind, key, name: content ? OBJECTS[kind].name(key, content) : key, before, after };
}

/** Object by object, what one setup says otherwise than another. */
export function setupChanges(before: Setup | null, after: Setup): AnyObjectChange[] {
  return (Object.keys(OBJECTS) as SetupObjectKind[]).flatMap((kind) =>
    changesOfKind(kind, before, after),
  ) as AnyObjectChange[]; // each of its kind
}

function changesOfKind<Kind extends SetupObjectKind>(
  kind: Kind,
  before: Setup | null,
  after: Setup,
): ObjectChange<Kind>[] {
  const object: ObjectOfSetup<Kind> = OBJECTS[kind];
  const none = new Map<string, SetupContents[Kind]>();
  const [old, now] = [before ? object.all(before) : none, object.all(after)];
  return [...new Set([...old.keys(), ...now.keys()])]
    .map((key) => objectChange({ kind, key }, old.get(key) ?? null, now.get(key) ?? null))
    .filter((change) => !isDeepStrictEqual(change.before, change.after))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

function settingsOf(setup: Setup): SetupContents['settings'] {
  const { homeCurrency, roundingMode, unitPriceDigits, defaultLevel } = setup;
  return { homeCurrency, roundingMode, unitPriceDigits, defaultLevel };
}
