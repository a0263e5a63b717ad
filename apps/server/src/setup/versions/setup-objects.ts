import {
  agreementFromForm,
  basePriceFromForm,
  breakFromForm,
  costTableFromForm,
  levelFromForm,
  ruleFromForm,
  savedConditionFromForm,
  SETTINGS_KEY,
  type AnyObjectChange,
  type BasePriceForm,
  type ObjectChange,
  type SetupContents,
  type SetupObjectKind,
  floorFromForm,
} from '@honest-ledger/contracts';
import { decimal, serialized, type Setup } from '@honest-ledger/engine';
import { isDeepStrictEqual } from 'node:util';
import { contentOfBreak } from './breaks-of-version';
import { byName, contentOfTable } from './cost-tables-of-version';
import { contentOf } from './levels-of-version';
import { contentOfCondition } from './conditions-of-version';
import { contentOfRule, inRuleOrder } from './rules-of-version';

/** Names an object of the setup. Base prices go by their item's number. */
export interface ObjectName<Kind extends SetupObjectKind = SetupObjectKind> {
  readonly kind: Kind;
  readonly key: string;
}

type Content<Kind extends SetupObjectKind> = SetupContents[Kind] | null;

interface ObjectOfSetup<Kind extends SetupObjectKind> {
  /** What a setup has under a key; null where it has nothing. */
  get(setup: Setup, key: string): Content<Kind>;
  /** The setup with objects set, or withdrawn where their content is null. */
  set(setup: Setup, contents: ReadonlyMap<string, Content<Kind>>): Setup;
  /** Everything of its kind by key, or what goes by one of these keys. */
  all(setup: Setup, keys?: ReadonlySet<string>): Map<string, SetupContents[Kind]>;
  name(key: string, content: SetupContents[Kind]): string;
}

const OBJECTS: { readonly [Kind in SetupObjectKind]: ObjectOfSetup<Kind> } = {
  level: {
    get: (setup, key) => {
      const level = setup.levels.find(({ id }) => id === key);
      return level ? contentOf(level) : null;
    },
    set: (setup, contents) => ({
      ...setup,
      levels: [
        ...setup.levels.filter(({ id }) => !contents.has(id)),
        ...there(contents, (id, content) => [levelFromForm({ id, ...content })]),
      ],
    }),
    all: ({ levels }, keys) =>
      new Map(
        levels.filter(({ id }) => isAmong(id, keys)).map((level) => [level.id, contentOf(level)]),
      ),
    name: (_, { name }) => name,
  },
  basePrice: {
    get: ({ basePrices }, key) => {
      const found = basePrices.filter(({ item }) => item === key);
      return found.length === 0 ? null : serialized(found);
    },
    set: (setup, contents) => ({
      ...setup,
      basePrices: [
        ...setup.basePrices.filter(({ item }) => !contents.has(item)),
        ...there(contents, (_, content) => content.map(basePriceFromForm)),
      ],
    }),
    all: ({ basePrices }, keys) => {
      const all = new Map<string, BasePriceForm[]>();
      for (const one of basePrices) {
        if (!isAmong(one.item, keys)) continue;
        const prices = all.get(one.item);
        if (prices) prices.push(serialized(one));
        else all.set(one.item, [serialized(one)]);
      }
      return all;
    },
    name: (key) => key,
  },
  sharedPrice: {
    get: ({ sharedPrices }, key) => {
      const found = sharedPrices.find(({ id }) => id === key);
      return found ? serialized({ name: found.name, price: found.price }) : null;
    },
    set: (setup, contents) => ({
      ...setup,
      sharedPrices: [
        ...setup.sharedPrices.filter(({ id }) => !contents.has(id)),
        ...there(contents, (id, { name, price }) => [{ id, name, price: decimal(price) }]),
      ],
    }),
    all: ({ sharedPrices }, keys) =>
      new Map(
        sharedPrices
          .filter(({ id }) => isAmong(id, keys))
          .map(({ id, ...shared }) => [id, serialized(shared)]),
      ),
    name: (_, { name }) => name,
  },
  agreement: {
    get: ({ agreements }, key) => {
      const found = agreements.find(({ id }) => id === key);
      if (!found) return null;
      const { id: _, ...content } = serialized(found);
      return content;
    },
    set: (setup, contents) => ({
      ...setup,
      agreements: [
        ...setup.agreements.filter(({ id }) => !contents.has(id)),
        ...there(contents, (id, content) => [agreementFromForm({ id, ...content })]),
      ],
    }),
    all: ({ agreements }, keys) =>
      new Map(
        agreements
          .filter(({ id }) => isAmong(id, keys))
          .map(({ id, ...agreement }) => [id, serialized(agreement)]),
      ),
    name: (_, { party, item }) =>
      `${party.kind === 'customer' ? party.customer : `segment ${party.segment}`}, ${item}`,
  },
  costTable: {
    get: ({ costTables }, key) => {
      const table = costTables.find(({ id }) => id === key);
      return table ? contentOfTable(table) : null;
    },
    set: (setup, contents) => ({
      ...setup,
      costTables: [
        ...setup.costTables.filter(({ id }) => !contents.has(id)),
        ...there(contents, (id, content) => [costTableFromForm({ id, ...content })]),
      ].sort(byName),
    }),
    all: ({ costTables }, keys) =>
      new Map(
        costTables
          .filter(({ id }) => isAmong(id, keys))
          .map((table) => [table.id, contentOfTable(table)]),
      ),
    name: (_, { name }) => name,
  },
  break: {
    get: ({ breaks }, key) => {
      const found = breaks.find(({ id }) => id === key);
      return found ? contentOfBreak(found) : null;
    },
    set: (setup, contents) => ({
      ...setup,
      breaks: [
        ...setup.breaks.filter(({ id }) => !contents.has(id)),
        ...there(contents, (id, content) => [breakFromForm({ id, ...content })]),
      ].sort(byName),
    }),
    all: ({ breaks }, keys) =>
      new Map(
        breaks.filter(({ id }) => isAmong(id, keys)).map((one) => [one.id, contentOfBreak(one)]),
      ),
    name: (_, { name }) => name,
  },
  rule: {
    get: ({ rules }, key) => {
      const found = rules.find(({ id }) => id === key);
      return found ? contentOfRule(found) : null;
    },
    set: (setup, contents) => ({
      ...setup,
      rules: [
        ...setup.rules.filter(({ id }) => !contents.has(id)),
        ...there(contents, (id, content) => [ruleFromForm({ id, ...content })]),
      ].sort(inRuleOrder),
    }),
    all: ({ rules }, keys) =>
      new Map(
        rules.filter(({ id }) => isAmong(id, keys)).map((rule) => [rule.id, contentOfRule(rule)]),
      ),
    name: (_, { name }) => name,
  },
  condition: {
    get: ({ conditions }, key) => {
      const found = conditions.find(({ id }) => id === key);
      return found ? contentOfCondition(found) : null;
    },
    set: (setup, contents) => ({
      ...setup,
      conditions: [
        ...setup.conditions.filter(({ id }) => !contents.has(id)),
        ...there(contents, (id, content) => [savedConditionFromForm({ id, ...content })]),
      ].sort(byName),
    }),
    all: ({ conditions }, keys) =>
      new Map(
        conditions
          .filter(({ id }) => isAmong(id, keys))
          .map((one) => [one.id, contentOfCondition(one)]),
      ),
    name: (_, { name }) => name,
  },
  settings: {
    get: contentOfSettings,
    set: (setup, contents) => {
      const content = contents.get(SETTINGS_KEY);
      return content ? { ...setup, ...content, floors: content.floors.map(floorFromForm) } : setup;
    },
    all: (setup) => new Map([[SETTINGS_KEY, contentOfSettings(setup)]]),
    name: () => 'Settings',
  },
};

/** What is made of the contents that are there; a null withdraws and makes nothing. */
function there<Content, T>(
  contents: ReadonlyMap<string, Content | null>,
  make: (key: string, content: Content) => readonly T[],
): T[] {
  return [...contents].flatMap(([key, content]) => (content === null ? [] : make(key, content)));
}

/** What a setup says of an object; null where it has none such. */
export function contentIn<Kind extends SetupObjectKind>(
  setup: Setup,
  { kind, key }: ObjectName<Kind>,
): Content<Kind> {
  return OBJECTS[kind].get(setup, key);
}

const isAmong = (key: string, keys: ReadonlySet<string> | undefined): boolean =>
  keys === undefined || keys.has(key);

/** What a setup says of several objects of a kind; what it has not is left out. */
export function contentsIn<Kind extends SetupObjectKind>(
  setup: Setup,
  kind: Kind,
  keys: readonly string[],
): ReadonlyMap<string, SetupContents[Kind]> {
  return OBJECTS[kind].all(setup, new Set(keys));
}

/** A setup with objects of one kind as edits would have them. */
export function withContents<Kind extends SetupObjectKind>(
  setup: Setup,
  kind: Kind,
  contents: ReadonlyMap<string, Content<Kind>>,
): Setup {
  return OBJECTS[kind].set(setup, contents);
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

/** What holds for the whole setup. */
export function contentOfSettings(setup: Setup): SetupContents['settings'] {
  const { homeCurrency, roundingMode, unitPriceDigits, defaultLevel, costOrder, ruleChoice } =
    setup;
  return {
    homeCurrency,
    roundingMode,
    unitPriceDigits,
    defaultLevel,
    costOrder,
    ruleChoice,
    floors: serialized(setup.floors),
  };
}
