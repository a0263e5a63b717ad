import type { Decimal } from '../number/decimal';
import type { ItemNumber, UnitCode } from './goods';

/** A calendar day, ISO 8601: 2026-11-25. */
export type Day = string;

/** From one day to another, both included; null leaves that side open. */
export interface Window {
  readonly from: Day | null;
  readonly until: Day | null;
}

export const ALWAYS: Window = { from: null, until: null };

/** A price of one item from a quantity upward, in a window of days. */
export interface DatedPrice {
  readonly item: ItemNumber;
  readonly price: Decimal;
  /** What the price is per; null for the base unit. */
  readonly unit: UnitCode | null;
  readonly window: Window;
  /** In base units; 0 for any quantity. */
  readonly minQuantity: Decimal;
}

/** Whether a window holds a day. ISO 8601 days compare as text. */
export function holds({ from, until }: Window, day: Day): boolean {
  return (from === null || from <= day) && (until === null || day <= until);
}

/** Ties go to dated before undated, then to the later start: below zero where `a` comes first. */
export function byStart(a: Window, b: Window): number {
  const dated = Number(isDated(b)) - Number(isDated(a));
  if (dated !== 0) return dated;
  const [from, other] = [a.from ?? '', b.from ?? ''];
  return from === other ? 0 : from > other ? -1 : 1;
}

function isDated({ from, until }: Window): boolean {
  return from !== null || until !== null;
}
