import { may, type SignedInUser } from '@honest-ledger/contracts';
import { asksForCost } from '../../master-data/costs/hide-costs';
import { notFound } from '../../platform/http/problems';

/** An object of the setup: as it is published, and as a draft has it. */
interface InBoth<Content> {
  readonly published: Content | null;
  readonly draft: { readonly content: Content | null } | null;
}

/** Where it asks for a cost it says what things cost: then it is not there for who may not see costs. */
export function visible<View extends InBoth<object>>(
  view: View | null,
  { role }: SignedInUser,
): View | null {
  if (!view || may(role, 'seeCosts')) return view;
  return [view.published, view.draft?.content].some(asksForCost) ? null : view;
}

/**
 * What an object says where somebody asks what it does. Who may not edit it asks of it as it stands: one of
 * one's own making would tell any cost.
 *
 * @param asked what it says, as whoever asks would have it
 * @param find the object; null where it is not there, or not for this user
 * @param what names it where it is not there
 */
export async function contentAsked<Content>(
  { role }: SignedInUser,
  asked: Content,
  find: () => Promise<InBoth<Content> | null>,
  what: string,
): Promise<Content> {
  if (may(role, 'editSetup')) return asked;
  const found = await find();
  const content = found?.draft?.content ?? found?.published;
  if (!content) throw notFound(what);
  return content;
}
