import { MODEL_VERSION } from '@honest-ledger/engine';
import { mayWrite, pricedAgain, storedPrices } from '../../scripts/stored-prices';

describe('documents that were priced and kept', () => {
  const stored = storedPrices();

  it('are priced the same again, unless the version of the model was raised', () => {
    expect(stored.modelVersion).withContext('npm run stored-prices').toBe(MODEL_VERSION);
    for (const [place, one] of stored.cases.entries()) {
      expect(pricedAgain(one))
        .withContext(`document ${String(place)}: raise MODEL_VERSION, then npm run stored-prices`)
        .toEqual(one.priced);
    }
  });

  it('have prices, and lines without', () => {
    const lines = stored.cases.flatMap(({ priced }) => priced.lines);
    expect(lines.filter((line) => /^\d/.test(line)).length).toBeGreaterThan(25);
    expect(lines.filter((line) => !/^\d/.test(line)).length).toBeGreaterThan(5);
  });

  it('are not written anew under the same version where the engine prices them otherwise', () => {
    const [first, ...others] = stored.cases;
    if (!first) throw new Error('some are kept');
    const other = { ...first, priced: { ...first.priced, digest: 'another' } };
    expect(mayWrite(stored)).toBeTrue();
    expect(mayWrite({ ...stored, cases: [other, ...others] })).toBeFalse();
    expect(mayWrite({ modelVersion: MODEL_VERSION - 1, cases: [other] })).toBeTrue();
  });
});
