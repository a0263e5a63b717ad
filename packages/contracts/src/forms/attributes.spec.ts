import fc from 'fast-check';
import { readAttributes, writeAttributes } from '../sheets/attributes-cell';
import {
  attributeContentSchema,
  attributeProblem,
  attributeValuesSchema,
  type AttributeContent,
} from './attributes';
import { check } from './reading';

const attribute = (
  type: AttributeContent['type'],
  choices: readonly string[] = [],
): AttributeContent => ({ name: 'Weight', of: 'items', type, choices });

describe('an attribute', () => {
  const table: readonly (readonly [
    AttributeContent['type'],
    readonly string[],
    readonly string[],
  ])[] = [
    ['text', ['a', 'two words', '12,5'], ['', 'a; b', 'x'.repeat(121), 'two\nlines']],
    [
      'number',
      ['0', '-12.5', '+3', '9999999999', '0.000000000001'],
      ['12,5', '1e3', 'NaN', '.5', '', '10000000000', '0.0000000000001'],
    ],
    ['day', ['2026-11-24', '2028-02-29'], ['2026-02-30', '24.11.2026', '2026-11-24T00:00', '']],
    ['yesNo', ['yes', 'no'], ['Yes', 'true', '1', '']],
  ];
  for (const [type, good, bad] of table) {
    it(`of type ${type} takes what it is, and nothing else`, () => {
      for (const value of good) expect(attributeProblem(attribute(type), value)).toBeNull();
      for (const value of bad) {
        expect(attributeProblem(attribute(type), value))
          .withContext(value)
          .toMatch(/^Weight must be /);
      }
    });
  }

  it('that is a choice takes one of its values, and says which there are', () => {
    const finish = attribute('choice', ['gloss', 'matt']);
    expect(attributeProblem(finish, 'matt')).toBeNull();
    expect(attributeProblem(finish, 'Matt')).toBe('Weight must be one of gloss, matt');
  });

  it('has values to choose from only where it is a choice, each once', () => {
    const ok = (content: AttributeContent): boolean => check(attributeContentSchema, content).ok;
    expect(ok(attribute('choice', ['a', 'b']))).toBeTrue();
    expect(ok(attribute('text'))).toBeTrue();
    expect(ok(attribute('choice'))).toBeFalse();
    expect(ok(attribute('text', ['a']))).toBeFalse();
    expect(ok(attribute('choice', ['a', 'a']))).toBeFalse();
    expect(ok(attribute('choice', ['a; b']))).toBeFalse();
  });
});

describe('values in one cell', () => {
  const code = fc.stringMatching(/^[a-z][a-z0-9-]{0,12}$/);
  const value = fc
    .stringMatching(/^[A-Za-z0-9.,:/()+-][A-Za-z0-9 .,:/()+-]{0,20}$/)
    .map((text) => text.trim())
    .filter((text) => text !== '');

  it('are read as they were written', () => {
    fc.assert(
      fc.property(fc.dictionary(code, value, { maxKeys: 6 }), (values) => {
        expect(readAttributes(writeAttributes(values))).toEqual({ ...values });
      }),
    );
  });

  it('are written in one order, whatever order they came in', () => {
    fc.assert(
      fc.property(fc.dictionary(code, value, { maxKeys: 6 }), (values) => {
        const reversed = Object.fromEntries(Object.entries(values).toReversed());
        expect(writeAttributes(reversed)).toBe(writeAttributes(values));
      }),
    );
  });

  it('can have blanks around them, and none at all', () => {
    expect(readAttributes('  weight   12.5 ;food-safe yes;; ')).toEqual({
      weight: '12.5',
      'food-safe': 'yes',
    });
    expect(readAttributes('')).toEqual({});
  });

  it('are not read where one has no value, or is named twice', () => {
    expect(readAttributes('weight')).toBeNull();
    expect(readAttributes('weight 1; weight 2')).toBeNull();
  });

  it('are texts, at most a hundred of them', () => {
    const ok = (values: unknown): boolean => check(attributeValuesSchema, values).ok;
    expect(ok({ weight: '12.5' })).toBeTrue();
    expect(ok({ weight: 12.5 })).toBeFalse();
    expect(ok({ weight: null })).toBeFalse();
    expect(ok([])).toBeFalse();
    const many = Object.fromEntries(
      Array.from({ length: 101 }, (_, at) => [`a${String(at)}`, 'x']),
    );
    expect(ok(many)).toBeFalse();
  });
});
