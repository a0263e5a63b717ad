import { DOCUMENT_FORMAT_VERSION } from './document-form';
import { isObject, withNames, withScopes } from './earlier-names';

/**
 * A document file of version 2 as one of version 3, where who sells and where the goods go is the sales
 * context, and a customer's levels are for scopes. What is no such file comes back as it is, for the schema
 * to refuse.
 */
export function fromEarlierDocument(json: unknown): unknown {
  if (!isObject(json) || json['formatVersion'] !== 2) return json;
  const document = withNames(json, { circumstances: 'salesContext' });
  return {
    ...document,
    formatVersion: DOCUMENT_FORMAT_VERSION,
    facts: factsWithScopes(document['facts']),
  };
}

function factsWithScopes(facts: unknown): unknown {
  if (!isObject(facts)) return facts;
  const { customer } = facts;
  if (!isObject(customer)) return facts;
  return { ...facts, customer: { ...customer, assignments: withScopes(customer['assignments']) } };
}
