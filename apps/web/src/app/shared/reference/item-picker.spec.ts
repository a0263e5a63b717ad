import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { ItemRow } from '@honest-ledger/contracts';
import { itemRow } from '../../testing/goods';
import { ItemPicker } from './item-picker';

const row = (item: string): ItemRow => itemRow(item, '1.00');

describe('picking an item', () => {
  let fixture: ComponentFixture<ItemPicker>;
  let input: HTMLInputElement;
  let server: HttpTestingController;
  let picked: string[];

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting()],
    });
    server = TestBed.inject(HttpTestingController);
    fixture = TestBed.createComponent(ItemPicker);
    picked = [];
    fixture.componentInstance.picked.subscribe(({ item }) => picked.push(item));
    await fixture.whenStable();
    const found = (fixture.nativeElement as HTMLElement).querySelector('input');
    if (!found) throw new Error('no input');
    input = found;
    input.focus();
  });

  function type(text: string): void {
    input.value = text;
    input.dispatchEvent(new Event('input'));
  }
  function enter(): void {
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13 }));
  }
  /** Lets the pause after typing go by, and answers what is asked then. */
  async function answer(...rows: ItemRow[]): Promise<void> {
    await new Promise((resolve) => setTimeout(resolve, 300));
    await fixture.whenStable();
    const page = { rows, total: rows.length, currency: 'EUR', version: 1 };
    server.expectOne(({ url }) => url === '/api/items').flush(page);
    await fixture.whenStable();
    // the list of offers opens beside the component, a frame later
    await new Promise((resolve) => setTimeout(resolve, 60));
  }

  it('takes the first with Enter, and is empty again', async () => {
    type('clay');
    await answer(row('CL-1'), row('CL-2'));
    enter();
    expect(picked).toEqual(['CL-1']);
    expect(input.value).toBe('');
  });

  it('takes it also where Enter comes before the answer', async () => {
    type('CL-2');
    enter();
    expect(picked).toEqual([]);
    await answer(row('CL-2'));
    expect(picked).toEqual(['CL-2']);
  });

  it('never takes the answer to what was typed before', async () => {
    type('CL-1');
    await answer(row('CL-1'));
    type('CL-2');
    enter();
    expect(picked).toEqual([]);
    await answer(row('CL-2'));
    expect(picked).toEqual(['CL-2']);
  });

  it('prefers the item whose number was typed in full', async () => {
    type('cl-1');
    await answer(row('AA-CL-1'), row('CL-1'));
    enter();
    expect(picked).toEqual(['CL-1']);
  });

  it('takes nothing where nothing is found', async () => {
    type('nowhere');
    enter();
    await answer();
    expect(picked).toEqual([]);
    expect(input.value).toBe('nowhere');
  });
});
