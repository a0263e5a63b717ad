import {
  CUSTOMER_SHEET,
  LEVEL_PRICE_SHEET,
  type Cells,
  type Sheet,
} from '@honest-ledger/contracts';
import { byKey } from './cells';
import { changedColumns, judge, type Comparison, type JudgedRow } from './verdicts';

const C1: Cells = {
  Customer: 'C1',
  Name: 'One',
  Segment: 'schools',
  Currency: '',
  Outlet: '',
  Level: 'Clubs',
  Attributes: '',
};

function against(sheet: Sheet, ...rows: readonly Cells[]): Comparison {
  return {
    present: () => Promise.resolve(byKey(sheet, rows)),
    problems: (all) => Promise.resolve(all.map(() => [])),
  };
}

async function judged(
  sheet: Sheet,
  columns: readonly string[],
  rows: readonly (readonly string[])[],
  comparison: Comparison,
  earlier: ReadonlyMap<string, number> = new Map(),
): Promise<JudgedRow[]> {
  const placed = rows.map((cells, index) => ({ row: index + 2, cells }));
  const file = { columns, format: null };
  return judge(sheet, file, placed, comparison, earlier);
}

const sentences = ({ problems }: JudgedRow): string[] => problems.map(({ sentence }) => sentence);

describe('what a row of a file would do', () => {
  const there = against(CUSTOMER_SHEET, C1);

  it('is new, changed or unchanged, by its key', async () => {
    const rows = [
      ['C1', 'One'],
      ['C2', 'Two'],
    ];
    const verdicts = await judged(CUSTOMER_SHEET, ['Customer', 'Name'], rows, there);
    expect(verdicts.map(({ verdict }) => verdict)).toEqual(['unchanged', 'new']);
    const renamed = [['C1', 'Other']];
    const [row] = await judged(CUSTOMER_SHEET, ['Customer', 'Name'], renamed, there);
    expect(row?.verdict).toBe('changed');
    expect(row && changedColumns(CUSTOMER_SHEET, row.before ?? {}, row.after)).toEqual(['Name']);
  });

  it('keeps what the file has no column for, and empties what it has an empty cell for', async () => {
    const [saved] = await judged(CUSTOMER_SHEET, ['Customer', 'Name'], [['C1', 'Other']], there);
    expect(saved?.after).toEqual({ ...C1, Name: 'Other' });
    const columns = ['Customer', 'Level'];
    const [emptied] = await judged(CUSTOMER_SHEET, columns, [['C1', '']], there);
    expect(emptied?.after).toEqual({ ...C1, Level: '' });
    expect(emptied?.verdict).toBe('changed');
  });

  it('takes the columns in the order of the file', async () => {
    const [row] = await judged(CUSTOMER_SHEET, ['Name', 'Customer'], [['One', 'C1']], there);
    expect(row?.verdict).toBe('unchanged');
  });

  it('begins a new row with what its columns begin with', async () => {
    const columns = ['Item', 'Price'];
    const [row] = await judged(
      LEVEL_PRICE_SHEET,
      columns,
      [['A', '1.50']],
      against(LEVEL_PRICE_SHEET),
    );
    expect(row?.after).toEqual({
      Item: 'A',
      Price: '1.50',
      Unit: '',
      From: '',
      Until: '',
      'From quantity': '0',
      Closes: 'no',
    });
  });

  it('reads yes and no as spreadsheets write them', async () => {
    const columns = ['Item', 'Price', 'Closes'];
    const none = against(LEVEL_PRICE_SHEET);
    for (const [text, read] of [
      ['TRUE', 'yes'],
      ['1', 'yes'],
      ['No', 'no'],
    ] as const) {
      const [row] = await judged(LEVEL_PRICE_SHEET, columns, [['A', '1', text]], none);
      expect(row?.after['Closes']).toBe(read);
    }
    const [row] = await judged(LEVEL_PRICE_SHEET, columns, [['A', '1', 'perhaps']], none);
    expect(row && sentences(row)).toEqual(['Closes must be yes or no']);
  });

  describe('is wrong', () => {
    const columns = ['Item', 'Price', 'From'];
    const none = against(LEVEL_PRICE_SHEET);
    const wrong: readonly (readonly [readonly string[], string])[] = [
      [['A', '12,5', ''], 'Price must be a number such as 12.50, with a point and no blanks'],
      [['A', '-1', ''], 'Price must be at least 0'],
      [['A', 'NaN', ''], 'Price must be a number such as 12.50, with a point and no blanks'],
      [['A', '1e400', ''], 'Price must be a number such as 12.50, with a point and no blanks'],
      [['A', '1.1234567', ''], 'Price may have at most 6 decimals'],
      [['A', '', ''], 'Price is empty'],
      [['', '1', ''], 'Item is empty'],
      [['A', '1', '2026-02-30'], 'From must be a day that exists, such as 2026-11-24'],
      [['A', '1', '', 'more'], 'The row has more cells than there are columns'],
    ];
    for (const [cells, sentence] of wrong) {
      it(`where it reads ${cells.join(' | ')}`, async () => {
        const [row] = await judged(LEVEL_PRICE_SHEET, columns, [cells], none);
        expect(row?.verdict).toBe('wrong');
        expect(row && sentences(row)).toEqual([sentence]);
      });
    }

    it('where it is for the same as a row before it', async () => {
      const rows = [
        ['A', '1', ''],
        ['A', '2', ''],
      ];
      const all = await judged(LEVEL_PRICE_SHEET, columns, rows, none);
      expect(all.map(({ verdict }) => verdict)).toEqual(['new', 'wrong']);
      expect(all[1] && sentences(all[1])).toEqual(['Row 2 is for the same already']);
    });

    it('where the database knows better, which is asked only of what is well formed', async () => {
      let asked = 0;
      const knowing: Comparison = {
        ...none,
        problems: (all) => {
          asked += 1;
          return Promise.resolve(all.map(() => [{ column: 'Item', sentence: 'There is no item' }]));
        },
      };
      const rows = [
        ['A', '1', ''],
        ['B', 'x', ''],
      ];
      const all = await judged(LEVEL_PRICE_SHEET, columns, rows, knowing);
      expect(asked).toBe(1);
      expect(all[0] && sentences(all[0])).toEqual(['There is no item']);
      expect(all[1] && sentences(all[1])).toEqual([
        'Price must be a number such as 12.50, with a point and no blanks',
      ]);
    });
  });
});
