import type { EditParams, FieldProblem, SetupContents } from '@honest-ledger/contracts';
import { levelCircle, savedIn, type Setup } from '@honest-ledger/engine';
import { missingGoods, numbersIn, readGoodsCodes } from '../../master-data/catalogue/goods-codes';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import { idsByCode } from '../../platform/database/codes';
import { costKinds } from '../../platform/database/schema/index';
import type { Queries } from '../../platform/database/database';
import { refused } from '../../platform/http/problems';
import { withContents } from '../versions/setup-objects';
import { agreementProblems } from './check-agreements';
import { breakProblems } from './check-break';
import { conditionProblems } from './check-condition';
import { costTableProblems } from './check-cost-table';
import { currencyProblems } from './check-currency';
import { ruleProblems } from './check-rule';
import { editedSetup, heldEdits } from './queries';

/** What an edit is checked against: the setup as the draft would have it, this edit included. */
interface Checked {
  readonly queries: Queries;
  readonly published: Setup;
  readonly edited: Setup;
  readonly key: string;
}

/**
 * What the form alone cannot know: that goods, levels and customers exist, that names are free,
 * that levels do not start from each other in a circle.
 * @throws {Problem} naming every field that is wrong
 */
export async function checkEdit(
  queries: Queries,
  published: Setup,
  draft: string,
  { kind, key }: EditParams,
  content: unknown,
): Promise<void> {
  const { setup: before } = editedSetup(published, await heldEdits(queries, { draft }));
  // The content was checked by the schema of its kind.
  const contents = new Map([[key, content as SetupContents[typeof kind] | null]]);
  const edited = withContents(before, kind, contents);
  const checked = { queries, published, edited, key };
  const problems =
    content === null
      ? withdrawProblems(checked, kind)
      : await contentProblems(checked, { kind, content } as KindAndContent);
  if (problems.length > 0) {
    throw refused(problems.map(({ path, sentence }) => ({ path: `content.${path}`, sentence })));
  }
}

type KindAndContent = {
  [Kind in keyof SetupContents]: { readonly kind: Kind; readonly content: SetupContents[Kind] };
}[keyof SetupContents];

async function contentProblems(
  checked: Checked,
  { kind, content }: KindAndContent,
): Promise<FieldProblem[]> {
  switch (kind) {
    case 'level':
      return levelProblems(checked, content);
    case 'basePrice':
      return basePriceProblems(checked, content);
    case 'sharedPrice':
      return nameProblems(checked.edited.sharedPrices, checked.key, content.name, 'shared price');
    case 'agreement':
      return (
        await agreementProblems(checked.queries, checked.edited, [{ key: checked.key, content }])
      ).flat();
    case 'costTable':
      return [
        ...nameProblems(checked.edited.costTables, checked.key, content.name, 'cost table'),
        ...(await costTableProblems(checked.queries, checked.edited, checked.key, content)),
      ];
    case 'break':
      return [
        ...nameProblems(checked.edited.breaks, checked.key, content.name, 'quantity break'),
        ...(await breakProblems(checked.queries, checked.edited, content)),
      ];
    case 'rule':
      return [
        ...nameProblems(checked.edited.rules, checked.key, content.name, 'rule'),
        ...(await ruleProblems(checked.queries, checked.edited, checked.key, content)),
      ];
    case 'condition':
      return [
        ...nameProblems(checked.edited.conditions, checked.key, content.name, 'saved condition'),
        ...(await conditionProblems(checked.queries, checked.edited, content.when)),
      ];
    case 'settings':
      return settingsProblems(checked, content);
  }
}

/** What is still needed by others is not withdrawn. */
function withdrawProblems({ edited, key }: Checked, kind: EditParams['kind']): FieldProblem[] {
  if (kind === 'level') {
    const heirs = edited.levels.filter(({ entries }) =>
      entries.some(({ basis }) => basis.kind === 'level' && basis.level === key),
    );
    const starting = edited.rules.filter(
      ({ effect }) => effect.kind === 'level' && effect.level === key,
    );
    const limited = edited.breaks.filter(({ levels }) => levels?.includes(key) ?? false);
    return [
      ...heirs.map(({ name }) => ({ path: '', sentence: `Level ${name} starts from this one` })),
      ...starting.map(({ name }) => ({
        path: '',
        sentence: `The rule ${name} prices at this one`,
      })),
      ...limited.map(({ name }) => ({ path: '', sentence: `The break ${name} is for this level` })),
    ];
  }
  if (kind === 'costTable') {
    const heirs = edited.levels.filter(({ entries }) =>
      entries.some(({ basis }) => basis.kind === 'costTable' && basis.table === key),
    );
    return heirs.map(({ name }) => ({
      path: '',
      sentence: `Level ${name} starts from this table`,
    }));
  }
  if (kind === 'condition') {
    const using = edited.rules.filter(({ when }) => savedIn(when).includes(key));
    return using.map(({ name }) => ({ path: '', sentence: `The rule ${name} uses it` }));
  }
  if (kind === 'sharedPrice') {
    const pointing = edited.basePrices.filter((one) => one.kind === 'shared' && one.shared === key);
    return pointing.length === 0
      ? []
      : [{ path: '', sentence: `${String(pointing.length)} base prices point to this price` }];
  }
  return kind === 'settings' ? [{ path: '', sentence: 'Settings cannot be deleted' }] : [];
}

async function levelProblems(
  { queries, edited, key }: Checked,
  content: SetupContents['level'],
): Promise<FieldProblem[]> {
  const scopes = content.entries.map(({ scope }) => scope);
  const single = [...content.exceptions, ...content.typedPrices.map(({ item }) => item)];
  const codes = await readGoodsCodes(queries, { numbers: [...numbersIn(scopes), ...single] });
  const known = new Set(edited.levels.map(({ id }) => id));
  const tables = new Set(edited.costTables.map(({ id }) => id));
  const kinds = await idsByCode(queries, costKinds);
  const circle = levelCircle(edited.levels);
  const names = new Map(edited.levels.map(({ id, name }) => [id, name]));
  return [
    ...nameProblems(edited.levels, key, content.name, 'level'),
    ...content.entries.flatMap(({ scope, basis }, index): FieldProblem[] => {
      const at = `entries[${String(index)}]`;
      const missing = missingGoods(scope, codes);
      return [
        ...(missing === null ? [] : [{ path: `${at}.scope`, sentence: missing }]),
        ...(basis.kind === 'level' && !known.has(basis.level)
          ? [{ path: `${at}.basis`, sentence: 'There is no such level to start from' }]
          : []),
        ...(basis.kind === 'cost' && !kinds.has(basis.cost)
          ? [{ path: `${at}.basis`, sentence: `There is no kind of cost ${basis.cost}` }]
          : []),
        ...(basis.kind === 'costTable' && basis.table !== null && !tables.has(basis.table)
          ? [{ path: `${at}.basis`, sentence: 'There is no such cost table to start from' }]
          : []),
      ];
    }),
    ...content.exceptions.flatMap((item, index) =>
      codes.items.ids.has(item)
        ? []
        : [{ path: `exceptions[${String(index)}]`, sentence: `There is no item ${item}` }],
    ),
    ...content.typedPrices.flatMap(({ item }, index) =>
      codes.items.ids.has(item)
        ? []
        : [{ path: `typedPrices[${String(index)}].item`, sentence: `There is no item ${item}` }],
    ),
    ...(circle
      ? [
          {
            path: 'entries',
            sentence: `Levels start from each other in a circle: ${[...circle, circle[0] ?? '']
              .map((id) => names.get(id) ?? id)
              .join(', ')}`,
          },
        ]
      : []),
    ...(await currencyProblems(queries, edited, content.currency, 'currency')),
    ...(content.rounding && content.rounding.currency !== content.currency
      ? [{ path: 'rounding.currency', sentence: `The level’s prices are in ${content.currency}` }]
      : []),
  ];
}

async function basePriceProblems(
  { queries, edited, key }: Checked,
  content: SetupContents['basePrice'],
): Promise<FieldProblem[]> {
  const [item] = await readItemFacts(queries, [key]);
  if (!item) return [{ path: '', sentence: `There is no item ${key}` }];
  const units = new Set(item.units.map(({ unit }) => unit));
  const shared = new Set(edited.sharedPrices.map(({ id }) => id));
  return content.flatMap((one, index): FieldProblem[] => [
    ...(one.item === key
      ? []
      : [{ path: `[${String(index)}].item`, sentence: `These are the prices of ${key}` }]),
    ...(one.unit === null || units.has(one.unit)
      ? []
      : [{ path: `[${String(index)}].unit`, sentence: `${key} is not sold by the ${one.unit}` }]),
    ...(one.kind === 'own' || shared.has(one.shared)
      ? []
      : [{ path: `[${String(index)}].shared`, sentence: 'There is no such shared price' }]),
  ]);
}

async function settingsProblems(
  { queries, edited, published }: Checked,
  { homeCurrency, defaultLevel, costOrder }: SetupContents['settings'],
): Promise<FieldProblem[]> {
  const kinds = await idsByCode(queries, costKinds);
  return [
    ...costOrder.flatMap((cost, index) =>
      kinds.has(cost)
        ? []
        : [{ path: `costOrder[${String(index)}]`, sentence: `There is no kind of cost ${cost}` }],
    ),
    ...(homeCurrency === published.homeCurrency
      ? []
      : [
          {
            path: 'homeCurrency',
            sentence: 'Prices are in the home currency, so it cannot change',
          },
        ]),
    ...(defaultLevel === null || edited.levels.some(({ id }) => id === defaultLevel)
      ? []
      : [{ path: 'defaultLevel', sentence: 'There is no such level' }]),
  ];
}

function nameProblems(
  all: readonly { readonly id: string; readonly name: string }[],
  key: string,
  name: string,
  what: string,
): FieldProblem[] {
  const taken = all.some((one) => one.id !== key && one.name.toLowerCase() === name.toLowerCase());
  return taken ? [{ path: 'name', sentence: `There is a ${what} ${name} already` }] : [];
}
