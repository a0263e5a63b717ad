import { may, type RuleContent, type RuleView, type SignedInUser } from '@honest-ledger/contracts';
import { asksForCost } from '../../master-data/costs/hide-costs';
import type { Queries } from '../../platform/database/database';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { findRule } from './queries';

/** A rule that asks for a cost says what things cost. */
export function isHidden({ published, draft }: RuleView, { role }: SignedInUser): boolean {
  return !may(role, 'seeCosts') && [published, draft?.content].some(asksForCost);
}

/** What a rule says where somebody asks of it; who may not edit it asks of it as it stands. */
export async function contentAsked(
  queries: Queries,
  services: Services,
  user: SignedInUser,
  id: string,
  asked: RuleContent,
): Promise<RuleContent> {
  if (may(user.role, 'editSetup')) return asked;
  const found = await findRule(queries, services, id);
  const content = found?.draft?.content ?? found?.published;
  if (!found || !content || isHidden(found, user)) throw notFound('This rule');
  return content;
}
