import { decodeText } from './decode-text';

describe('the text of a file', () => {
  const of = (...bytes: number[]): string => decodeText(new Uint8Array(bytes).buffer);

  it('is read in the encoding that its bytes show', () => {
    expect(of(0x67, 0x72, 0xc3, 0xbc, 0x6e)).toBe('grün');
    expect(of(0x67, 0x72, 0xfc, 0x6e)).toBe('grün');
    expect(of(0xff, 0xfe, 0xfc, 0x00)).toBe('ü');
    expect(of(0xfe, 0xff, 0x00, 0xfc)).toBe('ü');
    expect(of()).toBe('');
  });
});
