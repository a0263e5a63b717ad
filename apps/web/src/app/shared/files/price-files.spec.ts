import { readPriceFile, writePriceFile } from './price-files';

describe('a file of prices', () => {
  it('is read with any of three separators and either decimal mark', () => {
    const prices = [
      { item: 'CL-0207', price: '17.50', unit: null },
      { item: 'CL-0213', price: '16.2', unit: 'pallet' },
    ];
    expect(readPriceFile('item,price,unit\nCL-0207,17.50,\nCL-0213,16.2,pallet\n')).toEqual(prices);
    expect(readPriceFile('Price;Item;Unit\r\n17,50;CL-0207;\r\n16,2;CL-0213;pallet')).toEqual(
      prices,
    );
    const [one] = prices;
    expect(readPriceFile('\uFEFFItem\tPrice\n CL-0207 \t17.50')).toEqual(one ? [one] : []);
  });

  it('is asked about where its prices could be read two ways', () => {
    expect(readPriceFile('item;price\nA;1,250\nB;2,000')).toBe(
      '“1,250” can be 1250 or 1.250. Write the prices of the file with two decimals.',
    );
    expect(readPriceFile('item;price\nA;12,50\nB;12.50')).toContain('Write all of them alike');
    expect(readPriceFile('sep=;\nitem;price\nA;1.250,00')).toEqual([
      { item: 'A', price: '1250.00', unit: null },
    ]);
  });

  it('is what was written', async () => {
    const prices = [
      { item: 'A, "quoted"', price: '1.00', unit: null },
      { item: 'B', price: '0', unit: 'bag of 10' },
    ];
    expect(readPriceFile(await writePriceFile(prices).text())).toEqual(prices);
  });

  it('says what is wrong with it, and what is no price stays to be told beside it', () => {
    expect(readPriceFile('')).toContain('no prices');
    expect(readPriceFile('item;price')).toContain('no prices');
    expect(readPriceFile('sku;price\nA;1')).toContain('no column “item”');
    expect(readPriceFile('item,price\nA,1\nA,2')).toBe('A is in the file twice.');
    expect(readPriceFile('item,price\n"A,1')).toContain('no CSV');
    expect(readPriceFile('item,price\nA,1,2,3')).toContain('no CSV');
    expect(readPriceFile('item,price\n' + 'x'.repeat(2_000_001))).toContain('too large');
    expect(readPriceFile('item,price\nA,cheap')).toEqual([
      { item: 'A', price: 'cheap', unit: null },
    ]);
  });
});
