import {
  keyOfRow,
  LEVEL_PRICE_SHEET,
  type CellProblem,
  type Cells,
  type LevelContent,
  type TypedPriceForm,
} from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import type { Queries } from '../../platform/database/database';
import { sells } from '../../setup/drafts/check-agreements';
import { saveEdit } from '../../setup/drafts/save-edit';
import { Problem } from '../../platform/http/problems';
import { findLevel } from '../../setup/levels/queries';
import { byKey, cell, orNull, yesOrNo } from './cells';
import { datedPriceCells, datedPriceOf, windowProblems } from './dated-prices';
import type { ImportedKind } from './kind';
import type { ComparedRow } from './verdicts';

/** Prices typed for single items on a level: setup, so all of a file goes to the draft. */
export const levelPriceKind: ImportedKind = {
  compare: async (queries, _, { level }) => {
    const { content } = await levelAsEdited(queries, level);
    const present = byKey(LEVEL_PRICE_SHEET, content.typedPrices.map(cellsOf));
    return {
      present: () => Promise.resolve(present),
      problems: (rows) => problemsOf(queries, rows),
    };
  },
  apply: async (transaction, services, rows, { level, draft, actor }) => {
    const { id, content, revision } = await levelAsEdited(transaction, level);
    const changed = { ...content, typedPrices: withRows(content.typedPrices, rows) };
    await saveEdit(
      transaction,
      services,
      { kind: 'level', key: id },
      { content: changed, revision, draft },
      actor,
    );
  },
};

interface EditedLevel {
  readonly id: string;
  readonly content: LevelContent;
  /** That of the edit that it is from; 0 where it is as published. */
  readonly revision: number;
}

/** A level as a draft would have it, else as it is published. */
export async function levelAsEdited(queries: Queries, id: string | null): Promise<EditedLevel> {
  const level = id === null ? null : await findLevel(queries, id);
  const content = level?.draft ? level.draft.content : level?.published;
  if (!level || !content) throw new Problem(422, 'There is no such level any more.');
  return { id: level.id, content, revision: level.draft?.revision ?? 0 };
}

/** The typed prices of a level as the rows of a file. */
export function levelPriceCells({ typedPrices }: LevelContent): Cells[] {
  return typedPrices.map(cellsOf);
}

function cellsOf(typed: TypedPriceForm): Cells {
  return { ...datedPriceCells(typed), Closes: yesOrNo(typed.closes) };
}

function withRows(
  prices: readonly TypedPriceForm[],
  rows: readonly ComparedRow[],
): TypedPriceForm[] {
  const byRow = new Map(
    prices.map((typed) => [keyOfRow(LEVEL_PRICE_SHEET, cellsOf(typed)), typed]),
  );
  for (const { after } of rows) {
    const key = keyOfRow(LEVEL_PRICE_SHEET, after);
    const id = byRow.get(key)?.id ?? randomUUID();
    byRow.set(key, { id, ...datedPriceOf(after), closes: cell(after, 'Closes') === 'yes' });
  }
  return [...byRow.values()];
}

async function problemsOf(
  queries: Queries,
  rows: readonly ComparedRow[],
): Promise<CellProblem[][]> {
  const facts = await readItemFacts(
    queries,
    rows.map(({ after }) => cell(after, 'Item')),
  );
  const items = new Map(facts.map((item) => [item.item, item]));
  return rows.map(({ after }) => {
    const number = cell(after, 'Item');
    const item = items.get(number);
    const unit = orNull(after, 'Unit');
    return [
      ...(item ? [] : [{ column: 'Item', sentence: `There is no item ${number}` }]),
      ...(item && unit !== null && !sells(item, unit)
        ? [{ column: 'Unit', sentence: `${number} is not sold by the ${unit}` }]
        : []),
      ...windowProblems(after),
    ];
  });
}
