import { readFeed } from './rate-feed';

describe('a rate feed', () => {
  const feed = (...lines: string[]): string => ['from,currency,rate', ...lines].join('\r\n');

  it('gives rates from an instant on', () => {
    expect(readFeed(feed('2026-11-02T08:00:00Z,USD,1.0837'))).toEqual([
      { from: '2026-11-02T08:00:00Z', currency: 'USD', rate: '1.0837' },
    ]);
  });

  it('names the line that is wrong', () => {
    const wrong = [
      ['2026-11-02T08:00:00Z,USD,0', /line 2 of the rate feed: rate must be above 0/],
      ['2026-11-02T08:00:00Z,USD,"1,08"', /rate must be a number such as 12\.50/],
      ['2026-11-02T08:00:00Z,EURO,1', /currency must be a currency code of ISO 4217/],
      ['yesterday,USD,1', /from must be an instant/],
    ] as const;
    for (const [line, sentence] of wrong) {
      expect(() => readFeed(feed(line))).toThrowError(sentence);
    }
  });
});
