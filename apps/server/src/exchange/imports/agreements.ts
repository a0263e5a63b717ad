import {
  AGREEMENT_SHEET,
  keyOfRow,
  type CellProblem,
  type Cells,
  type SetupContents,
} from '@honest-ledger/contracts';
import { serialized, type Setup } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import type { Queries } from '../../platform/database/database';
import { agreementProblems } from '../../setup/drafts/check-agreements';
import { saveEdits } from '../../setup/drafts/save-edits';
import { editedSetup, heldEdits } from '../../setup/drafts/queries';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { byKey, cell, inColumns, orNull, yesOrNo } from './cells';
import { datedPriceCells, datedPriceOf, windowProblems } from './dated-prices';
import type { ImportedKind } from './kind';
import type { ComparedRow } from './verdicts';

type AgreementContent = SetupContents['agreement'];

/** Agreed prices: setup, so all of a file goes to the draft. */
export const agreementKind: ImportedKind = {
  compare: async (queries, services) => {
    const edited = await setupWithAgreementEdits(queries, services);
    const present = byKey(AGREEMENT_SHEET, agreementCells(edited));
    const ids = idsByKey(edited);
    return {
      present: () => Promise.resolve(present),
      problems: (rows) => problemsOf(queries, edited, ids, rows),
    };
  },
  apply: async (transaction, services, rows, { draft, actor }) => {
    const ids = idsByKey(await setupWithAgreementEdits(transaction, services));
    const contents = new Map(
      rows.map(({ after }) => [idOf(ids, after) ?? randomUUID(), contentOf(after)]),
    );
    await saveEdits(transaction, services, 'agreement', contents, { draft, actor });
  },
};

/** The setup with the agreements that drafts would have: a file is compared with these. */
export async function setupWithAgreementEdits(
  queries: Queries,
  { setups }: Services,
): Promise<Setup> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  return editedSetup(setup, await heldEdits(queries, { kind: 'agreement' })).setup;
}

/** Agreements as the rows of a file, in the order in which they were made. */
function agreementCells({ agreements }: Setup): Cells[] {
  return serialized(agreements).map(cellsOf);
}

/** An agreement as a row of a file. */
export function cellsOf(agreement: AgreementContent): Cells {
  const { party, currency, open } = agreement;
  return {
    Customer: party.kind === 'customer' ? party.customer : '',
    Segment: party.kind === 'segment' ? party.segment : '',
    ...datedPriceCells(agreement),
    Currency: currency,
    Open: yesOrNo(open),
  };
}

function idsByKey({ agreements }: Setup): ReadonlyMap<string, string> {
  return new Map(
    serialized(agreements).map((one) => [keyOfRow(AGREEMENT_SHEET, cellsOf(one)), one.id]),
  );
}

function idOf(ids: ReadonlyMap<string, string>, cells: Cells): string | undefined {
  return ids.get(keyOfRow(AGREEMENT_SHEET, cells));
}

function contentOf(cells: Cells): AgreementContent {
  const customer = orNull(cells, 'Customer');
  return {
    ...datedPriceOf(cells),
    party:
      customer === null
        ? { kind: 'segment', segment: cell(cells, 'Segment') }
        : { kind: 'customer', customer },
    currency: cell(cells, 'Currency'),
    open: cell(cells, 'Open') === 'yes',
  };
}

const COLUMNS = { item: 'Item', unit: 'Unit', price: 'Price', currency: 'Currency' };

async function problemsOf(
  queries: Queries,
  edited: Setup,
  ids: ReadonlyMap<string, string>,
  rows: readonly ComparedRow[],
): Promise<CellProblem[][]> {
  const all = rows.map(({ after }, index) => ({
    key: idOf(ids, after) ?? `new ${String(index)}`,
    content: contentOf(after),
  }));
  const deeper = await agreementProblems(queries, edited, all);
  return rows.map(({ after }, index) => {
    const [customer, segment] = [orNull(after, 'Customer'), orNull(after, 'Segment')];
    if ((customer === null) === (segment === null)) {
      return [{ column: 'Customer', sentence: 'Give either a customer or a segment' }];
    }
    const party = customer === null ? 'Segment' : 'Customer';
    return [...inColumns(deeper[index] ?? [], { ...COLUMNS, party }), ...windowProblems(after)];
  });
}
