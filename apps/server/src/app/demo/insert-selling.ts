import type { Transaction } from '../../platform/database/database';
import { deliveryMethods, departments, salesPeople } from '../../platform/database/schema/index';

/** Who sells at the demo's firm, and how its goods get to customers. */
export async function insertSelling(transaction: Transaction): Promise<void> {
  await transaction.insert(salesPeople).values([
    { code: 'noor', name: 'Noor Salter' },
    { code: 'tom', name: 'Tom Petrie' },
    { code: 'wren', name: 'Wren Ackers' },
  ]);
  await transaction.insert(departments).values([
    { code: 'counter', name: 'Counter' },
    { code: 'schools', name: 'Schools desk' },
    { code: 'kilns', name: 'Kilns and service' },
  ]);
  await transaction.insert(deliveryMethods).values([
    { code: 'van', name: 'Our van' },
    { code: 'carrier', name: 'Carrier' },
    { code: 'collected', name: 'Collected' },
  ]);
}
