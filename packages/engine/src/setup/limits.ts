import type { CustomerFacts } from './facts';

/** Customers by their codes, and segments; one of them is enough. */
export interface Parties {
  readonly customers: readonly string[];
  readonly segments: readonly string[];
}

/** Whether something may be used at an outlet, or at none; null stands for everywhere. */
export function isAtOutlet(outlets: readonly string[] | null, outlet: string | null): boolean {
  return outlets === null || (outlet !== null && outlets.includes(outlet));
}

/** Whether something is for a customer; null stands for everybody, also for whom nobody knows. */
export function isForCustomer(parties: Parties | null, customer: CustomerFacts | null): boolean {
  if (parties === null) return true;
  if (customer === null) return false;
  const { code, segment } = customer;
  return (
    parties.customers.includes(code) ||
    (segment !== null && parties.segments.includes(segment.code))
  );
}
