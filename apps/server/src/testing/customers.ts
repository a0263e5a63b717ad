import { customerContentOf, type CustomerEdit, type CustomerView } from '@honest-ledger/contracts';
import type { Answer, Browser } from './test-server';

/** Saves a customer with some of it changed. */
export async function changeCustomer(
  browser: Browser,
  code: string,
  changes: Partial<CustomerEdit>,
): Promise<Answer> {
  const customer = (await browser.ask('GET', `/customers/${code}`)).as<CustomerView>();
  const { revision } = customer;
  return browser.ask('PUT', `/customers/${code}`, {
    ...customerContentOf(customer),
    revision,
    ...changes,
  });
}

/** Gives a customer its default level. */
export const giveLevel = (browser: Browser, code: string, level: string | null): Promise<Answer> =>
  changeCustomer(browser, code, { level });
