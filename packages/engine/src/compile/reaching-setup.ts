import type { PricingDocument } from '../setup/document';
import type { Setup } from '../setup/setup';

/**
 * The part of a setup that a document can reach: small enough to send to a browser.
 * Law: pricing the document with the part gives what pricing it with the whole gives.
 */
export function reachingSetup(setup: Setup, document: PricingDocument): Setup {
  const items = new Set(document.lines.map(({ item }) => item));
  for (const { item } of document.facts.items) items.add(item);
  const level = document.facts.customer?.level;
  return {
    ...setup,
    basePrices: setup.basePrices.filter(({ item }) => items.has(item)),
    levels: setup.levels.filter(({ id }) => id === level),
  };
}
