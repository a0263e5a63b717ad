import { ChangeDetectionStrategy, Component } from '@angular/core';
import { Router } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import type { ListColumn, ListViews } from '@honest-ledger/contracts';
import type { ColDef } from 'ag-grid-community';
import { figureColumn, LedgerGrid } from '../grid/ledger-grid';
import { narrow } from '../../testing/lists';
import { decide, problemBody, showScreen, type ShownScreen } from '../../testing/screens';
import { ListFilters } from './list-filters';
import { ListTools } from './list-tools';
import { shortList, statusField } from './short-list';

interface Row {
  readonly name: string;
  readonly price: string;
  readonly state: 'open' | 'placed';
}

const ROWS: readonly Row[] = [
  { name: 'Buff clay', price: '18.40', state: 'open' },
  { name: 'White clay', price: '9.00', state: 'placed' },
  { name: 'Blue glaze', price: '12.5', state: 'open' },
];

@Component({
  imports: [LedgerGrid, ListFilters, ListTools],
  template: `
    <hl-list-tools #tools title="Goods" [list]="view" [grid]="grid" />
    <hl-list-filters label="Part of a name" [list]="view" />
    <hl-ledger-grid
      #grid
      [rows]="view.rows()"
      [columns]="columns"
      [rowId]="rowId"
      [layout]="tools.layout()"
      [order]="view.order()"
      (laidOut)="tools.keep($event)"
      (ordered)="view.sort($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Goods {
  protected readonly columns: ColDef<Row>[] = [
    { headerName: 'Name', field: 'name' },
    figureColumn({ headerName: 'Price', colId: 'price', figure: ({ price }) => price }, 2),
    { headerName: 'Status', field: 'state', initialHide: true },
  ];
  protected readonly view = shortList(
    'breaks',
    () => ROWS,
    () => this.columns,
    () => [statusField({ open: 'Open', placed: 'Placed' })],
  );
  protected readonly rowId = ({ name }: Row): string => name;
}

const NOTHING: ListViews = { layout: null, views: [] };
const AT = '/api/list-views/breaks';

describe('any list', () => {
  let screen: ShownScreen<Goods>;
  const show = async (views = NOTHING): Promise<void> => {
    screen = await showScreen(Goods, {});
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 500px; width: 900px';
    await screen.answer('GET', AT, views);
    await screen.drawn();
  };
  const heads = (): string[] =>
    [...screen.host.querySelectorAll('[role=columnheader]')]
      .toSorted((one, other) => place(one) - place(other))
      .map(({ textContent }) => textContent.trim());
  const place = (head: Element): number => Number(head.getAttribute('aria-colindex'));
  const names = (): string[] =>
    [...screen.host.querySelectorAll('[role=gridcell][col-id=name]')].map(
      ({ textContent }) => textContent,
    );
  const layoutKept = async (): Promise<readonly ListColumn[]> => {
    const sent = await screen.answer('PUT', `${AT}/layout`, null, 204);
    await screen.drawn();
    return (sent as { columns: readonly ListColumn[] }).columns;
  };
  const address = (): string => TestBed.inject(Router).url;

  it('is searched by every word in what its cells show, and the address says so', async () => {
    await show();
    await screen.type('Part of a name', 'clay bu');
    await screen.until(() => names().length === 1);
    expect(names()).toEqual(['Buff clay']);
    await screen.until(() => address().includes('text=clay'));
    await screen.press('Clear all');
    await screen.until(() => names().length === 3);
    await screen.until(() => !address().includes('text'));
  });

  it('is narrowed by several values of a filter', async () => {
    await show();
    await narrow(screen, 'Status', 'Status', 'Open');
    await screen.until(() => names().length === 2);
    expect(screen.text()).toContain('Status: Open');
    await narrow(screen, 'Status: Open', 'Status', 'Placed');
    await screen.until(() => names().length === 3);
    expect(screen.text()).toContain('Status: Open, Placed');
  });

  it('is sorted as its address says', async () => {
    await show();
    screen.host.querySelector<HTMLElement>('[col-id=price] .ag-header-cell-label')?.click();
    await screen.until(() => address().includes('sort=price'));
    screen.host.querySelector<HTMLElement>('[col-id=price] .ag-header-cell-label')?.click();
    await screen.until(() => address().includes('descending=true'));
  });

  it('shows, hides and moves columns, and keeps them as they were left', async () => {
    await show();
    expect(heads()).toEqual(['Name', 'Price']);
    await screen.press('Columns');
    const boxes = document.querySelectorAll<HTMLInputElement>('.columns input[type=checkbox]');
    expect([...boxes].map(({ checked }) => checked)).toEqual([true, true, false]);
    boxes[2]?.click();
    await screen.settle();
    expect((await layoutKept()).map(({ hidden }) => hidden)).toEqual([false, false, false]);
    expect(heads()).toEqual(['Name', 'Price', 'Status']);
    await screen.press('Move Price left');
    expect((await layoutKept()).map(({ id }) => id)).toEqual(['price', 'name', 'state']);
    expect(heads()).toEqual(['Price', 'Name', 'Status']);
    await screen.press('Reset');
    await layoutKept();
    expect(heads()).toEqual(['Name', 'Price']);
  });

  it('keeps the columns in the order in which they were left, whoever leaves meanwhile', async () => {
    await show();
    await screen.press('Columns');
    await screen.press('Move Price left');
    await screen.press('Move Status left');
    screen.fixture.destroy();
    const idsOf = (sent: unknown): string[] =>
      (sent as { columns: readonly ListColumn[] }).columns.map(({ id }) => id);
    const first = screen.server.expectOne(`${AT}/layout`);
    expect(idsOf(first.request.body)).toEqual(['price', 'name', 'state']);
    expect(first.cancelled).toBeFalse();
    first.flush(null);
    const second = screen.server.expectOne(`${AT}/layout`);
    expect(idsOf(second.request.body)).toEqual(['price', 'state', 'name']);
    second.flush(null);
  });

  it('comes with the columns that were left, and says where they cannot be kept', async () => {
    await show({
      layout: [
        { id: 'price', width: 120, hidden: false },
        { id: 'name', width: null, hidden: true },
      ],
      views: [],
    });
    expect(heads()[0]).toBe('Price');
    expect(heads()).not.toContain('Name');
    await screen.press('Columns');
    await screen.press('Move Price right');
    await screen.answer('PUT', `${AT}/layout`, problemBody(503, 'Cancel.'), 503);
    await screen.drawn();
    expect(document.querySelector('mat-snack-bar-container')?.textContent).toContain('Cancel.');
  });

  it('is saved under a name, used again and deleted', async () => {
    await show();
    await narrow(screen, 'Status', 'Status', 'Open');
    await screen.press('Views');
    await screen.drawn();
    await screen.press('Save view…');
    await screen.drawn();
    await screen.type('Name', 'Open ones');
    await screen.press('Save');
    const sent = await screen.answer('POST', AT, {
      id: 'v1',
      name: 'Open ones',
      shared: false,
      by: 'Ines Marlow',
      own: true,
      params: [{ name: 'state', values: ['open'] }],
      columns: [{ id: 'name', width: null, hidden: false }],
    });
    expect(sent).toEqual({
      name: 'Open ones',
      shared: false,
      params: [{ name: 'state', values: ['open'] }],
      columns: [
        { id: 'name', width: 200, hidden: false },
        { id: 'price', width: 200, hidden: false },
        { id: 'state', width: 200, hidden: true },
      ],
    });
    await screen.drawn();
    await screen.press('Clear all');
    await screen.press('Views');
    await screen.drawn();
    await screen.press('Open ones');
    await screen.until(() => names().length === 2);
    await screen.press('Views');
    await screen.drawn();
    await screen.press('Delete view');
    await screen.drawn();
    await screen.press('Open ones…');
    await decide(screen, 'Delete', 'Delete view Open ones?');
    await screen.answer('DELETE', `${AT}/v1`, null, 204);
  });

  it('is copied whole, with its heads, for a spreadsheet', async () => {
    await show();
    const copied = spyOn(navigator.clipboard, 'writeText').and.resolveTo();
    await screen.press('Export');
    await screen.press('Copy all rows');
    expect(copied).toHaveBeenCalledWith(
      'Name\tPrice\nBuff clay\t18.40\nWhite clay\t9.00\nBlue glaze\t12.5',
    );
  });
});
