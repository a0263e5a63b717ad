import {
  customerContentOf,
  type CustomerEdit,
  type CustomerView,
  type SeenRevision,
} from '@honest-ledger/contracts';
import type { Actor } from '../../platform/changes/record';
import type { Transaction } from '../../platform/database/database';
import { Problem, refused } from '../../platform/http/problems';
import { customerProblems } from './check-customers';
import { levelsOf } from './levels-of-customer';
import { saveCustomers } from './save-customers';
import { findCustomer, hasCustomer } from './queries';
import { removeCustomers } from './remove-customers';
import { changedByAnother } from '../../platform/changes/changed-by-another';

/** Deletes a customer whom nothing names. */
export async function deleteCustomer(
  transaction: Transaction,
  code: string,
  { revision }: SeenRevision,
  actor: Actor,
): Promise<void> {
  const before = await findCustomer(transaction, code);
  if (before.revision !== revision) {
    const thing = { kind: 'customer', key: code };
    throw await changedByAnother(transaction, thing, 'this customer', before);
  }
  const [stays] = await removeCustomers(transaction, [code], actor);
  if (stays) throw new Problem(422, `${code} cannot be deleted: ${stays.why}.`);
}

/** Keeps a customer as somebody edited it; revision 0 makes a new one. */
export async function saveCustomer(
  transaction: Transaction,
  code: string,
  { revision, ...content }: CustomerEdit,
  actor: Actor,
): Promise<CustomerView> {
  const before = revision === 0 ? null : await findCustomer(transaction, code);
  if (before === null && (await hasCustomer(transaction, code))) {
    throw new Problem(422, `There is a customer ${code} already.`);
  }
  if (before && before.revision !== revision) {
    const thing = { kind: 'customer', key: code };
    throw await changedByAnother(transaction, thing, 'this customer', before);
  }
  const had = before ? levelsOf(customerContentOf(before)) : new Set<string>();
  const [problems = []] = await customerProblems(transaction, [{ content, had }]);
  if (problems.length > 0) throw refused(problems);
  await saveCustomers(transaction, [{ code, content }], actor);
  return findCustomer(transaction, code);
}
