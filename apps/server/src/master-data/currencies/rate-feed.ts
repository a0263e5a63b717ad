import {
  check,
  currencyCode,
  decimalText,
  instant,
  objectOf,
  RATE_BOUNDS,
} from '@honest-ledger/contracts';
import { parse } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Transaction } from '../../platform/database/database';
import { exchangeRates } from '../../platform/database/schema/index';

/** One line of a rate feed: units of the currency per unit of the home currency, from an instant on. */
export interface FeedRate {
  readonly from: string;
  readonly currency: string;
  readonly rate: string;
}

const lineSchema = objectOf<FeedRate>({
  from: instant.required(),
  currency: currencyCode.required(),
  rate: decimalText(RATE_BOUNDS).required(),
});

/** Reads a feed. @throws {Error} naming the first line that is wrong */
export function readFeed(csv: string): FeedRate[] {
  const lines: unknown[] = parse(csv, { columns: true, skip_empty_lines: true, trim: true });
  return lines.map((line, index) => {
    const reading = check<FeedRate>(lineSchema, line);
    if (reading.ok) return reading.value;
    const what = reading.problems.map(({ sentence }) => sentence).join('; ');
    throw new Error(`line ${String(index + 2)} of the rate feed: ${what}`);
  });
}

/** Keeps the rates of a feed, a CSV file (RFC 4180); those that are kept already stay as they are. */
export async function takeRates(transaction: Transaction, file: string): Promise<void> {
  const rates = readFeed(readFileSync(file, 'utf8'));
  await transaction
    .insert(exchangeRates)
    .values(
      rates.map(({ from, currency, rate }) => ({
        currency,
        from: new Date(from),
        rate,
        source: path.basename(file),
      })),
    )
    .onConflictDoNothing();
}
