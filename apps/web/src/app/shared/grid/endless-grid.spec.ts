import { of } from 'rxjs';
import { showScreen } from '../../testing/screens';
import { EndlessGrid } from './endless-grid';

interface Row {
  readonly code: string;
  readonly name: string;
}

describe('a list whose rows the server sorts', () => {
  it('is sorted by those columns alone by which the server sorts', async () => {
    const rows: readonly Row[] = [{ code: 'A', name: 'One' }];
    const screen = await showScreen(EndlessGrid<Row>, {
      columns: [
        { headerName: 'Code', colId: 'code', field: 'code', sortable: true },
        { headerName: 'Name', colId: 'name', field: 'name' },
      ],
      rowId: ({ code }: Row) => code,
      find: () => of({ rows, total: 1 }),
    });
    await screen.drawn();
    const sortable = [...screen.host.querySelectorAll('.ag-header-cell-sortable')];
    expect(sortable.map((one) => one.getAttribute('col-id'))).toEqual(['code']);
  });
});
