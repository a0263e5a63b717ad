import { undeclared } from './declared-answers';

describe('answers against what is declared', () => {
  const page = { rows: [], total: 0 };

  it('have nothing wrong where they are as declared, or nothing is', () => {
    expect(undeclared('GET', '/documents?offset=0', page)).toEqual([]);
    expect(undeclared('GET', '/documents/1001/paper', 'a file')).toEqual([]);
    expect(undeclared('PUT', '/rates', null)).toEqual([]);
  });

  it('are told what they lack, and what they say besides', () => {
    expect(undeclared('GET', '/documents', { rows: [] })[0]).toContain('total');
    expect(undeclared('GET', '/documents', { ...page, cost: '1' })[0]).toContain('cost');
    expect(undeclared('GET', '/documents', { rows: [{}], total: 1 })).not.toEqual([]);
  });

  it('go by the most particular address', () => {
    expect(undeclared('GET', '/drafts/discarded', [])).toEqual([]);
    expect(undeclared('GET', '/drafts/5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01', [])).not.toEqual([]);
  });
});
