import type { RuleContent, RuleView, SignedInUser } from '@honest-ledger/contracts';
import type { Queries } from '../../platform/database/database';
import { contentAsked, visible } from '../versions/content-asked';
import type { Services } from '../versions/services';
import { findRule } from './queries';

export const THIS_RULE = 'This rule';

/** A rule as it stands, for who may see it. */
export async function seenRule(
  queries: Queries,
  services: Services,
  user: SignedInUser,
  id: string,
): Promise<RuleView | null> {
  return visible(await findRule(queries, services, id), user);
}

/** What a rule says where somebody asks of it. */
export function ruleAsked(
  queries: Queries,
  services: Services,
  user: SignedInUser,
  id: string,
  asked: RuleContent,
): Promise<RuleContent> {
  return contentAsked(user, asked, () => seenRule(queries, services, user, id), THIS_RULE);
}
