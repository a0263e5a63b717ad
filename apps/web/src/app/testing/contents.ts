import {
  check,
  setupContentSchemas,
  type BreakContent,
  type CostTableContent,
  type EditParams,
  type RuleContent,
} from '@honest-ledger/contracts';
import { emptyBreak } from '../setup/breaks/break-edits';
import { emptyTable } from '../setup/cost-tables/table-edits';
import { objectEditsFeature } from '../editing/draft/object-edits.feature';
import { emptyRule } from '../setup/rules/rule-edits';
import type { ShownScreen } from './screens';

/** A rule of which nothing is missing but its name: 10 % off everything. */
export function wholeRule(currency: string): RuleContent {
  return {
    ...emptyRule(currency),
    when: { kind: 'all', of: [{ kind: 'goods', scopes: [{ kind: 'all' }] }] },
    effect: { kind: 'percent', percent: '-10', of: 'running', startsFrom: 'running' },
  };
}

/** A break of which nothing is missing but its name and goods: 5 % off from 10. */
export function wholeBreak(currency: string): BreakContent {
  return {
    ...emptyBreak(currency),
    tiers: [{ from: '10', adjustment: { kind: 'percent', percent: '-5' } }],
  };
}

/** A cost table of which nothing is missing but its name and goods: a markup of 25 %. */
export function wholeTable(currency: string): CostTableContent {
  return {
    ...emptyTable(currency),
    costs: [
      { cost: 'last', bands: [{ from: '0', adjustment: { kind: 'markup', percent: '25' } }] },
    ],
  };
}

/**
 * What an object on its screen is to be: as it was sent, and kept; where something of it is still to be
 * said, nothing is sent, and it is as the page has it.
 */
export async function edited<Content>(
  screen: ShownScreen<unknown>,
  { kind, key }: EditParams,
): Promise<Content> {
  const { store, server } = screen;
  const latest = store.selectSignal(objectEditsFeature.selectLatest)()[key];
  const content = latest?.edited ? latest.content : null;
  const url = `/api/edits/${kind}/${key}`;
  if (content === null || check<unknown>(setupContentSchemas[kind], content).ok) {
    const body = await screen.answer('PUT', url, { revision: 1, draft: 'd' });
    return (body as { content: Content }).content;
  }
  server.expectNone(url);
  return content as Content;
}
