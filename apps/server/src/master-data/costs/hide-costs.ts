import { may, type PricedLineForm } from '@honest-ledger/contracts';
import {
  isConditionOfCost,
  isEntryOfCost,
  reasonWithoutCosts,
  withoutCosts,
} from '@honest-ledger/engine';
import plugin from 'fastify-plugin';

/**
 * Takes from every answer to somebody who may not see costs all that a cost follows from: wherever
 * in it a priced line, the facts of an item, or the entries of a level stand. Routes about costs
 * themselves are closed to these roles.
 */
export const hideCosts = plugin((app, _options, done) => {
  app.addHook('preSerialization', (request, _reply, payload, answer) => {
    const { user } = request.session;
    answer(null, user && !may(user.role, 'seeCosts') ? hidden(payload) : payload);
  });
  done();
});

/** Plain data without costs. */
export function hidden(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(hidden);
  if (typeof value !== 'object' || value === null) return value;
  // one that is an amount may be tested together with margins, whose costs would follow from it
  if (isFloorBroken(value)) return { ...value, least: null, missing: null, untested: null };
  const known = isPricedLine(value) ? withoutCosts(value) : withoutRecord(value);
  return Object.fromEntries(
    Object.entries(known).map(([name, inner]: [string, unknown]) => [name, ofName(name, inner)]),
  );
}

function ofName(name: string, value: unknown): unknown {
  if (!Array.isArray(value)) return hidden(value);
  if (EMPTIED.has(name)) return [];
  if (name === 'floors') return value.filter(saysNoCost).map(hidden);
  if (name === 'tests') return value.filter((one) => !asksOfCost(one)).map(hidden);
  if (name === 'reasons') return value.map(reasonWithout).map(hidden);
  if (name === 'breaks' || name === 'rules' || name === 'conditions') {
    return value.filter((one) => !asksForCost(one)).map(hidden);
  }
  return name === 'entries' ? value.filter((entry) => !isOfCost(entry)).map(hidden) : hidden(value);
}

/** Lists of costs, as facts, setups and settings name them. */
const EMPTIED: ReadonlySet<string> = new Set(['costs', 'purchaseCosts', 'costTables']);

/** What a change of costs was from and to. */
function withoutRecord(value: object): object {
  if (!('kind' in value && 'after' in value)) return value;
  const asks =
    ['break', 'rule', 'condition'].includes(String(value.kind)) &&
    [value.after, 'before' in value ? value.before : null].some(asksForCost);
  const isOne = asks || RECORDS.has(String(value.kind));
  return isOne ? { ...value, before: null, after: null } : value;
}

/** Kinds of objects that are made of costs, in drafts, in versions and on record. */
const RECORDS: ReadonlySet<string> = new Set([
  'costTable',
  'costs',
  'follow rules',
  'purchase order',
  're-pricing',
  'receipt',
  'waiting prices',
]);

/** That goods are below their floor, and by how much. */
function isFloorBroken(value: object): boolean {
  return 'kind' in value && value.kind === 'floor' && 'missing' in value;
}

/** Whether the least that goods are sold for is stated without their cost. */
function saysNoCost(floor: unknown): boolean {
  if (typeof floor !== 'object' || floor === null || !('least' in floor)) return false;
  const { least } = floor;
  return typeof least === 'object' && least !== null && 'kind' in least && least.kind !== 'margin';
}

function isPricedLine(value: object): value is PricedLineForm {
  return 'kind' in value && value.kind === 'priced' && 'slices' in value && 'notApplied' in value;
}

/** Whether a quantity break or a rule, or what a list says of one, asks for a cost. */
export function asksForCost(one: unknown): boolean {
  if (typeof one !== 'object' || one === null) return false;
  if ('content' in one) return asksForCost(one.content);
  // a rule, or a condition that is saved for several
  if ('when' in one) return isConditionOfCost(one.when as Condition);
  if (!('tiers' in one && 'basis' in one)) return false;
  const { basis } = one;
  return typeof basis === 'object' && basis !== null && 'kind' in basis && basis.kind === 'cost';
}

type Condition = Parameters<typeof isConditionOfCost>[0];

function isOfCost(entry: unknown): boolean {
  if (typeof entry !== 'object' || entry === null) return false;
  return 'basis' in entry && 'adjusting' in entry && isEntryOfCost(entry as Entry);
}

/** Whether a test of a rule, with what is there, is one of a cost or a margin. */
function asksOfCost(one: unknown): boolean {
  if (typeof one !== 'object' || one === null || !('test' in one && 'actual' in one)) return false;
  return isConditionOfCost(one.test as Condition);
}

function reasonWithout(one: unknown): unknown {
  const isReason = typeof one === 'object' && one !== null && 'kind' in one;
  return isReason ? reasonWithoutCosts(one as Parameters<typeof reasonWithoutCosts>[0]) : one;
}

/** What was found to have both parts of an entry of a level. */
type Entry = Parameters<typeof isEntryOfCost>[0];
